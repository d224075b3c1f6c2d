import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Film } from '@caesura/core/film';
import type { Point } from '@caesura/core/motion';
import { percent } from '@caesura/core/time';
import { drag, type Dragged } from '../../components/drag.ts';
import type { MoveItem } from './items.ts';
import { seenPart, valuesNear } from './seen-part.ts';
import type { Choice } from './use-choice.ts';

const within = (n: number) => Math.min(1, Math.max(0, Math.round(n * 1000) / 1000));
/** Parts of the picture by which an arrow key moves the aim, and with Shift. */
const [STEP, BIG_STEP] = [0.005, 0.05];

/**
 * Where a move aims, as a cross to drag, and the part of the picture that is seen at its peak or at
 * the position.
 */
export function AimOverlay({
  film,
  item,
  choice,
  frame,
}: {
  film: Film;
  item: MoveItem;
  choice: Choice;
  frame: number;
}) {
  const [dragged, setDragged] = useState<Point | null>(null);
  const svg = useRef<SVGSVGElement>(null);
  const near = valuesNear(item, frame);
  const { size } = film.plan;
  if (!near) return null;
  const aim = dragged ?? near.look.aim;
  const seen = seenPart(near.values, { ...near.look, aim }, size);
  const set = (to: Point) =>
    item.kind === 'phrase' ? choice.setPhrases({ aim: to }) : choice.setJoins({ aim: to });
  const pointAt = ({ x, y }: Dragged): Point => {
    const box = svg.current!.getBoundingClientRect();
    return { x: within((x - box.left) / box.width), y: within((y - box.top) / box.height) };
  };
  const hold = (press: PointerEvent) => {
    press.preventDefault();
    (press.currentTarget as SVGElement).focus();
    drag(
      press,
      (at) => setDragged(at && pointAt(at)),
      (at) => void set(pointAt(at)),
    );
  };
  const step = (event: KeyboardEvent) => {
    const by = event.shiftKey ? BIG_STEP : STEP;
    const [x, y] = {
      ArrowLeft: [-by, 0],
      ArrowRight: [by, 0],
      ArrowUp: [0, -by],
      ArrowDown: [0, by],
    }[event.key] ?? [0, 0];
    if (x === 0 && y === 0) return;
    event.preventDefault();
    event.stopPropagation();
    set({ x: within(aim.x + x!), y: within(aim.y + y!) });
  };
  const [cx, cy] = [aim.x * size.width, aim.y * size.height];
  const arm = Math.max(size.width, size.height) / 45;
  const said = near.atPeak ? 'what is seen at the peak' : 'what is seen here';
  return (
    <svg
      ref={svg}
      className="aim-overlay"
      viewBox={`0 0 ${size.width} ${size.height}`}
      preserveAspectRatio="none"
    >
      <polygon points={seen.map(({ x, y }) => `${x},${y}`).join(' ')} />
      <text
        x={size.width * 0.015}
        y={size.height * 0.06}
        fontSize={Math.min(size.height / 24, size.width / 36)}
      >
        {said}, {percent(near.values.scale)}
      </text>
      <g
        className="aim-cross"
        role="slider"
        tabIndex={0}
        aria-label="Aim"
        aria-valuetext={`${percent(aim.x)} across, ${percent(aim.y)} down`}
        aria-valuenow={Math.round(aim.x * 100)}
        onPointerDown={hold}
        onKeyDown={step}
      >
        <circle cx={cx} cy={cy} r={arm * 1.4} className="aim-hold" />
        <path
          d={`M${cx - arm} ${cy}h${2 * arm}M${cx} ${cy - arm}v${2 * arm}`}
          vectorEffect="non-scaling-stroke"
        />
        <circle cx={cx} cy={cy} r={arm / 2.2} vectorEffect="non-scaling-stroke" />
      </g>
    </svg>
  );
}
