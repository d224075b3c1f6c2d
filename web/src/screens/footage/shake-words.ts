import type { ClipAnalysis } from '@caesura/core/footage';
import type { Clip } from '@caesura/core/plan';
import { percent } from '@caesura/core/time';
import { costOf, MEANT_OVER, shakeOf } from '../../app/clip-shake.ts';

/** Movement from frame to frame, in widths, under which a camera stands. */
const STANDS = 0.0002;

/**
 * How much of what a clip's camera does is shake, how often it goes there and back, and the scale
 * that steadying it would cost, over its usable range, in words.
 */
export function shakeWords(analysis: ClipAnalysis, clip: Clip): string {
  const range = { from: clip.usable.in, to: clip.usable.out };
  const { share, shake, often } = shakeOf(analysis, clip, range, MEANT_OVER);
  if (shake < STANDS) return 'none: the camera stands or goes evenly';
  const cost = costOf(analysis, clip, range, MEANT_OVER);
  return `${percent(share)} of how the camera moves, about ${often.toFixed(1)} times a second; to steady it over ${MEANT_OVER} s costs a scale of ${percent(cost)}`;
}
