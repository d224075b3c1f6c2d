import { moveKeys, picturedAt, type JoinFacts, type Side } from '@caesura/core/joins';
import type { Size } from '@caesura/core/plan';
import { Dot } from '../../marks/Dot.tsx';
import { inUnit, UNITS, type Column } from './columns.ts';

const HEIGHT = 96;
/** Steps between two frames at which a curve is drawn. */
const FINE = 8;

/** A parameter over the window: its curve, a mark on every frame, its keys filled. */
function Curve({ column, facts, size }: { column: Column; facts: JoinFacts; size: Size }) {
  const { side, of } = column;
  const { before, after, overlap, settings } = facts;
  const total = before + after;
  const window = { before, after, overlap };
  const [first, last] = [overlap || side === 'out' ? -before : 0, overlap || side === 'in' ? after - 1 : -1];
  const picture = picturedAt(side, settings, window, size);
  const at = (k: number) => picture(k)[of];
  const fine = Array.from({ length: (last - first) * FINE + 1 }, (_, i) => first + i / FINE);
  const values = fine.map(at);
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const range = high - low || 1;
  const x = (k: number) => ((k + before + 0.5) / total) * 1000;
  const y = (value: number) => 8 + (1 - (value - low) / range) * (HEIGHT - 16);
  const keys = new Set((moveKeys(side, settings, window)[of] ?? []).map((key) => key.at));
  return (
    <g className={`curve is-${side}`}>
      <path d={fine.map((k, i) => `${i === 0 ? 'M' : 'L'}${x(k)} ${y(values[i]!)}`).join('')} />
      {Array.from({ length: last - first + 1 }, (_, i) => first + i).map((k) => (
        <Dot key={k} x={x(k)} y={y(at(k))} size={keys.has(k) ? 8 : 7} filled={keys.has(k)}>
          <title>
            {facts.frame + k}: {inUnit(of, at(k))} {UNITS[of].unit}
          </title>
        </Dot>
      ))}
    </g>
  );
}

/** The curves of what moves, one parameter above the other, in line with the frames of the strip. */
export function ValueCurves({ columns, facts, size }: { columns: readonly Column[]; facts: JoinFacts; size: Size }) {
  const { before, after } = facts;
  const cut = (before / (before + after)) * 1000;
  const parameters = [...new Set(columns.map((c) => c.of))];
  const sidesOf = (of: Column['of']): Side[] => columns.filter((c) => c.of === of).map((c) => c.side);
  return (
    <div className="value-curves">
      {parameters.map((of) => (
        <figure key={of}>
          <svg
            viewBox={`0 0 1000 ${HEIGHT}`}
            preserveAspectRatio="none"
            role="img"
            aria-label={`${UNITS[of].name} over the window`}
          >
            <line className="curve-cut" x1={cut} x2={cut} y1={0} y2={HEIGHT} />
            {sidesOf(of).map((side) => (
              <Curve key={side} column={{ side, of }} facts={facts} size={size} />
            ))}
          </svg>
          <figcaption>
            {UNITS[of].name}, {UNITS[of].unit}
          </figcaption>
        </figure>
      ))}
    </div>
  );
}
