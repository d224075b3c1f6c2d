import {
  sourceFrames,
  type Rational,
  type SourceFrames,
  type GivenFrames,
} from '../../time/index.ts';
import type { Material, Problem } from './problem.ts';

/** How a clip is best shown in a shot. */
export interface Fit {
  readonly sourceIn: SourceFrames;
  /** Place among the speeds of the clip. */
  readonly speed: number;
  /**
   * The moment that lands on a cue and how many frames of the film after the start of the shot;
   * null when none does.
   */
  readonly landed: { readonly moment: SourceFrames; readonly after: number } | null;
  /** Costs of the source alone, weighted. */
  readonly moment: number;
  readonly movement: number;
  readonly speedCost: number;
  readonly cost: number;
}

/** Starts tried for a clip without a moment to land: so many, evenly spread over what there is. */
const STARTS = 4;
/** The strongest cues inside a shot on which a moment is tried. */
export const CUES_TRIED = 3;
/** Worth from which a cue is one that a moment may land on. */
export const LANDING_WORTH = 0.3;

/** ⌊k·num/den⌋, exact while the product is below 2⁵³. */
const stepped = (k: number, { num, den }: Rational): number => Math.floor((k * num) / den);

/** Uses of a clip that differ from one another; further ones are the same again. */
export const turnsOf = ({ moments }: Material): number => Math.max(1, moments.length) * STARTS;

/**
 * The way the picture of a clip goes over the frames [from, to), in radians; not a number when it
 * hardly goes or is unknown.
 */
function wayOver({ shift }: Material, from: number, to: number): number {
  if (!shift) return NaN;
  const [a, b] = [Math.max(0, from), Math.min(shift.x.length - 1, to)];
  const [x, y] = [shift.x[b]! - shift.x[a]!, shift.y[b]! - shift.y[a]!];
  return Math.hypot(x, y) < shift.least ? NaN : Math.atan2(y, x);
}

/** The ways the picture goes after the start of a shot and before its end. */
export function endWays(
  material: Material,
  { sourceIn, speed }: Pick<Fit, 'sourceIn' | 'speed'>,
  length: GivenFrames,
): { readonly head: number; readonly tail: number } {
  const end = sourceIn + stepped(length - 1, strideAt(material, speed)) + 1;
  const reach = material.shift?.reach ?? 0;
  // The shift of a frame is that from the one before it.
  return {
    head: wayOver(material, sourceIn + 1, Math.min(end, sourceIn + 1 + reach)),
    tail: wayOver(material, Math.max(sourceIn + 1, end - reach), end),
  };
}

/** Stride of a clip at one of its speeds. */
export const strideAt = ({ stride, speeds }: Material, speed: number): Rational => ({
  num: stride.num * speeds[speed]!.num,
  den: stride.den * speeds[speed]!.den,
});

/** What of a clip decides for how long it lasts. */
export type Lasting = Pick<Material, 'usable' | 'frames'>;

/**
 * Starts between which a clip lasts for a shot of `length` frames at a stride, handles included, as
 * stepped frame by frame: what is shown k frames after the start is start + ⌊k·stride⌋. Null when
 * it does not last.
 */
export function startsFor(
  { usable, frames }: Lasting,
  length: GivenFrames,
  stride: Rational,
  handles: Problem['handles'],
): { readonly least: number; readonly most: number } | null {
  const least = Math.max(usable.in, -stepped(-handles.before, stride));
  const most = Math.min(
    usable.out - 1 - stepped(length - 1, stride),
    frames - 1 - stepped(length - 1 + handles.after, stride),
  );
  return least <= most ? { least, most } : null;
}

/**
 * The most frames of the film for which a clip lasts at a stride, handles included; 0 when it does
 * not last for one.
 */
export function longestFor(clip: Lasting, stride: Rational, handles: Problem['handles']): number {
  const lasts = (length: number) => startsFor(clip, length, stride, handles) !== null;
  if (!lasts(1)) return 0;
  let [low, high] = [1, 2];
  while (lasts(high)) [low, high] = [high, 2 * high];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (lasts(middle)) low = middle;
    else high = middle;
  }
  return low;
}

/**
 * The part of the frames of a clip from `from` on, `reach` of them, in which it moves, 0–1; 1 when
 * nothing is known.
 */
function movingPart({ movement }: Material, from: number, reach: number): number {
  if (!movement) return 1;
  const to = Math.min(movement.length - 1, from + Math.max(1, reach));
  return (movement[to]! - movement[from]!) / Math.max(1, to - from);
}

/**
 * The cheapest way to show a clip the `use`-th time for `length` frames of the film; null when it
 * does not last at any of its speeds. `cues` are the frames after the start of the shot, strongest
 * first, on which a moment may land; the start itself is one.
 */
export type FitClip = (use: number, length: number, cues: readonly number[]) => Fit | null;

/**
 * Finds the cheapest ways to show a clip. Each time it is shown its moments take turns, so that
 * each has its place; without moments the starts do.
 */
export const fitterOf =
  (material: Material, { handles, weights }: Pick<Problem, 'handles' | 'weights'>): FitClip =>
  (use, length, cues) => {
    let best: Fit | null = null;
    const { moments } = material;
    const moment = moments.length > 0 ? moments[use % moments.length]! : null;
    material.speeds.forEach(({ num, den }, speed) => {
      const stride = strideAt(material, speed);
      const room = startsFor(material, length, stride, handles);
      if (!room) return;
      const speedCost = weights.speed * Math.abs(Math.log(num / den));
      const reach = stepped(length - 1, stride);
      const offer = (start: number, landed: Fit['landed']) => {
        const missed = moment !== null && !landed ? weights.moment : 0;
        const still = weights.movement * (1 - movingPart(material, start, reach));
        const cost = speedCost + missed + still;
        if (!best || cost < best.cost)
          best = {
            sourceIn: sourceFrames(start),
            speed,
            landed,
            moment: missed,
            movement: still,
            speedCost,
            cost,
          };
      };
      if (moment !== null)
        for (const after of cues) {
          const start = moment - stepped(after, stride);
          if (start >= room.least && start <= room.most) offer(start, { moment, after });
        }
      for (let i = 0; i < STARTS; i++) {
        // Each use begins at another of the starts, so that the same pictures are not shown again.
        const part = ((i + use) % STARTS) / (STARTS - 1);
        offer(room.least + Math.floor((room.most - room.least) * part), null);
      }
    });
    return best;
  };
