import { playedAt, speedAt, type SpeedCurve } from '../curves/index.ts';
import { keysOn, rampOf, shotTime, type ShotTime } from '../film/shot-time.ts';
import { speedOf, strideOf } from '../film/source.ts';
import type { Plan, Ramp } from '../plan/index.ts';
import {
  compare,
  percent,
  plural,
  rational,
  times,
  ofRational,
  toDouble,
  toNumber,
  type Fraction,
  type Rational,
  type SourceFrames,
} from '../time/index.ts';
import { lastsAt, plateauFor, type Plateau } from './plateau.ts';
import type { FilmedShot } from './solve.ts';
import { constantRamp, toSpeed } from './splice.ts';

/** A stretch of a shot that is to be played at a speed, from one moment of its clip to another. */
export interface PlayAsked {
  readonly from: SourceFrames;
  readonly to: SourceFrames;
  readonly speed: Rational;
  /** Frames of the film over which it is eased at each end, inside the stretch. */
  readonly eased: number;
  readonly ease?: string;
}

/** A shot with such a stretch. */
export interface Played {
  readonly ramp: Ramp;
  readonly sourceIn: SourceFrames;
  /** The speed between the easings: as near to that asked as whole frames allow. */
  readonly speed: Rational;
  /** Frames after the start of the shot on which the two moments are shown. */
  readonly first: number;
  readonly last: number;
  /** What was found, in words. */
  readonly became: string;
}

/** Where a stretch lies in a shot before it is played anew. */
export interface Stretch {
  readonly time: ShotTime;
  readonly stride: Rational;
  readonly ramp: Ramp;
  readonly curve: SpeedCurve;
  /** Frames after the start of the shot on which it comes to the two moments. */
  readonly first: number;
  readonly passed: number;
  /** What it is eased from and to. */
  readonly around: Around;
  /** Source frames gone up to a frame of the shot, before rounding. */
  readonly gone: (k: number) => Fraction;
}

/** First frame of a shot, or after it, on which it has come to a source frame; null where never. */
function reaches(
  { at, curve }: ShotTime,
  wanted: number,
  {
    from,
    length,
    stride,
  }: { readonly from: number; readonly length: number; readonly stride: Rational },
): number | null {
  const end = Math.max(length, curve.at(-1)!.at);
  for (let k = from; k <= end; k++) if (at(k) >= wanted) return k;
  const perFrame = speedAt(curve, end) * toNumber(stride);
  if (perFrame <= 0) return null;
  for (let k = end + Math.floor((wanted - at(end)) / perFrame) - 1; ; k++)
    if (k > end && at(k) >= wanted) return k;
}

/** What a stretch is eased from and to, and how. */
export type Around = Omit<Parameters<typeof plateauFor>[0], 'lasts'>;

/**
 * The stretch of whole frames whose speed comes nearest to the one asked. How far it goes, in
 * frames of the film at normal speed, may hang on how long it lasts.
 */
export function nearestPlateau(
  asked: Around,
  speed: Rational,
  wanted: (lasts: number) => Fraction,
): Plateau | null {
  const lasts = lastsAt(asked, speed, wanted(2 * asked.eased));
  if (!lasts) return null;
  const about = Math.floor(toDouble(lasts));
  const tried = [about, about + 1]
    .filter((n) => n >= Math.max(1, 2 * asked.eased))
    .flatMap((n) => plateauFor({ ...asked, lasts: n }, wanted(n)) ?? [])
    .filter((found) => found.speed.num > 0);
  const off = (found: Plateau) => Math.abs(Math.log(toNumber(found.speed) / toNumber(speed)));
  return tried.toSorted((a, b) => off(a) - off(b))[0] ?? null;
}

/** The longest easing with which a stretch can still be played at a speed. */
export function longestEasing(asked: Around, speed: Rational, wanted: Fraction): number {
  for (let eased = asked.eased - 1; eased > 0; eased--)
    if (lastsAt({ ...asked, eased }, speed, wanted)) return eased;
  return 0;
}

/**
 * Where two moments of a clip lie in its shot; or why they cannot be played from one to the other:
 * they are in the wrong order, or are not come to.
 */
export function stretchOf(
  plan: Pick<Plan, 'rate' | 'ramps'>,
  { shot, clip, length }: FilmedShot,
  { from, to, speed, eased, ease = 'ease-in-out' }: PlayAsked,
): Stretch | string {
  if (to <= from) return 'The second moment does not come after the first.';
  if (compare(speed, rational(0)) <= 0) return 'A stretch is played forwards, faster than 0 %.';
  if (to >= clip.frames) return `The clip has no frame ${to}: it ends with ${clip.frames - 1}.`;
  const time = shotTime(plan, shot, clip, length);
  const stride = strideOf(clip.rate, plan.rate);
  if (from < time.at(0))
    return `The shot begins with source frame ${time.at(0)}, after the first moment: let the source in be ${from} or earlier first.`;
  const walk = { length, stride };
  const first = reaches(time, from, { ...walk, from: 0 });
  const passed = first === null ? null : reaches(time, to, { ...walk, from: first });
  if (first === null || passed === null)
    return 'Its speeds never come to both moments: it stands or goes backwards before.';
  if (first >= length)
    return `The shot ends ${plural(first - length + 1, 'frame')} before it comes to the first moment.`;
  const ramp = rampOf(plan, shot) ?? constantRamp(speedOf(shot));
  const curve = keysOn(ramp, length);
  return {
    ...{ time, stride, ramp, curve, first, passed },
    around: {
      before: toSpeed(speedAt(curve, first)),
      after: toSpeed(speedAt(curve, passed)),
      ...{ eased, ease },
    },
    gone: (k) => times(playedAt(curve, k), ofRational(stride)),
  };
}

/** A stretch as it was found, in words: its speed, and the frames after the start of the shot. */
export const playedWords = (speed: Rational, first: number, last: number): string =>
  `${percent(toNumber(speed))} over ${plural(last - first, 'frame')}`;
