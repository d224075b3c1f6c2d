import { easingText, parseEasing, playedAt, reversedEasing, speedAt } from '../curves/index.ts';
import { keysOn, rampOf, shotTime } from '../film/shot-time.ts';
import { speedOf } from '../film/source.ts';
import type { Plan, Ramp } from '../plan/index.ts';
import {
  CaesuraError,
  compare,
  floorOf,
  fraction,
  minus,
  plural,
  rational,
  sourceFrames,
  times,
  toDouble,
  type GivenFrames,
  type SourceFrames,
} from '../time/index.ts';
import { placeOf } from './places.ts';
import type { FilmedShot } from './solve.ts';
import {
  constantRamp,
  HOLD,
  keyedAt,
  ordered,
  SPEED_PARTS,
  spliced,
  toSpeed,
  type Keeps,
  type Piece,
} from './splice.ts';

/** Other speeds of a shot and its source in with them. */
export interface Shaped {
  readonly ramp: Ramp;
  readonly sourceIn: SourceFrames;
}

/** Keys that a ramp may have. */
const MOST_KEYS = 200;

function checkedFrame({ length }: FilmedShot, at: GivenFrames): void {
  if (!Number.isInteger(at) || at < 0 || at >= length)
    throw new CaesuraError(
      'frame-outside',
      `The shot has no frame ${at}.`,
      `Its frames go from 0 to ${length - 1}.`,
    );
}

const rampIn = (plan: Pick<Plan, 'ramps'>, { shot }: FilmedShot): Ramp =>
  rampOf(plan, shot) ?? constantRamp(speedOf(shot));

/** Puts a piece before a frame of a shot; what is kept stays on its frames. */
function inserted(
  plan: Pick<Plan, 'rate' | 'ramps'>,
  filmed: FilmedShot,
  { at, keeps }: { readonly at: number; readonly keeps: Keeps },
  piece: Piece,
): Shaped {
  const { shot, clip, length } = filmed;
  const from = keeps === 'before' ? at : at - piece.lasts;
  if (from < 0 || from + piece.lasts > length)
    throw new CaesuraError(
      'shape-outside',
      from < 0
        ? `It would begin ${plural(-from, 'frame')} before the shot does.`
        : `It would go on for ${plural(from + piece.lasts - length, 'frame')} after the shot.`,
      'Make it shorter, or begin elsewhere.',
    );
  const ramp = spliced(rampIn(plan, filmed), length, { from: at, to: at, keeps }, piece);
  if (ramp.length > MOST_KEYS)
    throw new CaesuraError(
      'too-many-keys',
      `That would take ${ramp.length} keys, and a ramp has at most ${MOST_KEYS}.`,
      'Repeat it fewer times.',
    );
  if (keeps === 'before') return { ramp, sourceIn: shot.sourceIn };
  const fresh = shotTime(plan, { ...shot, ramp, sourceIn: sourceFrames(0) }, clip, length);
  const now = shotTime(plan, shot, clip, length);
  return { ramp, sourceIn: sourceFrames(now.at(at) - fresh.at(at)) };
}

/**
 * Lets the picture on a frame of a shot stand for so many frames, then goes on as it did. What
 * comes before stays on its frames, or what comes after, to a source frame, since the source in is
 * a whole one. Throws when the shot has no such frame or it would stand for fewer than two.
 */
export function frozen(
  plan: Pick<Plan, 'rate' | 'ramps'>,
  filmed: FilmedShot,
  { at, frames, keeps }: { readonly at: number; readonly frames: number; readonly keeps: Keeps },
): Shaped {
  checkedFrame(filmed, at);
  if (!Number.isInteger(frames) || frames < 2)
    throw new CaesuraError(
      'freeze-short',
      `A picture that stands for ${frames} is no freeze.`,
      'Give two frames or more.',
    );
  // It is shown once anyway.
  const piece = { lasts: frames - 1, keys: [{ at: 0, speed: rational(0), ease: HOLD }] };
  return inserted(plan, filmed, { at, keeps }, piece);
}

/** What is repeated of a shot: so many frames from one on, and how often they are shown in all. */
export interface Stutter {
  readonly at: number;
  readonly frames: number;
  readonly times: number;
  readonly keeps: Keeps;
}

/**
 * Shows some frames of a shot several times in a row, each time as the first, then goes on as it
 * did. The way back takes the step from the last of them to the first. What comes before stays on
 * its frames, or what comes after. Throws when the shot has no such frames, when they are repeated
 * less than once or so often that the ramp has too many keys, or when they go so far that the way
 * back is faster than speeds are.
 */
export function stuttered(
  plan: Pick<Plan, 'rate' | 'ramps'>,
  filmed: FilmedShot,
  { at, frames, times: often, keeps }: Stutter,
): Shaped {
  checkedFrame(filmed, at);
  checkedFrame(filmed, at + frames - 1);
  if (frames < 1 || !Number.isInteger(often) || often < 2)
    throw new CaesuraError(
      'stutter-short',
      `${plural(frames, 'frame')} shown ${plural(often, 'time')} is no stutter.`,
      'Repeat at least one frame, and show it at least twice.',
    );
  const { length } = filmed;
  const last = at + frames - 1;
  const ramp = rampIn(plan, filmed);
  const curve = keysOn(ramp, length);
  const goes = minus(playedAt(curve, last), playedAt(curve, at));
  // A little short of the way rather than beyond it, which would show the frame before.
  const back = rational(-floorOf(times(goes, fraction(SPEED_PARTS))), SPEED_PARTS);
  if (Math.abs(toDouble(goes)) > 100)
    throw new CaesuraError(
      'stutter-far',
      `The way back over ${plural(frames, 'frame')} is faster than 10000 %.`,
      'Repeat fewer frames.',
    );
  const whole = ordered(keyedAt(keyedAt(ramp, length, at), length, last), length);
  const inside = whole
    .map((key) => ({ place: placeOf(key, length), key }))
    .filter(({ place }) => place >= at && place < last)
    .map(({ place, key }) => ({
      at: place - at + 1,
      speed: rational(key.speed.num, key.speed.den),
      ease: key.ease,
    }));
  const there = toSpeed(speedAt(curve, last));
  const final = inside.at(-1);
  const level = final && compare(final.speed, there) === 0;
  const once = [
    { at: 0, speed: back, ease: HOLD },
    ...(level ? [...inside.slice(0, -1), { ...final, ease: HOLD }] : inside),
    // Where its speed changes, what it goes over to before the next way back.
    ...(final && !level ? [{ at: frames, speed: there, ease: HOLD }] : []),
  ];
  const keys = Array.from({ length: often - 1 }, (_, i) =>
    once.map((key) => ({ ...key, at: key.at + i * frames })),
  ).flat();
  return inserted(plan, filmed, { at: last, keeps }, { lasts: (often - 1) * frames, keys });
}

/**
 * A shot played backwards: the same speeds in the other order, from the last source frame that it
 * shows to the first, each within a source frame of where it was.
 */
export function reversed(plan: Pick<Plan, 'rate' | 'ramps'>, filmed: FilmedShot): Shaped {
  const { shot, clip, length } = filmed;
  const keys = ordered(rampIn(plan, filmed), length);
  const ramp = keys
    .map((key, i) => {
      // What led on to a key now leads on from it.
      const before = keys[i - 1];
      const ease = before ? easingText(reversedEasing(parseEasing(before.ease))) : 'linear';
      const at = length - 1 - placeOf(key, length);
      const { num, den } = rational(-key.speed.num, key.speed.den);
      return { from: 'start' as const, at, speed: { num, den }, ease };
    })
    .reverse();
  return { ramp, sourceIn: shotTime(plan, shot, clip, length).at(length - 1) };
}
