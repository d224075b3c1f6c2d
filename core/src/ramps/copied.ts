import { easingText, parseEasing, reversedEasing } from '../curves/index.ts';
import type { Ramp } from '../plan/index.ts';
import type { GivenFrames } from '../time/index.ts';
import { placeOf } from './places.ts';
import { ordered } from './splice.ts';

/** How a ramp is put on another shot. */
export const COPIES = ['as it is', 'fitted', 'mirrored'] as const;
export type Copy = (typeof COPIES)[number];

/** The same speeds in the other order, counted from the other ends of the shot. */
function mirrored(ramp: Ramp, length: GivenFrames): Ramp {
  const keys = ordered(ramp, length);
  return keys
    .map((key, i) => {
      const before = keys[i - 1];
      return {
        ...key,
        from: key.from === 'start' ? ('end' as const) : ('start' as const),
        // Not −0, which JSON would lose.
        at: 0 - key.at,
        ease: before ? easingText(reversedEasing(parseEasing(before.ease))) : 'linear',
      };
    })
    .reverse();
}

/**
 * The ramp of a shot of one length for a shot of another: as it is, its keys as far from the cuts
 * as they were; fitted, its keys at the same parts of the shot; mirrored, gone through from its end
 * to its start.
 */
export function copiedRamp(
  ramp: Ramp,
  { from, to }: { readonly from: GivenFrames; readonly to: GivenFrames },
  how: Copy,
): Ramp {
  if (how === 'mirrored') return mirrored(ramp, from);
  if (how === 'as it is') return ramp;
  return ramp.map((key) => {
    const place = Math.round((placeOf(key, from) * to) / from);
    return { ...key, at: 0 + (key.from === 'start' ? place : place - to) };
  });
}
