import { steadied, type ClipAnalysis } from '@caesura/core/footage';
import { coverScale } from '@caesura/core/motion';
import type { Clip } from '@caesura/core/plan';
import { percent, toNumber } from '@caesura/core/time';

/** Seconds over which the way of a camera is taken for meant. */
const MEANT_OVER = 1;
/** Movement from frame to frame, in widths, under which a camera stands. */
const STANDS = 0.0002;
const MIDDLE = { aim: { x: 0.5, y: 0.5 }, about: 'aim' } as const;

/**
 * How much of what a clip's camera does is shake, how often it goes there and back, and the scale
 * that steadying it would cost, over its usable range, in words.
 */
export function shakeWords({ frames }: ClipAnalysis, { usable, rate, size }: Clip): string {
  const aspect = size.width / size.height;
  const { share, shake, often, corrections } = steadied(frames.slice(usable.in, usable.out), {
    rate: toNumber(rate),
    seconds: MEANT_OVER,
    aspect,
  });
  if (shake < STANDS) return 'none: the camera stands or goes evenly';
  const cost = Math.max(
    1,
    ...corrections.map(
      ({ x, y, rotation, scale }) => coverScale({ x, y, rotation, depth: 0 }, MIDDLE, size) / scale,
    ),
  );
  return `${percent(share)} of how the camera moves, about ${often.toFixed(1)} times a second; to steady it over ${MEANT_OVER} s costs a scale of ${percent(cost)}`;
}
