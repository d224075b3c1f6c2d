import { shotTime } from '../film/shot-time.ts';
import type { Plan } from '../plan/index.ts';
import {
  floorOf,
  fraction,
  minus,
  ofRational,
  over,
  percent,
  plus,
  plural,
  sourceFrames,
  toDouble,
  toNumber,
  type Fraction,
} from '../time/index.ts';
import type { Plateau } from './plateau.ts';
import {
  longestEasing,
  nearestPlateau,
  playedWords,
  stretchOf,
  type PlayAsked,
  type Played,
} from './play-stretch.ts';
import { runsOut } from './runs-out.ts';
import type { FilmedShot, Solved } from './solve.ts';
import { spliced, type Keeps } from './splice.ts';

const HALF = fraction(1, 2);

/** What is beyond a whole number. */
const partOf = (a: Fraction): Fraction => minus(a, fraction(floorOf(a)));

/** A place in a source frame, kept off its edges by more than a speed is rounded. */
const insideOf = (part: Fraction): Fraction =>
  toDouble(part) < 0.02 ? fraction(1, 50) : toDouble(part) > 0.98 ? fraction(49, 50) : part;

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
  const { from, to, speed, eased } = asked;
  const none = (reason: string): Solved<Played> => ({ found: null, reason, nearest: null });
  const stretch = stretchOf(plan, filmed, asked);
  if (typeof stretch === 'string') return none(stretch);
  const { time, stride, ramp, first, passed, around, gone } = stretch;
  if (keeps === 'after' && passed > length)
    return none(
      `The shot ends ${plural(passed - length, 'frame')} before it comes to the second moment, so nothing after it can stay.`,
    );
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
    return {
      ramp: made,
      sourceIn,
      ...{ speed: of.speed, first: start, last: end },
      became: playedWords(of.speed, start, end),
    };
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
