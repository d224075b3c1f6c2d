import { CaesuraError, type SourceFrames } from '../time/index.ts';
import type { Clip, Plan } from './schema.ts';

/** Adds clips at the end. Throws when an id is there already. */
export function addClips(plan: Plan, clips: readonly Clip[]): Plan {
  const ids = new Set(plan.clips.map((c) => c.id));
  const twice = clips.find((c) => ids.has(c.id));
  if (twice) throw new CaesuraError('same-clip', `“${twice.name}” is in the plan already.`);
  return { ...plan, clips: [...plan.clips, ...clips] };
}

/** Replaces the clip of the same id. */
export const changeClip = (plan: Plan, clip: Clip): Plan => ({
  ...plan,
  clips: plan.clips.map((c) => (c.id === clip.id ? clip : c)),
});

/** Lets the usable range of a clip end at a frame. Throws when nothing would be left of it. */
export function endUsableAt(plan: Plan, id: string, out: SourceFrames): Plan {
  const clip = plan.clips.find((c) => c.id === id);
  if (!clip || out <= clip.usable.in || out > clip.frames)
    throw new CaesuraError('bad-range', 'Nothing of the clip would be left.', 'Choose a later end.');
  return changeClip(plan, { ...clip, usable: { in: clip.usable.in, out } });
}

/** Removes a clip; shots that used it stay, without a clip. */
export const removeClip = (plan: Plan, id: string): Plan => ({
  ...plan,
  clips: plan.clips.filter((c) => c.id !== id),
  score: plan.score && {
    ...plan.score,
    shots: plan.score.shots.map((s) => (s.clip === id ? { ...s, clip: null } : s)),
  },
});

/** Moves a clip one place earlier (−1) or later (1) in the order; at the end it stays. */
export function moveClip(plan: Plan, id: string, by: 1 | -1): Plan {
  const from = plan.clips.findIndex((c) => c.id === id);
  const to = from + by;
  if (from < 0 || to < 0 || to >= plan.clips.length) return plan;
  const clips = [...plan.clips];
  [clips[from], clips[to]] = [clips[to]!, clips[from]!];
  return { ...plan, clips };
}
