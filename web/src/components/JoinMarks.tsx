import { speedAt } from '@caesura/core/curves';
import type { JoinFacts } from '@caesura/core/joins';
import { keysOn, rampOf, type Line, type ShotFacts } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { shapedRamp, shapeOf, type RampShape } from '@caesura/core/ramps';
import { frames, instantOfFrame, percent, toNumber } from '@caesura/core/time';
import { useState, type PointerEvent } from 'react';
import { useEdit } from '../app/hooks.ts';
import { Dot } from './Dot.tsx';
import { drag, type Dragged } from './drag.ts';
import { withCrest } from './drag-ramp.ts';
import { rangeOn } from './place.ts';

/**
 * The windows about cuts on a line: a slur where both pictures are on screen, a bracket where they
 * are not.
 */
export function JoinMarks({
  plan,
  line,
  joins,
}: {
  plan: Plan;
  line: Line;
  joins: readonly JoinFacts[];
}) {
  const timeOf = (frame: number) => toNumber(instantOfFrame(frames(frame), plan.rate));
  return joins.flatMap(({ cut, frame, before, after, overlap, settings }) => {
    const at =
      before + after > 0 ? rangeOn(line, timeOf(frame - before), timeOf(frame + after)) : null;
    if (!at) return [];
    return [
      <svg
        key={cut}
        className={`join-mark${overlap ? ' is-overlap' : ''}`}
        style={{ left: `${at.left}%`, width: `${at.width}%` }}
        viewBox="0 0 100 10"
        preserveAspectRatio="none"
        aria-hidden="true"
      >
        <title>
          {settings.move.replace('-', ' ')} {before} + {after}
        </title>
        <path d={overlap ? 'M0 10Q50 -9 100 10' : 'M0 10V4H100V10'} />
      </svg>,
    ];
  });
}

const HEIGHT = 26;

/** The speed over a shot with a ramp; its crests are dragged up and down. */
export function SpeedLine({ plan, facts }: { plan: Plan; facts: ShotFacts }) {
  const edit = useEdit();
  const [dragged, setDragged] = useState<RampShape | null>(null);
  const { time, length, index, shot } = facts;
  const ramp = rampOf(plan, shot);
  if (!ramp || !time) return null;
  const instants = Array.from({ length: length * 2 + 1 }, (_, i) => Math.min(length - 1e-6, i / 2));
  const planned = instants.map((at) => speedAt(time.curve, at));
  const high = Math.max(1.2, ...planned);
  const low = Math.min(0, ...planned);
  const y = (speed: number) => 3 + ((high - speed) / (high - low)) * (HEIGHT - 6);
  const shape = dragged ?? shapeOf(ramp);
  const curve = dragged ? keysOn(shapedRamp(dragged), length) : time.curve;
  const path = instants
    .map((at, i) => `${i === 0 ? 'M' : 'L'}${at} ${y(speedAt(curve, at))}`)
    .join('');
  // The cut itself is under the stroke that is dragged to move it, so a crest is held a little
  // inside its shot.
  const inside = Math.min(2, length / 4);
  const hold = (end: 'head' | 'tail') => (press: PointerEvent) => {
    const box = (press.currentTarget as SVGGElement).ownerSVGElement!.getBoundingClientRect();
    const from = toNumber(shape![end]!.speed);
    const shapeAfter = ({ byY }: Dragged) =>
      withCrest(shape!, end, from - (byY / box.height) * (high - low));
    drag(
      press,
      (at) => setDragged(at && shapeAfter(at)),
      (at) => edit('setRamp', index, shapedRamp(shapeAfter(at))),
    );
  };
  return (
    <svg
      className="speed-line"
      viewBox={`0 0 ${length} ${HEIGHT}`}
      preserveAspectRatio="none"
      role="img"
      aria-label={`Speed of shot ${index + 1}, up to ${percent(high)}`}
    >
      <path d={path} />
      {shape?.head && (
        <Dot x={inside} y={y(speedAt(curve, inside))} size={9} filled onHold={hold('head')}>
          <title>{percent(toNumber(shape.head.speed))}: drag the crest</title>
        </Dot>
      )}
      {shape?.tail && (
        <Dot
          x={length - inside}
          y={y(speedAt(curve, length - inside))}
          size={9}
          filled
          onHold={hold('tail')}
        >
          <title>{percent(toNumber(shape.tail.speed))}: drag the crest</title>
        </Dot>
      )}
    </svg>
  );
}
