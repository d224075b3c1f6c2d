import { easingText, parseEasing, playedAt, speedAt, splitEasing } from '../curves/index.ts';
import { keysOn } from '../film/shot-time.ts';
import type { Ramp, RampKey } from '../plan/index.ts';
import {
  compare,
  floorOf,
  fraction,
  minus,
  over,
  rational,
  times,
  toNumber,
  type GivenFrames,
  type Rational,
} from '../time/index.ts';
import { placeOf } from './places.ts';

/** An easing that holds a speed up to the next key. */
export const HOLD = 'steps(1)';

/** Parts of normal speed to which speeds are rounded: a hundredth of a per cent. */
export const SPEED_PARTS = 10_000;

/** A speed to a hundredth of a per cent. */
export const toSpeed = (value: number): Rational =>
  rational(Math.round(value * SPEED_PARTS), SPEED_PARTS);

/** A key counted from the start of its shot. */
export const startKey = (at: number, { num, den }: Rational, ease: string): RampKey => ({
  from: 'start',
  at,
  speed: { num, den },
  ease,
});

/** A constant speed as a ramp of one key. */
export const constantRamp = (speed: Rational): Ramp => [startKey(0, speed, 'linear')];

/** The keys of a ramp in the order of their frames. */
export const ordered = (ramp: Ramp, length: GivenFrames): RampKey[] =>
  [...ramp].sort((a, b) => placeOf(a, length) - placeOf(b, length));

const speedOfKey = ({ speed }: RampKey): Rational => rational(speed.num, speed.den);

/**
 * A ramp with a key on a frame of its shot that changes nothing of how it goes: the easing that
 * leads over that frame is split there. As it is where a key lies on the frame.
 */
export function keyedAt(ramp: Ramp, length: GivenFrames, at: GivenFrames): Ramp {
  const keys = ordered(ramp, length);
  const place = (key: RampKey) => placeOf(key, length);
  if (keys.some((key) => place(key) === at)) return ramp;
  const i = keys.findLastIndex((key) => place(key) < at);
  const [before, after] = [keys[i], keys[i + 1]];
  if (!before) return [startKey(at, speedOfKey(after!), HOLD), ...keys];
  if (!after)
    return [
      ...keys.slice(0, -1),
      { ...before, ease: HOLD },
      startKey(at, speedOfKey(before), 'linear'),
    ];
  const level = compare(speedOfKey(before), speedOfKey(after)) === 0;
  const part = (at - place(before)) / (place(after) - place(before));
  const split = splitEasing(parseEasing(before.ease), part);
  const keyed = (speed: Rational): Ramp => [
    ...keys.slice(0, i),
    { ...before, ease: easingText(split.before) },
    startKey(at, speed, easingText(split.after)),
    ...keys.slice(i + 1),
  ];
  return keyed(
    level ? speedOfKey(before) : speedKeeping(keys, { length, to: place(after), at }, keyed),
  );
}

/**
 * The speed of a key that is put into an easing with which all of it goes as far as it went: its
 * halves are rounded, and what comes after must not be a source frame behind. As fine as speeds
 * are, and never short of it.
 */
function speedKeeping(
  ramp: Ramp,
  { length, at, to }: { readonly length: number; readonly at: number; readonly to: number },
  made: (speed: Rational) => Ramp,
): Rational {
  const goes = (of: Ramp) => playedAt(keysOn(of, length), to);
  const near = speedAt(keysOn(ramp, length), at);
  const parts = Math.abs(near) < 9 ? 10 * SPEED_PARTS : SPEED_PARTS;
  const [none, one] = [goes(made(rational(0))), goes(made(rational(1)))];
  const slope = minus(one, none);
  if (slope.num <= 0n) return toSpeed(near);
  const wanted = times(over(minus(goes(ramp), none), slope), fraction(parts));
  const speed = rational(-floorOf(times(wanted, fraction(-1))), parts);
  // Where the halves are no curves of their own, what is seen there is.
  return Math.abs(toNumber(speed) - near) < 0.01 ? speed : toSpeed(near);
}

/** A piece of a ramp: keys from frame 0 on, and how many frames it lasts. */
export interface Piece {
  readonly lasts: number;
  readonly keys: readonly {
    readonly at: number;
    readonly speed: Rational;
    readonly ease: string;
  }[];
}

/** What stays on its frames of the film when a piece is put into a ramp. */
export type Keeps = 'before' | 'after';

/** The frames of a ramp that a piece takes the place of, [from, to). */
interface Gap {
  readonly from: number;
  readonly to: number;
}

/**
 * What leads to a piece: all keys before it, and how fast it was there. Where it was level before,
 * that speed is held up to the piece; else a second key on the same frame says where it got to.
 */
function leadingTo(before: readonly RampKey[], arrival: RampKey, first: Rational): RampKey[] {
  const same = compare(speedOfKey(arrival), first) === 0;
  const last = before.at(-1);
  if (same) return [...before];
  if (last && compare(speedOfKey(last), speedOfKey(arrival)) === 0)
    return [...before.slice(0, -1), { ...last, ease: HOLD }];
  return !last && arrival.at <= 0 ? [] : [...before, arrival];
}

/**
 * A ramp with a piece in place of some of its frames. What lies on the other side of it goes along
 * with it, so that each of its speeds goes with its pictures: what comes after where `before` keeps
 * its frames, and what comes before where `after` does. Keys counted from the end of the shot stay
 * there; those that the piece would cover give way. Where the piece changes how long it all takes,
 * the source in is another when `after` is kept; see `sourceInKept`.
 */
export function spliced(
  ramp: Ramp,
  length: GivenFrames,
  gap: Gap & { readonly keeps: Keeps },
  piece: Piece,
): Ramp {
  const { from, to, keeps } = gap;
  const keys = ordered(keyedAt(keyedAt(ramp, length, from), length, to), length);
  const place = (key: RampKey) => placeOf(key, length);
  const by = piece.lasts - (to - from);
  const first = piece.keys[0]!.speed;
  const arrival = keys.find((key) => place(key) === from)!;
  const leading = leadingTo(
    keys.filter((key) => place(key) < from),
    arrival,
    first,
  );
  const going = keys.findLast((key) => place(key) === to)!;
  const following = [going, ...keys.filter((key) => place(key) > to)];
  const moved = (all: readonly RampKey[], frames: number): RampKey[] =>
    all.map((key) => ({ ...key, at: key.at + frames }));
  const inserted = piece.keys.map(({ at, speed, ease }) => startKey(from + at, speed, ease));
  if (keeps === 'after') return [...moved([...leading, ...inserted], -by), ...following];
  const kept = following.filter(
    (key) => key.from === 'start' || place(key) > from + piece.lasts || key === going,
  );
  return [
    ...leading,
    ...inserted,
    ...kept.map((key) => {
      if (key.from === 'start') return { ...key, at: key.at + by };
      // What is counted from the end stays, but for the speed that goes on right after the piece.
      return key === going && by !== 0
        ? { ...startKey(from + piece.lasts, speedOfKey(key), key.ease) }
        : key;
    }),
  ];
}
