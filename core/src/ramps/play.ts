import { playedAt, speedAt } from '../curves/index.ts';
import { keysOn, rampOf, shotTime, type ShotTime } from '../film/shot-time.ts';
import { speedOf, strideOf } from '../film/source.ts';
import type { Plan, Ramp } from '../plan/index.ts';
import {
  compare,
  floorOf,
  fraction,
  minus,
  ofRational,
  over,
  percent,
  plus,
  plural,
  rational,
  sourceFrames,
  times,
  toDouble,
  toNumber,
  type Fraction,
  type Rational,
  type SourceFrames,
} from '../time/index.ts';
import { lastsAt, plateauFor, type Plateau } from './plateau.ts';
import { runsOut } from './runs-out.ts';
import type { FilmedShot, Solved } from './solve.ts';
import { constantRamp, spliced, toSpeed, type Keeps } from './splice.ts';

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
}

const HALF = fraction(1, 2);

/** What is beyond a whole number. */
const partOf = (a: Fraction): Fraction => minus(a, fraction(floorOf(a)));

/** A place in a source frame, kept off its edges by more than a speed is rounded. */
const insideOf = (part: Fraction): Fraction =>
  toDouble(part) < 0.02 ? fraction(1, 50) : toDouble(part) > 0.98 ? fraction(49, 50) : part;

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
type Around = Omit<Parameters<typeof plateauFor>[0], 'lasts'>;

/**
 * The stretch of whole frames whose speed comes nearest to the one asked. How far it goes, in
 * frames of the film at normal speed, may hang on how long it lasts.
 */
function nearestPlateau(
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
function longestEasing(asked: Around, speed: Rational, wanted: Fraction): number {
  for (let eased = asked.eased - 1; eased > 0; eased--)
    if (lastsAt({ ...asked, eased }, speed, wanted)) return eased;
  return 0;
}

/**
 * Plays a shot from one moment of its clip to another at a speed, eased over some frames at each
 * end, inside the stretch; what was there before gives way. Both moments are shown on whole frames
 * of the film; so the speed is as near to the one asked as that allows. What comes before stays on
 * its frames, the second moment is shown to the source frame, and the source out gives way (`keeps:
 * 'before'`); or what comes after stays, and the source in gives way. No solution where the moments
 * are in the wrong order, are not come to, or lie nearer than the easings need; then the nearest.
 */
export function playBetween(
  plan: Pick<Plan, 'rate' | 'ramps'>,
  filmed: FilmedShot,
  asked: PlayAsked,
  keeps: Keeps,
): Solved<Played> {
  const { shot, clip, length } = filmed;
  const { from, to, speed, eased, ease = 'ease-in-out' } = asked;
  const none = (reason: string): Solved<Played> => ({ found: null, reason, nearest: null });
  if (to <= from) return none('The second moment does not come after the first.');
  if (compare(speed, rational(0)) <= 0)
    return none('A stretch is played forwards, faster than 0 %.');
  if (to >= clip.frames)
    return none(`The clip has no frame ${to}: it ends with ${clip.frames - 1}.`);
  const time = shotTime(plan, shot, clip, length);
  const stride = strideOf(clip.rate, plan.rate);
  if (from < time.at(0))
    return none(
      `The shot begins with source frame ${time.at(0)}, after the first moment: let the source in be ${from} or earlier first.`,
    );
  const walk = { length, stride };
  const first = reaches(time, from, { ...walk, from: 0 });
  const passed = first === null ? null : reaches(time, to, { ...walk, from: first });
  if (first === null || passed === null)
    return none('Its speeds never come to both moments: it stands or goes backwards before.');
  if (first >= length)
    return none(
      `The shot ends ${plural(first - length + 1, 'frame')} before it comes to the first moment.`,
    );
  const ramp = rampOf(plan, shot) ?? constantRamp(speedOf(shot));
  const curve = keysOn(ramp, length);
  const around = {
    before: toSpeed(speedAt(curve, first)),
    after: toSpeed(speedAt(curve, passed)),
    ...{ eased, ease },
  };
  if (keeps === 'after' && passed > length)
    return none(
      `The shot ends ${plural(passed - length, 'frame')} before it comes to the second moment, so nothing after it can stay.`,
    );
  const gone = (k: number): Fraction => times(playedAt(curve, k), ofRational(stride));
  /** From where it is on the first frame to where it is to be on the last. */
  const wanted = (lasts: number): Fraction => {
    // To the middle of the second moment where what comes before stays.
    let way = minus(plus(fraction(to - shot.sourceIn), HALF), gone(first));
    if (keeps === 'after') {
      // To where it was on that frame, from where it is when the shot begins on a whole frame.
      const [begun, there] = [minus(gone(first), gone(lasts - (passed - first))), gone(passed)];
      const start = plus(fraction(time.at(first) - shot.sourceIn), partOf(begun));
      way = minus(plus(fraction(floorOf(there)), insideOf(partOf(there))), start);
    }
    return over(way, ofRational(stride));
  };
  const piece = nearestPlateau(around, speed, wanted);
  const solution = (of: Plateau): Played => {
    const made = spliced(ramp, length, { from: first, to: passed, keeps }, of);
    const by = of.lasts - (passed - first);
    const [start, end] = keeps === 'before' ? [first, first + of.lasts] : [first - by, passed];
    const fresh = shotTime(plan, { ...shot, ramp: made, sourceIn: sourceFrames(0) }, clip, length);
    const sourceIn =
      keeps === 'before' ? shot.sourceIn : sourceFrames(time.at(passed) - fresh.at(end));
    return { ramp: made, sourceIn, speed: of.speed, first: start, last: end };
  };
  if (!piece) {
    const most = longestEasing(around, speed, wanted(passed - first));
    const shorter = nearestPlateau({ ...around, eased: most }, speed, wanted);
    return {
      found: null,
      reason: `Easing over ${plural(eased, 'frame')} at each end goes farther than the ${to - from} source frames between the moments: ease over ${most} or fewer.`,
      nearest: shorter && solution(shorter),
    };
  }
  const solved = solution(piece);
  const outside =
    solved.first < 0
      ? `The first moment would be shown ${plural(-solved.first, 'frame')} before the shot begins.`
      : solved.last > length
        ? `The shot ends ${plural(solved.last - length, 'frame')} before it comes to the second moment.`
        : null;
  const out = outside ?? runsOut(plan, filmed, solved);
  if (out) return { found: null, reason: out, nearest: solved };
  const shown = shotTime(plan, { ...shot, ...solved }, clip, length);
  const shows = keeps === 'before' ? to : time.at(passed);
  if (shown.at(solved.last) !== shows)
    return {
      found: null,
      reason: `No speed to a hundredth of a per cent shows source frame ${shows} on a whole frame; ${percent(toNumber(piece.speed))} comes to ${shown.at(solved.last)}.`,
      nearest: solved,
    };
  return { found: solved, reason: null };
}
