import type { Change } from '@caesura/core/handoff';
import type { ShotFacts } from '@caesura/core/film';

const [WIDTH, HEIGHT] = [1000, 96];
const [TOP, BOTTOM] = [30, 66];

/** Two versions of the film, one over the other, with lines from what was to what is. */
export function GhostStrip({
  was,
  is,
  changes,
  open,
}: {
  was: readonly ShotFacts[];
  is: readonly ShotFacts[];
  changes: readonly Change[];
  open: Change | null;
}) {
  const length = Math.max(was.at(-1)?.end ?? 1, is.at(-1)?.end ?? 1);
  const x = (frame: number) => 4 + (frame / length) * (WIDTH - 8);
  const changed = (shot: number | null) =>
    changes.some((change) => change.kind !== 'cut' && change.shotBefore === shot);
  const arrived = (shot: number | null) =>
    changes.some((change) => change.kind !== 'cut' && change.shot === shot);
  const row = (
    shots: readonly ShotFacts[],
    y: number,
    height: number,
    marks: (i: number) => boolean,
  ) =>
    shots.map(({ index, start, end }) => (
      <rect
        key={`${y} ${index}`}
        x={x(start)}
        y={y}
        width={Math.max(0.5, x(end) - x(start) - 1)}
        height={height}
        className={marks(index) ? 'ghost-changed' : 'ghost-shot'}
      />
    ));
  return (
    <svg
      className="ghosts"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label="Both versions, one over the other"
    >
      {row(was, 6, TOP - 6, changed)}
      {row(is, BOTTOM, HEIGHT - BOTTOM - 6, arrived)}
      {changes
        .filter(
          ({ frameBefore, kind }) => frameBefore !== null && kind !== 'film' && kind !== 'music',
        )
        .map((change, i) => (
          <line
            key={i}
            x1={x(change.kind === 'cut' ? Number(change.from) : change.frameBefore!)}
            x2={x(change.frame)}
            y1={TOP}
            y2={BOTTOM}
            className={change === open ? 'ghost-open' : 'ghost-line'}
          />
        ))}
    </svg>
  );
}
