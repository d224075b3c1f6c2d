import type { GivenFrames } from '../time/index.ts';
import type { ShotFacts } from '../film/shots.ts';
import { joinValues } from './values.ts';
import type { JoinFacts } from './windows.ts';
import type { Side } from './window.ts';

/** What a side of a join needs beyond what its shot uses, in source frames. */
export interface Handle {
  readonly side: Side;
  readonly needed: number;
  /** What the file has beyond the used range on that end. */
  readonly there: number;
  /** There less needed; negative when frames are missing. */
  readonly spare: number;
  /** Frames of the film for which the file lasts on this side of the window. */
  readonly lasts: number;
}

/**
 * The handle of one side for so many frames of the film beyond the cut, exactly as stepped frame by
 * frame: the source frames shown there that lie beyond those that the shot uses. At both ends of
 * the file, where a ramp goes both ways; told is the end with less to spare. Null without a clip.
 */
export function handleFor(
  side: Side,
  { time, used, clip, length }: ShotFacts,
  frames: GivenFrames,
): Handle | null {
  if (!time || !used || !clip) return null;
  const at = (k: number) => time.at(side === 'out' ? length - 1 + k : -k);
  let [low, high, lasts] = [used.lowest as number, used.highest as number, 0];
  for (let k = 1; k <= frames; k++) {
    const frame = at(k);
    low = Math.min(low, frame);
    high = Math.max(high, frame);
    if (low >= 0 && high < clip.frames) lasts = k;
  }
  const ahead = { needed: used.lowest - low, there: used.lowest as number };
  const behind = { needed: high - used.highest, there: clip.frames - 1 - used.highest };
  // Without a window it is the end that the picture would run towards.
  const rises = side === 'out' ? at(1) >= at(0) : at(1) > at(0);
  const [usual, other] = rises ? [behind, ahead] : [ahead, behind];
  const spare = (h: { needed: number; there: number }) => h.there - h.needed;
  const told = other.needed > 0 && spare(other) < spare(usual) ? other : usual;
  return { side, ...told, spare: spare(told), lasts };
}

/** Frames beyond the cut, of those on which a side is on screen, up to the last that is seen. */
function seenBeyond(join: JoinFacts, side: Side): number {
  const most = side === 'out' ? join.blend.after : join.blend.before;
  if (most === 0) return 0;
  const values = joinValues(join)[side];
  const seen = values
    .filter(({ at, opacity }) => opacity > 0 && (side === 'out' ? at >= 0 : at < 0))
    .map(({ at }) => (side === 'out' ? at + 1 : -at));
  return Math.min(most, Math.max(0, ...seen));
}

/**
 * The handles that both sides of a join need: frames after the cut of the outgoing, before it of
 * the incoming, as far as both are on screen and not invisible.
 */
export function handlesOf(join: JoinFacts): {
  readonly out: Handle | null;
  readonly in: Handle | null;
} {
  const { out, into, settings } = join;
  const { hold } = settings;
  return {
    out: handleFor('out', out, hold.out ? 0 : seenBeyond(join, 'out')),
    in: handleFor('in', into, hold.in ? 0 : seenBeyond(join, 'in')),
  };
}
