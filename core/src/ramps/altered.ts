import type { Ramp, RampKey } from '../plan/index.ts';
import { percent, plural, toNumber, type Rational } from '../time/index.ts';
import { fastKeys, speedOfKey } from './fast-keys.ts';
import { shapedRamp, shapeOf } from './shape.ts';
import { toSpeed } from './splice.ts';

/** One figure of the speeds of a shot that is to be another. */
export type SpeedChange =
  | { readonly what: 'crest' | 'floor'; readonly speed: Rational }
  | { readonly what: 'ramp'; readonly frames: number }
  | { readonly what: 'length'; readonly frames: number };

/** Speeds with one figure changed, and how long the shot is with them. */
export interface Altered {
  readonly ramp: Ramp;
  readonly length: number;
}

/** The figures as they are: the fastest, the slowest that moves, and the longer of the ramps. */
export function figuresOf(
  ramp: Ramp,
  length: number,
): {
  readonly crest: number | null;
  readonly floor: number;
  readonly ramp: number | null;
  readonly length: number;
} {
  const fast = fastKeys(ramp);
  const moving = ramp.map((key) => Math.abs(speedOfKey(key))).filter((speed) => speed > 0);
  const shape = shapeOf(ramp);
  const lasts = shape && Math.max(shape.head?.length ?? 0, shape.tail?.length ?? 0);
  return {
    crest: ramp.some(fast) ? Math.max(...moving) : null,
    floor: moving.length > 0 ? Math.min(...moving) : 0,
    ramp: lasts || null,
    length,
  };
}

/**
 * The speeds of a shot with another crest (its fast keys in the same ratios), floor (its slow
 * ones), ramp length or length; or why it has no such figure.
 */
export function altered(ramp: Ramp, length: number, change: SpeedChange): Altered | string {
  switch (change.what) {
    case 'length':
      return { ramp, length: change.frames };
    case 'ramp': {
      const shape = shapeOf(ramp);
      if (!shape || (!shape.head && !shape.tail))
        return 'It has no ramp of the usual shape, so there is no one ramp length.';
      const lasts = (shape.head ? change.frames : 0) + (shape.tail ? change.frames : 0);
      if (lasts > length)
        return `Ramps of ${plural(change.frames, 'frame')} are longer than the ${length} of the shot.`;
      const crest = (at: typeof shape.head) => at && { ...at, length: change.frames };
      const made = { ...shape, head: crest(shape.head), tail: crest(shape.tail) };
      return { ramp: shapedRamp(made), length };
    }
    case 'crest':
    case 'floor': {
      const now = figuresOf(ramp, length)[change.what];
      if (now === null) return 'It has no crest: its speed does not change.';
      if (now === 0) return 'It stands all the time, so it has no floor.';
      const fast = fastKeys(ramp);
      const wanted = (key: RampKey) =>
        speedOfKey(key) !== 0 && fast(key) === (change.what === 'crest');
      const factor = toNumber(change.speed) / now;
      // The figure that is there already changes no key by a rounding.
      if (Math.abs(factor - 1) < 1e-5) return { ramp, length };
      const made = ramp.map((key) => {
        const { num, den } = toSpeed(speedOfKey(key) * factor);
        return wanted(key) ? { ...key, speed: { num, den } } : key;
      });
      const speeds = (of: (key: RampKey) => boolean) =>
        made.filter((_, i) => of(ramp[i]!)).map((key) => Math.abs(speedOfKey(key)));
      const slowest = Math.min(...speeds(fast));
      const fastest = Math.max(...speeds((key) => speedOfKey(key) !== 0 && !fast(key)));
      const [crest, floor] = [percent(Math.max(...speeds(fast))), percent(fastest)];
      return ramp.some(fast) && fastest >= slowest
        ? `The crest would be ${crest} and the floor ${floor}: it has to be the slower of the two.`
        : { ramp: made, length };
    }
  }
}
