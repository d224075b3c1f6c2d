import { moveKeys, picturedSides, type JoinFacts, type Side } from '@caesura/core/joins';
import { useState, type PointerEvent } from 'react';
import { Dot } from '../../components/Dot.tsx';
import { drag, type Dragged } from '../../components/drag.ts';
import { inUnit, UNITS, type Column } from './columns.ts';

const HEIGHT = 96;
/** Steps between two frames at which a curve is drawn. */
const FINE = 8;

interface Props {
  readonly facts: JoinFacts;
  /** A value was dragged on a frame, counted from the cut. */
  readonly onSet: (column: Column, at: number, value: number) => void;
}

/** A parameter over the window: its curve, a mark on every frame to drag, its keys filled. */
function Curve({ column, facts, onSet }: Props & { column: Column }) {
  const [dragged, setDragged] = useState<{ readonly at: number; readonly value: number } | null>(
    null,
  );
  const { side, of } = column;
  const { before, after, settings } = facts;
  const total = before + after;
  const pictured = picturedSides(facts)[side]!;
  const { first, last } = pictured.motion;
  const at = (k: number) => pictured.at(k)[of];
  const fine = Array.from({ length: (last - first) * FINE + 1 }, (_, i) => first + i / FINE);
  const values = fine.map(at);
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const range = high - low || 1;
  const x = (k: number) => ((k + before + 0.5) / total) * 1000;
  const y = (value: number) => 8 + (1 - (value - low) / range) * (HEIGHT - 16);
  const hold = (k: number) => (press: PointerEvent) => {
    const { height } = (
      press.currentTarget as SVGGElement
    ).ownerSVGElement!.getBoundingClientRect();
    const scale = (HEIGHT / (HEIGHT - 16)) * (range / height);
    const valueAt = ({ byY }: Dragged) => Math.round((at(k) - byY * scale) * 1000) / 1000;
    drag(
      press,
      (to) => setDragged(to && { at: k, value: valueAt(to) }),
      (to) => onSet(column, k, valueAt(to)),
    );
  };
  const keys = new Set((moveKeys(side, settings, facts)[of] ?? []).map((key) => key.at));
  return (
    <g className={`curve is-${side}`}>
      <path d={fine.map((k, i) => `${i === 0 ? 'M' : 'L'}${x(k)} ${y(values[i]!)}`).join('')} />
      {Array.from({ length: last - first + 1 }, (_, i) => first + i).map((k) => (
        <Dot
          key={k}
          x={x(k)}
          y={y(dragged?.at === k ? dragged.value : at(k))}
          size={keys.has(k) ? 8 : 7}
          filled={keys.has(k)}
          onHold={hold(k)}
        >
          <title>
            {facts.frame + k}: {inUnit(of, at(k))} {UNITS[of].unit}
          </title>
        </Dot>
      ))}
    </g>
  );
}

/**
 * The curves of what moves, one parameter above the other, in line with the frames of the strip.
 */
export function ValueCurves({ columns, ...props }: Props & { columns: readonly Column[] }) {
  const { facts } = props;
  const { before, after } = facts;
  const cut = (before / (before + after)) * 1000;
  const parameters = [...new Set(columns.map((c) => c.of))];
  const sidesOf = (of: Column['of']): Side[] =>
    columns.filter((c) => c.of === of).map((c) => c.side);
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
              <Curve key={side} column={{ side, of }} {...props} />
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
