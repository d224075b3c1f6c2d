import { speedAt } from '@caesura/core/curves';
import type { JoinFacts } from '@caesura/core/joins';
import { keysOn, rampOf, type ShotFacts } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { percent, toNumber } from '@caesura/core/time';
import { shapeOf, shapedRamp, type RampShape } from '@caesura/core/ramps';
import { useState, type PointerEvent } from 'react';
import { useEdit } from '../../app/hooks.ts';
import { Dot } from '../../components/Dot.tsx';
import { drag, type Dragged } from '../../components/drag.ts';
import { withCrest, withFoot } from '../../components/drag-ramp.ts';

const HEIGHT = 120;
/** Frames of each shot that are shown. */
const REACH = 36;

/**
 * Speeds on both sides of a cut over time, with a mark on every frame; the crest and the foot of a
 * ramp are dragged.
 */
export function SpeedView({ plan, facts }: { plan: Plan; facts: JoinFacts }) {
  const edit = useEdit();
  const [dragged, setDragged] = useState<{
    readonly shot: number;
    readonly shape: RampShape;
  } | null>(null);
  const { out, into, frame } = facts;
  const sides = [
    {
      shot: out,
      end: 'tail' as const,
      from: Math.max(0, out.length - REACH),
      to: out.length,
      zero: out.length,
    },
    { shot: into, end: 'head' as const, from: 0, to: Math.min(REACH, into.length), zero: 0 },
  ];
  const [before, after] = [sides[0]!.to - sides[0]!.from, sides[1]!.to];
  const x = (k: number) => ((k + before) / Math.max(1, before + after)) * 1000;
  const speedsOf = ({ time }: ShotFacts, from: number, to: number) =>
    time
      ? Array.from({ length: (to - from) * 4 + 1 }, (_, i) =>
          speedAt(time.curve, Math.min(to - 1e-6, from + i / 4)),
        )
      : [];
  const all = sides.flatMap(({ shot, from, to }) => speedsOf(shot, from, to));
  const [low, high] = [Math.min(0, ...all), Math.max(1.2, ...all) * 1.08];
  const y = (speed: number) => 6 + ((high - speed) / (high - low)) * (HEIGHT - 12);
  const shapeOfShot = ({ index, shot }: ShotFacts) =>
    dragged?.shot === index ? dragged.shape : shapeOf(rampOf(plan, shot) ?? []);
  const hold =
    (shot: ShotFacts, end: 'head' | 'tail', what: 'crest' | 'foot') => (press: PointerEvent) => {
      const shape = shapeOfShot(shot);
      if (!shape?.[end]) return;
      const box = (press.currentTarget as SVGGElement).ownerSVGElement!.getBoundingClientRect();
      const shapeAfter = (at: Dragged) => {
        const speed =
          high - ((((at.y - box.top) / box.height) * HEIGHT - 6) / (HEIGHT - 12)) * (high - low);
        const k = ((at.x - box.left) / box.width) * (before + after) - before;
        const length = Math.min(shot.length, Math.max(1, Math.round(Math.abs(k))));
        return what === 'crest'
          ? withCrest(shape, end, speed)
          : withFoot(shape, end, speed, length);
      };
      drag(
        press,
        (at) => setDragged(at && { shot: shot.index, shape: shapeAfter(at) }),
        (at) => edit('setRamp', shot.index, shapedRamp(shapeAfter(at))),
      );
    };
  return (
    <figure className="speed-view">
      <svg
        viewBox={`0 0 1000 ${HEIGHT}`}
        preserveAspectRatio="none"
        role="img"
        aria-label="Speed about the cut"
      >
        <line className="curve-rule" x1={0} x2={1000} y1={y(1)} y2={y(1)} />
        <line className="curve-cut" x1={x(0)} x2={x(0)} y1={0} y2={HEIGHT} />
        {sides.map(({ shot, end, from, to, zero }) => {
          if (!shot.time) return null;
          const shape = shapeOfShot(shot);
          const curve =
            dragged?.shot === shot.index
              ? keysOn(shapedRamp(dragged.shape), shot.length)
              : shot.time.curve;
          const fine = Array.from({ length: (to - from) * 4 + 1 }, (_, i) =>
            Math.min(to - 1e-6, from + i / 4),
          );
          const crest = shape?.[end];
          const foot = crest && (end === 'tail' ? -crest.length : crest.length);
          return (
            <g key={end} className={`curve is-${end === 'tail' ? 'out' : 'in'}`}>
              <path
                d={fine
                  .map((k, i) => `${i === 0 ? 'M' : 'L'}${x(k - zero)} ${y(speedAt(curve, k))}`)
                  .join('')}
              />
              {Array.from({ length: to - from }, (_, i) => from + i).map((k) => (
                <Dot key={k} x={x(k - zero)} y={y(speedAt(curve, k))} size={5} filled={false}>
                  <title>
                    {shot.start + k}: {percent(speedAt(curve, k))}, source {shot.time!.at(k)}
                  </title>
                </Dot>
              ))}
              {crest && (
                <>
                  <Dot
                    x={x(0)}
                    y={y(toNumber(crest.speed))}
                    size={12}
                    filled
                    onHold={hold(shot, end, 'crest')}
                  >
                    <title>The crest: drag for its speed</title>
                  </Dot>
                  <Dot
                    x={x(foot!)}
                    y={y(toNumber(shape.floor))}
                    size={12}
                    filled
                    onHold={hold(shot, end, 'foot')}
                  >
                    <title>The foot of the ramp: drag for its length and the floor</title>
                  </Dot>
                </>
              )}
            </g>
          );
        })}
      </svg>
      <figcaption>
        speed, % · {frame - before} to {frame + after}
      </figcaption>
    </figure>
  );
}
