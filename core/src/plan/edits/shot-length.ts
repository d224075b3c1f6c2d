import { shotEnd, filmOf } from '../../film/index.ts';
import { CaesuraError, frames, type ShotIndex, type GivenFrames } from '../../time/index.ts';
import type { Plan } from '../index.ts';
import { scoreOf } from './edit-cuts.ts';

/**
 * Who gives or takes the frames by which a shot changes: the next shot, its section, the last shot,
 * or the whole film.
 */
export type Payer = 'next' | 'section' | 'last' | 'total';

/** Indices of the shots that start in the same section of the music as one, with it. */
export function sectionOf(
  plan: Plan,
  index: ShotIndex,
): { readonly first: number; readonly last: number } {
  const { shots } = scoreOf(plan);
  const starts = filmOf(plan)
    .cues.filter((c) => c.kind === 'section')
    .map((c) => c.frame as number);
  const section = (frame: number) => starts.filter((s) => s <= frame).length;
  const own = section(shots[index]!.start);
  return {
    first: shots.findIndex((s) => section(s.start) === own),
    last: shots.findLastIndex((s) => section(s.start) === own),
  };
}

/**
 * Lengths that sum to another total in about the ratios they had, each at least 1: by largest
 * remainders. Null when there are more of them than frames.
 */
export function shared(lengths: readonly GivenFrames[], total: GivenFrames): number[] | null {
  if (total < lengths.length) return null;
  const before = lengths.reduce((a, b) => a + b, 0);
  const whole = lengths.map((length) => Math.max(1, Math.floor((length * total) / before)));
  const rest = (i: number) => ((lengths[i]! * total) % before) / before;
  const order = lengths.map((_, i) => i).sort((a, b) => rest(b) - rest(a) || a - b);
  let left = total - whole.reduce((a, b) => a + b, 0);
  for (let k = 0; left > 0; k = (k + 1) % order.length, left--) whole[order[k]!]!++;
  // Lengths raised to one frame may have taken too many.
  for (let k = 0; left < 0; k = (k + 1) % order.length)
    if (whole[order[k]!]! > 1) {
      whole[order[k]!]!--;
      left++;
    }
  return whole;
}

/**
 * The lengths of all shots when shot `index` has another and `payer` gives or takes the difference;
 * null when it cannot.
 */
function lengthsPaid(
  plan: Plan,
  lengths: readonly number[],
  { index, length }: { index: number; length: number },
  payer: Payer,
) {
  const by = length - lengths[index]!;
  const changed = lengths.map((l, i) => (i === index ? length : l));
  if (payer === 'total') return changed;
  if (payer === 'section') {
    const { first, last } = sectionOf(plan, index);
    const others = lengths.map((_, i) => i).filter((i) => i >= first && i <= last && i !== index);
    const total = others.reduce((sum, i) => sum + lengths[i]!, 0) - by;
    const paid =
      others.length > 0
        ? shared(
            others.map((i) => lengths[i]!),
            total,
          )
        : null;
    if (!paid) return null;
    others.forEach((i, k) => (changed[i] = paid[k]!));
    return changed;
  }
  const last = lengths.length - 1;
  // The last shot of all is paid for by the one before it.
  const pays = payer === 'last' && index < last ? last : index < last ? index + 1 : index - 1;
  if (pays < 0) return null;
  changed[pays]! -= by;
  return changed[pays]! >= 1 ? changed : null;
}

/**
 * Gives shot `index` (from 0) another length, in frames, with the difference given or taken by
 * `payer`; only with `total` does the film change its length. Throws when there is no such shot,
 * the payer has too few frames, or a locked cut would move.
 */
export function setShotLength(
  plan: Plan,
  index: ShotIndex,
  length: GivenFrames,
  payer: Payer,
): Plan {
  const score = scoreOf(plan);
  if (!score.shots[index] || !Number.isSafeInteger(length) || length < 1)
    throw new CaesuraError(
      'bad-length',
      'A shot lasts at least 1 frame.',
      'Give a length of 1 frame or more.',
    );
  const lengths = score.shots.map((shot, i) => shotEnd(score, i) - shot.start);
  const paid = lengthsPaid(plan, lengths, { index, length }, payer);
  if (!paid)
    throw new CaesuraError(
      'cannot-pay',
      `Shot ${index + 1} cannot have ${length} frames: what is to give them would have none left.`,
      'Choose another to give them, or a shorter length.',
    );
  let at = 0;
  const starts = paid.map((l) => (at += l) - l);
  const moved = score.shots.findIndex((shot, i) => shot.locked && shot.start !== starts[i]);
  if (moved >= 0)
    throw new CaesuraError(
      'cut-locked',
      `Cut ${moved} is locked and would move.`,
      'Unlock it first, or let the shot next to this one give the frames.',
    );
  return {
    ...plan,
    score: {
      length: frames(at),
      shots: score.shots.map((shot, i) => ({ ...shot, start: frames(starts[i]!) })),
    },
  };
}
