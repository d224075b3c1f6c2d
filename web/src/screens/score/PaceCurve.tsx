import { useMemo, useRef, useState, type PointerEvent } from 'react';
import { bendPoints, bentPacing, wantedLength, type BendPoint } from '@caesura/core/layout';
import type { Line } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { CaesuraError, frames, instantOfFrame, toNumber } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { noticed } from '../../app/notices.ts';
import { useAppDispatch } from '../../app/store.ts';
import { percentOn } from '../../components/place.ts';

/**
 * Lengths at the lower and the upper edge of the curve, in frames; between them in equal ratios.
 */
const [SLOWEST, QUICKEST] = [240, 3];
/** Pixels of a line in which it is drawn. */
const HEIGHT = 34;
/** Places on a line at which the curve is worked out. */
const PLACES = 60;

/** How far down a length is drawn, 0–1. */
const downOf = (length: number): number =>
  Math.min(1, Math.max(0, Math.log(length / QUICKEST) / Math.log(SLOWEST / QUICKEST)));
const lengthAt = (down: number): number =>
  QUICKEST * (SLOWEST / QUICKEST) ** Math.min(1, Math.max(0, down));

/** Everything the curve needs of a plan, worked out once for all lines. */
export function usePace(plan: Plan) {
  return useMemo(() => {
    try {
      return { wanted: wantedLength(plan, plan.wishes.pacing), points: bendPoints(plan) };
    } catch (error) {
      if (error instanceof CaesuraError) return null;
      throw error;
    }
  }, [plan]);
}

/** A point that is dragged, and the length it has got to. */
interface Held {
  readonly frame: number;
  readonly length: number;
}

/**
 * The wanted length of a shot along a line, higher for shorter ones, with points to drag or to move
 * with the arrow keys.
 */
export function PaceCurve({
  plan,
  line,
  pace,
}: {
  plan: Plan;
  line: Line;
  pace: NonNullable<ReturnType<typeof usePace>>;
}) {
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const box = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState<Held | null>(null);
  // The pointer may move and be let go before what it took hold of is drawn.
  const latest = useRef<Held | null>(null);
  const hold = (next: Held | null) => {
    latest.current = next;
    setHeld(next);
  };
  const { num, den } = plan.rate;
  const timeOf = (frame: number) => toNumber(instantOfFrame(frames(frame), plan.rate));
  const path = Array.from({ length: PLACES + 1 }, (_, i) => {
    const at = line.from + ((line.to - line.from) * i) / PLACES;
    const down = downOf(pace.wanted(frames(Math.max(0, Math.round((at * num) / den)))));
    return `${i === 0 ? 'M' : 'L'}${percentOn(line, at)} ${HEIGHT * down}`;
  }).join('');
  const here = pace.points.filter((p) => timeOf(p.frame) >= line.from && timeOf(p.frame) < line.to);
  const lengthUnder = (event: PointerEvent): number => {
    const { top, height } = box.current!.getBoundingClientRect();
    return Math.max(1, Math.round(lengthAt((event.clientY - top) / height)));
  };
  const set = (point: BendPoint, length: number) => {
    const follows = plan.wishes.pacing.kind === 'form' && point.arc !== null;
    const done = edit('changeWishes', { pacing: bentPacing(plan, point, length) });
    if (done && follows)
      dispatch(
        noticed({
          kind: 'done',
          message:
            'The pace goes in arcs of its own now; it no longer follows the music by itself.',
        }),
      );
  };
  return (
    <div className="pace" ref={box} style={{ height: HEIGHT }}>
      <i className="pace-band" style={{ width: `${percentOn(line, line.to)}%` }} />
      <svg viewBox={`0 0 100 ${HEIGHT}`} preserveAspectRatio="none" aria-hidden="true">
        <path d={path} vectorEffect="non-scaling-stroke" />
      </svg>
      {here.map((point) => {
        const length = held?.frame === point.frame ? held.length : point.length;
        return (
          <button
            key={`${point.frame} ${point.arc?.end}`}
            type="button"
            className="pace-point"
            style={{
              left: `${percentOn(line, timeOf(point.frame))}%`,
              top: `${100 * downOf(length)}%`,
            }}
            aria-label={`Wanted length at frame ${point.frame}, ${length} frames`}
            title={`${length} f from frame ${point.frame}; drag, or ↑ ↓`}
            onPointerDown={(event) => {
              event.stopPropagation();
              event.currentTarget.setPointerCapture(event.pointerId);
              hold({ frame: point.frame, length: point.length });
            }}
            onPointerMove={(event) => {
              if (latest.current) hold({ frame: point.frame, length: lengthUnder(event) });
            }}
            onPointerUp={() => {
              const wanted = latest.current?.length;
              if (wanted !== undefined && wanted !== point.length) set(point, wanted);
              hold(null);
            }}
            onKeyDown={(event) => {
              const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
              if (by === undefined) return;
              event.preventDefault();
              event.stopPropagation();
              set(point, Math.max(1, point.length + by));
            }}
          >
            {held?.frame === point.frame && <span className="figures">{length} f</span>}
          </button>
        );
      })}
    </div>
  );
}
