import { CaesuraError } from '../../time/index.ts';
import type { Plan } from '../index.ts';
import { clipWish, WishesSchema, type ClipWish, type Wishes } from '../index.ts';

/**
 * Changes what a layout is to be like. Throws when a value cannot be, or the shortest shot is
 * longer than the longest.
 */
export function changeWishes(plan: Plan, change: Partial<Wishes>): Plan {
  const parsed = WishesSchema.safeParse({ ...plan.wishes, ...change });
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    throw new CaesuraError(
      'bad-wish',
      `That cannot be wished for: ${issue?.message}.`,
      'Give another value.',
    );
  }
  const { shortest, longest } = parsed.data;
  if (shortest !== null && longest !== null && shortest > longest)
    throw new CaesuraError(
      'bad-wish',
      `The shortest shot, ${shortest} frames, would be longer than the longest, ${longest}.`,
      'Make the longest longer first.',
    );
  return { ...plan, wishes: parsed.data };
}

/** Changes how a clip may be used. Throws when there is no such clip or the value cannot be. */
export function wishClip(plan: Plan, id: string, change: Partial<ClipWish>): Plan {
  if (!plan.clips.some((c) => c.id === id))
    throw new CaesuraError('no-such-clip', 'That clip is not in the plan.', 'Choose another.');
  const wish = { ...clipWish(plan.wishes, id), ...change };
  return changeWishes(plan, { clips: { ...plan.wishes.clips, [id]: wish } });
}
