import { useState, type PointerEvent } from 'react';
import { AT_REST } from '@caesura/core/motion';
import { PARAMETER_RANGES } from '@caesura/core/plan';
import { drag, type Dragged } from '../../components/drag.ts';
import type { Columns } from './bands.tsx';
import type { Track } from './track.ts';
import type { TrackEdits } from './use-track-edits.ts';
import { inUnit, UNITS } from './words.ts';

const HEIGHT = 58;
const MARGIN = 8;
/** Pixels within which a dragged value goes to its rest, or to the whole of a part. */
const NEAR = 5;
/** Narrowest column in which every frame has a dot to drag. */
const DOTS_FROM = 11;
/** Most points of which a curve is drawn. */
const MOST_POINTS = 1600;

/** What is dragged: which frame, where to, and the value there. */
interface Held {
  readonly from: number;
  readonly frame: number;
  readonly value: number;
}

/** A parameter over its frames: the curve, its keys to drag both ways, its frames up and down. */
export function TrackCurve({
  track,
  extent: { low, high },
  columns,
  edits,
}: {
  track: Track;
  /** The least and the most of the axis. */
  extent: { readonly low: number; readonly high: number };
  columns: Columns;
  edits: TrackEdits;
}) {
  const [held, setHeld] = useState<Held | null>(null);
  const { of, first, last, at, keys } = track;
  const { from, to, width } = columns;
  const range = high - low || 1;
  const x = (frame: number) => (frame - from + 0.5) * width;
  const y = (value: number) => MARGIN + ((high - value) / range) * (HEIGHT - 2 * MARGIN);
  const [begin, end] = [Math.max(first, from), Math.min(last, to - 1)];
  const steps = Math.max(1, Math.min(8, Math.floor(MOST_POINTS / Math.max(1, end - begin))));
  const points = Array.from(
    { length: Math.max(0, end - begin) * steps + 1 },
    (_, i) => begin + i / steps,
  );
  const keyFrames = new Set(keys.map(({ frame }) => frame));
  const { least, most } = PARAMETER_RANGES[of];
  const valueBy = (value: number, { byY }: Dragged): number => {
    const moved = value - (byY / (HEIGHT - 2 * MARGIN)) * range;
    const whole = [AT_REST[of], 0, 1].find((n) => Math.abs(y(n) - y(moved)) <= NEAR);
    return Math.min(most, Math.max(least, whole ?? Math.round(moved * 1000) / 1000));
  };
  const hold = (frame: number) => (press: PointerEvent) => {
    const isKey = keyFrames.has(frame);
    const value = at(frame);
    const heldAt = (by: Dragged): Held => ({
      from: frame,
      frame: isKey ? Math.min(last, Math.max(first, frame + Math.round(by.byX / width))) : frame,
      value: Math.abs(by.byY) < 3 ? value : valueBy(value, by),
    });
    drag(
      press,
      (by) => setHeld(by && heldAt(by)),
      (by) => {
        const { frame: there, value: now } = heldAt(by);
        if (!isKey) edits.set(track, frame, now);
        else edits.move(track, { from: frame, to: there, ...(now !== value && { value: now }) });
      },
    );
  };
  const dots =
    width >= DOTS_FROM
      ? Array.from({ length: Math.max(0, end - begin + 1) }, (_, i) => begin + i)
      : keys.map(({ frame }) => frame).filter((frame) => frame >= begin && frame <= end);
  return (
    <svg
      className={`track-curve is-${track.side ?? 'whole'}`}
      width={(to - from) * width}
      height={HEIGHT}
      role="img"
      aria-label={`${UNITS[of].name}${track.side ? ` ${track.side}` : ''} over its frames`}
    >
      <line x1={x(begin)} x2={x(end)} y1={y(AT_REST[of])} y2={y(AT_REST[of])} />
      <path d={points.map((p, i) => `${i === 0 ? 'M' : 'L'}${x(p)} ${y(at(p))}`).join('')} />
      {dots.map((frame) => {
        const here = held?.from === frame ? held : { frame, value: at(frame) };
        const isKey = keyFrames.has(frame);
        return (
          <circle
            key={frame}
            className={isKey ? 'is-key' : ''}
            cx={x(here.frame)}
            cy={y(here.value)}
            r={isKey ? 5 : 3}
            onPointerDown={hold(frame)}
          >
            <title>
              {here.frame}: {inUnit(of, here.value)} {UNITS[of].unit}
            </title>
          </circle>
        );
      })}
      {held && (
        <text x={x(held.frame) + 8} y={Math.max(12, y(held.value) - 6)}>
          {held.frame}: {inUnit(of, held.value)}
        </text>
      )}
    </svg>
  );
}
