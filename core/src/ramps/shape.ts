import type { Ramp, RampKey } from '../plan/index.ts';
import { speedAt } from '../curves/index.ts';
import type { ShotFacts } from '../film/shots.ts';
import { rational, type Rational, type GivenFrames } from '../time/index.ts';
import { placeOf } from './places.ts';

/** A ramp as people speak of it: slow in the middle, fast at one cut or both. */
export interface RampShape {
  /** Speed of the slow part. */
  readonly floor: Rational;
  /**
   * Fastest speed at the cut before the shot and at that after it; null where it stays at the
   * floor.
   */
  readonly head: Crest | null;
  readonly tail: Crest | null;
}

/** The fastest point at a cut. */
export interface Crest {
  readonly speed: Rational;
  /** Frames of the film between floor and crest. */
  readonly length: number;
  /** From the earlier of the two to the later. */
  readonly ease: string;
}

/** Usual figures: floor 40–50 %, crest 400 %, 10 frames; common practice, no source. */
export const USUAL_FLOOR: Rational = { num: 1, den: 2 };
export const USUAL_CREST: Crest = { speed: { num: 4, den: 1 }, length: 10, ease: 'ease-in-out' };

/**
 * A ramp length under which it is much shorter than usual, and the crest that then takes the place
 * of the usual one.
 */
const SHORT = 6;
const SHORT_CREST: Rational = { num: 3, den: 1 };

/** What is usual for a ramp of so many frames; common practice, no source. */
export const usualCrest = (length: GivenFrames): Crest => ({
  ...USUAL_CREST,
  length,
  speed: length < SHORT ? SHORT_CREST : USUAL_CREST.speed,
});

/**
 * The keys of a ramp of this shape: crests on the cuts, so that they stay there when the cuts move.
 */
export function shapedRamp({ floor, head, tail }: RampShape): Ramp {
  const key = (from: RampKey['from'], at: number, speed: Rational, ease: string): RampKey => ({
    from,
    at,
    speed: { num: speed.num, den: speed.den },
    ease,
  });
  return [
    ...(head
      ? [key('start', 0, head.speed, head.ease), key('start', head.length, floor, 'linear')]
      : []),
    ...(!head && !tail ? [key('start', 0, floor, 'linear')] : []),
    ...(tail
      ? [key('end', -tail.length, floor, tail.ease), key('end', 0, tail.speed, 'linear')]
      : []),
  ];
}

const sameSpeed = (a: Rational, b: Rational): boolean => a.num * b.den === b.num * a.den;

/** The shape of a ramp that has one, also that of one speed; null for other keys. */
export function shapeOf(ramp: Ramp): RampShape | null {
  const [only] = ramp;
  if (only && ramp.length === 1 && only.from === 'start' && only.at === 0)
    return { floor: only.speed, head: null, tail: null };
  const starts = ramp.filter((key) => key.from === 'start');
  const ends = ramp.filter((key) => key.from === 'end');
  const [[h0, h1], [t0, t1]] = [starts, ends];
  const headed = starts.length === 2 && h0!.at === 0 && h1!.at > 0;
  const tailed = ends.length === 2 && t1!.at === 0 && t0!.at < 0;
  if ((starts.length > 0 && !headed) || (ends.length > 0 && !tailed)) return null;
  const floor = h1 ?? t0;
  if (!floor || (h1 && t0 && !sameSpeed(h1.speed, t0.speed))) return null;
  return {
    floor: floor.speed,
    head: headed ? { speed: h0!.speed, length: h1!.at, ease: h0!.ease } : null,
    tail: tailed ? { speed: t1!.speed, length: -t0!.at, ease: t0!.ease } : null,
  };
}

/** An end of a shot, by the cut at it. */
export type RampEnd = 'head' | 'tail';

/**
 * The keys of a ramp that lie within a ramp length of a cut: those that give way to a crest there.
 */
export const keysNear = (
  { ramp, length }: Pick<ShotFacts, 'ramp' | 'length'>,
  end: RampEnd,
  lasts: GivenFrames,
): readonly RampKey[] =>
  (ramp ?? []).filter((key) => {
    const place = placeOf(key, length);
    return end === 'head' ? place <= lasts : place >= length - lasts;
  });

/**
 * The ramp of a shot that is fastest at one of its cuts: of the usual shape where it has that or
 * none, else with its keys outside the ramp length as they are, and the speed there as the floor.
 */
export function withCrest(
  facts: Pick<ShotFacts, 'ramp' | 'length' | 'speed' | 'time'>,
  end: RampEnd,
  crest: Crest,
): Ramp {
  const { ramp, length, speed, time } = facts;
  const shape = ramp ? shapeOf(ramp) : { floor: speed, head: null, tail: null };
  if (shape) return shapedRamp({ ...shape, [end]: crest });
  const place = (key: RampKey) => placeOf(key, length);
  const gone = new Set(keysNear(facts, end, crest.length));
  const at = end === 'head' ? crest.length : length - crest.length;
  const now = time ? speedAt(time.curve, at) : 1;
  const floor = rational(Math.round(now * 10_000), 10_000);
  const added = shapedRamp({ floor, head: null, tail: null, [end]: crest });
  return [...ramp!.filter((key) => !gone.has(key)), ...added].sort((a, b) => place(a) - place(b));
}
