import { tintOf } from '../theme/clip-tints.ts';

/** A small picture of a score: each shot as wide as it is long, in its clip's tint. */
export function MiniScore({
  shots,
  length,
}: {
  /** Start of each shot, and the place of its clip or −1. */
  shots: readonly (readonly [number, number])[];
  length: number | null;
}) {
  if (length === null) return <div className="mini-score mini-score-empty">not laid out</div>;
  return (
    <svg
      className="mini-score"
      viewBox={`0 0 ${length} 10`}
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      {shots.map(([start, clip], i) => {
        const width = (shots[i + 1]?.[0] ?? length) - start;
        return (
          <rect
            key={start}
            className={`fill-${tintOf(clip)}`}
            x={start}
            y={0}
            width={width}
            height={10}
          />
        );
      })}
      {shots.map(([start]) => (
        <path
          key={start}
          className="mini-cut"
          d={`M${start} 0V10`}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </svg>
  );
}
