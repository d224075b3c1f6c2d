import { speedAt } from '@caesura/core/curves';
import type { JoinFacts } from '@caesura/core/joins';
import { rampOf, type Line, type Plan, type ShotFacts } from '@caesura/core/plan';
import { shapedRamp, shapeOf } from '@caesura/core/ramps';
import { frames, instantOfFrame, toNumber } from '@caesura/core/time';
import { useRef, type PointerEvent } from 'react';
import { percentText } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { Dot } from '../../marks/Dot.tsx';
import { withCrest } from '../../marks/drag-ramp.ts';
import { stretchOn } from '../../marks/place.ts';

/** The windows about cuts on a line: a slur where both pictures are on screen, a bracket where they are not. */
export function JoinMarks({ plan, line, joins }: { plan: Plan; line: Line; joins: readonly JoinFacts[] }) {
  const timeOf = (frame: number) => toNumber(instantOfFrame(frames(frame), plan.rate));
  return joins.flatMap(({ cut, frame, before, after, overlap, settings }) => {
    const at = before + after > 0 ? stretchOn(line, timeOf(frame - before), timeOf(frame + after)) : null;
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
  const svg = useRef<SVGSVGElement>(null);
  const { time, length, index, shot } = facts;
  const ramp = rampOf(plan, shot);
  if (!ramp || !time) return null;
  const speeds = Array.from({ length: length * 2 + 1 }, (_, i) => speedAt(time.curve, Math.min(length - 1e-6, i / 2)));
  const high = Math.max(1.2, ...speeds);
  const low = Math.min(0, ...speeds);
  const y = (speed: number) => 3 + ((high - speed) / (high - low)) * (HEIGHT - 6);
  const shape = shapeOf(ramp);
  // The cut itself is under the stroke that is dragged to move it, so a crest is held a little inside its shot.
  const inside = Math.min(2, length / 4);
  const drag = (end: 'head' | 'tail', press: PointerEvent) => {
    press.stopPropagation();
    press.preventDefault();
    const box = svg.current!.getBoundingClientRect();
    const from = toNumber(shape![end]!.speed);
    const up = (event: globalThis.PointerEvent) => {
      window.removeEventListener('pointerup', up);
      // A crest goes beyond the drawing: so far as it is high is as much again.
      const by = ((press.clientY - event.clientY) / box.height) * (high - low);
      if (Math.abs(press.clientY - event.clientY) > 2)
        edit('setRamp', index, shapedRamp(withCrest(shape!, end, from + by)));
    };
    window.addEventListener('pointerup', up);
  };
  return (
    <svg
      ref={svg}
      className="speed-line"
      viewBox={`0 0 ${length} ${HEIGHT}`}
      preserveAspectRatio="none"
      role="img"
      aria-label={`Speed of shot ${index + 1}, up to ${percentText(high)}`}
    >
      <path d={speeds.map((speed, i) => `${i === 0 ? 'M' : 'L'}${i / 2} ${y(speed)}`).join('')} />
      {shape?.head && (
        <Dot x={inside} y={y(speedAt(time.curve, inside))} size={9} filled onHold={(event) => drag('head', event)}>
          <title>{percentText(toNumber(shape.head.speed))}: drag the crest</title>
        </Dot>
      )}
      {shape?.tail && (
        <Dot
          x={length - inside}
          y={y(speedAt(time.curve, length - inside))}
          size={9}
          filled
          onHold={(event) => drag('tail', event)}
        >
          <title>{percentText(toNumber(shape.tail.speed))}: drag the crest</title>
        </Dot>
      )}
    </svg>
  );
}
