import { speedAt } from '../curves/index.ts';
import type { Ramp } from '../plan/index.ts';
import type { ShotFacts } from '../film/shots.ts';
import { rational, toNumber, type Rational } from '../time/index.ts';
import { placeOf } from './places.ts';

/** Speeds on both sides of a cut, times normal, at the instant of the cut. */
export interface Crests {
  readonly out: number;
  readonly into: number;
}

/** The speeds at a cut; null where a side shows no clip. */
export function crestsAt(out: ShotFacts, into: ShotFacts): Crests | null {
  if (!out.time || !into.time) return null;
  // At the cut itself a key that jumps counts for what comes after it, which the outgoing shot does
  // not show.
  const before = out.time.curve.filter(
    (key, i, all) => key.at < out.length || all[i - 1]?.at !== key.at,
  );
  return { out: speedAt(before, out.length), into: speedAt(into.time.curve, 0) };
}

/**
 * What a picture moves on screen in a frame of the film at normal speed, in widths of the frame.
 */
export const onScreen = (speed: number, shiftPerSourceFrame: number, stride: Rational): number =>
  Math.abs(speed) * shiftPerSourceFrame * toNumber(stride);

/**
 * The speed at which one picture moves on screen as fast as another: v·shift·stride the same on
 * both sides. Null where one of them does not move, so that no speed from 1 % on helps.
 */
export function matchingSpeed(
  other: { readonly speed: number; readonly shift: number; readonly stride: Rational },
  own: { readonly shift: number; readonly stride: Rational },
): Rational | null {
  const perSpeed = own.shift * toNumber(own.stride);
  if (perSpeed < 1e-6) return null;
  const speed = onScreen(other.speed, other.shift, other.stride) / perSpeed;
  return speed > 100 || speed < 0.01 ? null : rational(Math.round(speed * 1000), 1000);
}

/**
 * A ramp whose speed at the start or at the end of its shot is another; a constant speed becomes
 * one, with a usual length.
 */
export function withSpeedAt(
  { ramp, length, speed }: ShotFacts,
  end: 'start' | 'end',
  wanted: Rational,
  usualLength = 10,
): Ramp {
  const key = { num: wanted.num, den: wanted.den };
  if (!ramp) {
    const lasts = Math.min(usualLength, Math.max(1, Math.floor(length / 2)));
    const rest = { num: speed.num, den: speed.den };
    return end === 'start'
      ? [
          { from: 'start', at: 0, speed: key, ease: 'ease-in-out' },
          { from: 'start', at: lasts, speed: rest, ease: 'linear' },
        ]
      : [
          { from: 'end', at: -lasts, speed: rest, ease: 'ease-in-out' },
          { from: 'end', at: 0, speed: key, ease: 'linear' },
        ];
  }
  const place = (k: Ramp[number]) => placeOf(k, length);
  const at = end === 'start' ? 0 : length;
  const there = ramp.findIndex((k) => place(k) === at);
  if (there >= 0) return ramp.map((k, i) => (i === there ? { ...k, speed: key } : k));
  const added = { from: end, at: 0, speed: key, ease: 'linear' } as const;
  return [...ramp, added].sort((a, b) => place(a) - place(b));
}
