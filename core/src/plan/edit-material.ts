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

/**
 * Makes two clips of one that holds a second shot from a frame on: each usable on its own side. Shots that used the clip
 * keep the first. Throws when one side would be empty or the new id is there already.
 */
export function splitClip(plan: Plan, id: string, at: SourceFrames, newId: string): Plan {
  const place = plan.clips.findIndex((c) => c.id === id);
  const clip = plan.clips[place];
  if (!clip || at <= clip.usable.in || at >= clip.usable.out)
    throw new CaesuraError(
      'bad-split',
      'A clip cannot be split outside its usable range.',
      'Choose a frame inside it.',
    );
  if (plan.clips.some((c) => c.id === newId)) throw new CaesuraError('same-clip', 'That clip is in the plan already.');
  const first = { ...clip, usable: { in: clip.usable.in, out: at } };
  const name = `${clip.name.slice(0, 110)}, second shot`;
  const second = { ...clip, id: newId, name, usable: { in: at, out: clip.usable.out } };
  return { ...plan, clips: [...plan.clips.slice(0, place), first, second, ...plan.clips.slice(place + 1)] };
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
