import { playedAt, speedAt } from '../curves/index.ts';
import type { LandedMoment } from '../film/landed-moment.ts';
import { keysOn, rampOf, shotTime } from '../film/shot-time.ts';
import { speedOf, strideOf } from '../film/source.ts';
import type { Plan, Ramp } from '../plan/index.ts';
import {
  compare,
  divide,
  floorOf,
  fraction,
  minus,
  ofRational,
  over,
  percent,
  plural,
  plus,
  rational,
  sourceFrames,
  times,
  toNumber,
  type Fraction,
  type Rational,
  type SourceFrames,
} from '../time/index.ts';
import { plateauAt, plateauFor, type Plateau } from './plateau.ts';
import { placeOf } from './places.ts';
import { runsOut } from './runs-out.ts';
import { sourceInFor, type FilmedShot, type Solved } from './solve.ts';
import { constantRamp, HOLD, spliced, startKey, toSpeed, type Piece } from './splice.ts';

/** Speeds and a source in with which moments land. */
export interface Landed {
  readonly ramp: Ramp;
  readonly sourceIn: SourceFrames;
}

/** Longest easing beside a moment that lands; common practice, no source. */
const EASED = 10;
/** Slowest and fastest that an answer is: stillness is an answer only to who asks for it. */
const LEAST = rational(1, 100);
const MOST = rational(100);

/** What is held of a shot beside the moments that are to land. */
export interface LandHolds {
  readonly in?: boolean;
  readonly out?: boolean;
}

const HALF = fraction(1, 2);

/**
 * The points that speeds have to go through, in order: the moments, and the ends of the source that
 * are held. Or why they cannot.
 */
function pointsOf(
  landings: readonly LandedMoment[],
  ends: { readonly first: LandedMoment | null; readonly last: LandedMoment | null },
): readonly LandedMoment[] | string {
  const all = [ends.first, ...landings, ends.last].filter((point) => point !== null);
  const points = all
    .toSorted((a, b) => a.after - b.after)
    // A moment that is to land where it is held to be is one point.
    .filter(
      (p, i, sorted) =>
        i === 0 || p.after !== sorted[i - 1]!.after || p.moment !== sorted[i - 1]!.moment,
    );
  for (const [i, point] of points.slice(1).entries()) {
    const before = points[i]!;
    if (point.after === before.after)
      return `Source frames ${before.moment} and ${point.moment} cannot both be shown on frame ${point.after} of the shot.`;
    if (point.moment <= before.moment)
      return `Source frame ${point.moment} would have to come after ${before.moment}: the moments are in another order than their frames.`;
  }
  return points;
}

/** The speed at each point: as it is at those inside the shot, between those on both sides. */
function speedsAt(
  points: readonly LandedMoment[],
  length: number,
  stride: Rational,
  now: (after: number) => Rational,
): Rational[] {
  const between = points.slice(1).map(({ after, moment }, i) => {
    const { after: from, moment: begun } = points[i]!;
    return divide(rational(moment - begun, after - from), stride);
  });
  return points.map(({ after }, i) => {
    const [before, next] = [between[i - 1], between[i]];
    if (before && next) return toSpeed((toNumber(before) + toNumber(next)) / 2);
    const own = (before ?? next)!;
    return after <= 0 || after >= length - 1 ? toSpeed(toNumber(own)) : now(after);
  });
}

/**
 * The stretches between points, one after the other, each to the middle of the moment at its end,
 * so that rounded speeds still show it; and why one of them cannot be.
 */
function stretches(
  points: readonly LandedMoment[],
  speeds: readonly Rational[],
  {
    gone: begun,
    sourceIn,
    stride,
  }: { readonly gone: Fraction; readonly sourceIn: number; readonly stride: Rational },
): { readonly pieces: readonly Plateau[]; readonly why: string | null } {
  const pieces: Plateau[] = [];
  let gone = begun;
  let why: string | null = null;
  for (const [i, { after, moment }] of points.slice(1).entries()) {
    const { after: from, moment: before } = points[i]!;
    const lasts = after - from;
    const asked = {
      ...{ lasts, before: speeds[i]!, after: speeds[i + 1]! },
      ...{ eased: Math.min(EASED, Math.floor(lasts / 2)), ease: 'ease-in-out' },
    };
    const way = minus(plus(fraction(moment - sourceIn), HALF), gone);
    const asks = plateauFor(asked, over(way, ofRational(stride)))!;
    const [slow, fast] = [compare(asks.speed, LEAST) < 0, compare(asks.speed, MOST) > 0];
    if (slow || fast)
      why ??= `Between source frames ${before} and ${moment} it would take ${percent(toNumber(asks.speed))}, and the ${slow ? 'least is 1' : 'most is 10000'} %.`;
    const found = slow || fast ? plateauAt(asked, slow ? LEAST : MOST) : asks;
    pieces.push(found);
    gone = plus(gone, times(found.goes, ofRational(stride)));
  }
  return { pieces, why };
}

/**
 * Lands moments of a clip on frames of its shot: one by its source in, more by the speeds between
 * them, eased where they land. What comes before the first and after the last stays as it is.
 * `in` and `out` held are two more moments that land: the first source frame on the first frame,
 * the last on the last. No solution where a speed would have to be less than 1 % or more than
 * 10 000 %, where it would have to go back, or where the clip does not last; then the nearest.
 */
export function landAll(
  plan: Pick<Plan, 'rate' | 'ramps'>,
  filmed: FilmedShot,
  landings: readonly LandedMoment[],
  holds: LandHolds = {},
): Solved<Landed> {
  const { shot, clip, length } = filmed;
  const none = (reason: string): Solved<Landed> => ({ found: null, reason, nearest: null });
  const ramp = rampOf(plan, shot) ?? constantRamp(speedOf(shot));
  const time = shotTime(plan, shot, clip, length);
  const points = pointsOf(landings, {
    first: holds.in ? { after: 0, moment: shot.sourceIn } : null,
    last: holds.out ? { after: length - 1, moment: time.at(length - 1) } : null,
  });
  if (typeof points === 'string') return none(points);
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last) return none('No moment is to land.');
  if (first === last) {
    const solved = sourceInFor(plan, filmed, first);
    if (solved.reason === null) return { found: { ramp, sourceIn: solved.found }, reason: null };
    const { reason, nearest } = solved;
    return { found: null, reason, nearest: nearest === null ? null : { ramp, sourceIn: nearest } };
  }
  const stride = strideOf(clip.rate, plan.rate);
  const curve = keysOn(ramp, length);
  const speeds = speedsAt(points, length, stride, (after) => toSpeed(speedAt(curve, after)));
  const gone = times(playedAt(curve, first.after), ofRational(stride));
  const sourceIn = first.moment - floorOf(gone);
  const { pieces, why } = stretches(points, speeds, { gone, sourceIn, stride });
  const whole: Piece = {
    lasts: last.after - first.after,
    keys: pieces.flatMap(({ keys }, i) => {
      // What is too short to be eased jumps; a key says what the speed before it goes over to.
      const jumps = i > 0 && compare(keys[0]!.speed, speeds[i]!) !== 0;
      const all = jumps ? [{ at: 0, speed: speeds[i]!, ease: HOLD }, ...keys] : keys;
      return all.map((key) => ({ ...key, at: key.at + points[i]!.after - first.after }));
    }),
  };
  const gap = { from: first.after, to: last.after, keeps: 'before' } as const;
  const put = spliced(ramp, length, gap, whole);
  // What lands at the end of the shot ends it: no speed of before goes on there.
  const ends: Ramp =
    last.after < length - 1
      ? put
      : [
          ...put.filter((key) => placeOf(key, length) < last.after),
          {
            ...startKey(last.after - length, speeds.at(-1)!, 'linear'),
            from: 'end',
          },
        ];
  const made = {
    ramp: ends,
    sourceIn: sourceFrames(Math.max(0, sourceIn)),
  };
  if (why) return { found: null, reason: why, nearest: made };
  const out =
    sourceIn < 0
      ? `The shot would begin ${plural(-sourceIn, 'source frame')} before the clip does: its speeds up to the first moment use more than there is ahead of it.`
      : runsOut(plan, filmed, made);
  if (out) return { found: null, reason: out, nearest: made };
  const shown = shotTime(plan, { ...shot, ...made }, clip, length);
  const missed = points.find(({ after, moment }) => shown.at(after) !== moment);
  if (missed)
    return {
      found: null,
      reason: `No speeds to a hundredth of a per cent show source frame ${missed.moment} on frame ${missed.after} of the shot.`,
      nearest: made,
    };
  return { found: made, reason: null };
}
