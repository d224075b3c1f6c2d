import type { Audit, AuditedCut } from '@caesura/core/handoff';
import { signed } from '../../../app/format.ts';

const [WIDTH, HEIGHT, LEFT] = [1000, 150, 34];
/** Frames shown to either side of the beat; cuts further off stand at the edge. */
const MOST = 6;

const y = (frames: number): number =>
  HEIGHT / 2 + (Math.max(-MOST, Math.min(MOST, frames)) / MOST) * (HEIGHT / 2 - 14);

/** How far each cut is from its beat, over the film: early above the line, late below it. */
export function OffsetChart({
  audit,
  length,
  open,
  onOpen,
}: {
  audit: Audit;
  length: number;
  open: number | null;
  onOpen: (cut: number) => void;
}) {
  const x = (frame: number) => LEFT + (frame / length) * (WIDTH - LEFT - 8);
  const { systematic } = audit;
  const dot = ({ cut, frame, fromBeat }: AuditedCut) =>
    fromBeat && (
      <circle
        key={cut}
        cx={x(frame)}
        cy={y(fromBeat.frames)}
        r={cut === open ? 6 : 4}
        className={
          Math.abs(fromBeat.frames) <= 0.5 || audit.onHalves.includes(cut)
            ? 'offset-on'
            : systematic?.off.includes(cut)
              ? 'offset-off'
              : 'offset-near'
        }
        onClick={() => onOpen(cut)}
      >
        <title>
          Cut {cut}: {signed(fromBeat.frames, 1)} frames from bar {fromBeat.cue.bar} beat{' '}
          {fromBeat.cue.beat}
        </title>
      </circle>
    );
  return (
    <svg
      className="offset-chart"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label="How far each cut is from its beat, over the film"
    >
      <rect
        x={LEFT}
        y={y(-0.5)}
        width={WIDTH - LEFT - 8}
        height={y(0.5) - y(-0.5)}
        className="offset-band"
      />
      <line x1={LEFT} x2={WIDTH - 8} y1={y(0)} y2={y(0)} className="offset-beat" />
      {[-4, -2, 2, 4].map((n) => (
        <line key={n} x1={LEFT} x2={WIDTH - 8} y1={y(n)} y2={y(n)} className="offset-rule" />
      ))}
      {[-4, 0, 4].map((n) => (
        <text key={n} x={LEFT - 6} y={y(n) + 4} textAnchor="end">
          {n === 0 ? 'beat' : signed(n, 0)}
        </text>
      ))}
      {systematic && Math.abs(systematic.frames) > 0.5 && (
        <line
          x1={LEFT}
          x2={WIDTH - 8}
          y1={y(systematic.frames)}
          y2={y(systematic.frames)}
          className="offset-common"
        />
      )}
      {audit.cuts.map(dot)}
    </svg>
  );
}
