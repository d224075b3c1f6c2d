import { CaesuraError, type SourceFrames } from '../../time/index.ts';
import type { Clip, Plan, PlanMoment, Shot } from '../index.ts';

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

const found = (plan: Plan, id: string): Clip => {
  const clip = plan.clips.find((c) => c.id === id);
  if (!clip) throw new CaesuraError('no-clip', 'That clip is not in the plan.', 'Choose another.');
  return clip;
};

/**
 * Sets the part of a clip that is worth using, [from, to). Throws when it is empty or not inside
 * the clip.
 */
export function setUsable(plan: Plan, id: string, from: SourceFrames, to: SourceFrames): Plan {
  const clip = found(plan, id);
  if (from >= to)
    throw new CaesuraError(
      'bad-range',
      'Nothing of the clip would be left.',
      'Let it end after it starts.',
    );
  if (from < 0 || to > clip.frames)
    throw new CaesuraError(
      'bad-range',
      `The clip has only ${clip.frames} frames.`,
      'Stay inside it.',
    );
  return changeClip(plan, { ...clip, usable: { in: from, out: to } });
}

/** Keeps a moment, in place of one on the same frame. Throws when the frame is not in the clip. */
export function pinMoment(plan: Plan, id: string, moment: PlanMoment): Plan {
  const clip = found(plan, id);
  if (moment.at < 0 || moment.at >= clip.frames)
    throw new CaesuraError(
      'bad-moment',
      `The clip has no frame ${moment.at}.`,
      `Its last is ${clip.frames - 1}.`,
    );
  const moments = [...clip.moments.filter((m) => m.at !== moment.at), moment].sort(
    (a, b) => a.at - b.at,
  );
  return changeClip(plan, {
    ...clip,
    moments,
    declined: clip.declined.filter((at) => at !== moment.at),
  });
}

/** Keeps several moments. */
export const pinMoments = (plan: Plan, id: string, moments: readonly PlanMoment[]): Plan =>
  moments.reduce((edited, moment) => pinMoment(edited, id, moment), plan);

/** Keeps moments of several clips, by clip. */
export const pinAll = (plan: Plan, moments: readonly (readonly [id: string, PlanMoment])[]): Plan =>
  moments.reduce((edited, [id, moment]) => pinMoment(edited, id, moment), plan);

/** Moves a moment to another frame. Throws when there is none, or the frame is not in the clip. */
export function moveMoment(plan: Plan, id: string, from: SourceFrames, to: SourceFrames): Plan {
  const moment = found(plan, id).moments.find((m) => m.at === from);
  if (!moment)
    throw new CaesuraError('no-moment', `There is no moment on frame ${from}.`, 'Choose another.');
  return pinMoment(unpinMoment(plan, id, from), id, { ...moment, at: to });
}

/** Lets a moment go. */
export function unpinMoment(plan: Plan, id: string, at: SourceFrames): Plan {
  const clip = found(plan, id);
  return changeClip(plan, { ...clip, moments: clip.moments.filter((m) => m.at !== at) });
}

/** Notes that the moment proposed on a frame is not wanted. */
export function declineMoment(plan: Plan, id: string, at: SourceFrames): Plan {
  const clip = found(plan, id);
  return changeClip(plan, { ...clip, declined: [...clip.declined.filter((d) => d !== at), at] });
}

/** Sets below what a clip counts as still; null for the usual limits. */
export function setLimits(plan: Plan, id: string, limits: Clip['limits'] | null): Plan {
  const { limits: before, ...clip } = found(plan, id);
  return changeClip(plan, limits ? { ...clip, limits } : clip);
}

/** Puts the clips in another order, given as their ids. Clips not named stay at the end. */
export function orderClips(plan: Plan, ids: readonly string[]): Plan {
  const place = new Map(ids.map((id, i) => [id, i]));
  const at = (clip: Clip) => place.get(clip.id) ?? ids.length;
  return { ...plan, clips: plan.clips.toSorted((a, b) => at(a) - at(b)) };
}

/**
 * Makes two clips of one that holds a second shot from a frame on: each usable on its own side.
 * Shots that used the clip keep the first. Throws when one side would be empty or the new id is
 * there already.
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
  if (plan.clips.some((c) => c.id === newId))
    throw new CaesuraError('same-clip', 'That clip is in the plan already.');
  const [before, after] = [(m: { at: number }) => m.at < at, (m: { at: number }) => m.at >= at];
  const first = {
    ...clip,
    usable: { in: clip.usable.in, out: at },
    moments: clip.moments.filter(before),
  };
  const name = `${clip.name.slice(0, 110)}, second shot`;
  const second = {
    ...clip,
    id: newId,
    name,
    usable: { in: at, out: clip.usable.out },
    moments: clip.moments.filter(after),
  };
  return {
    ...plan,
    clips: [...plan.clips.slice(0, place), first, second, ...plan.clips.slice(place + 1)],
  };
}

/** A shot without its clip, and without what was said of the pictures of that clip. */
const withoutClip = ({
  framing: _framing,
  steady: _steady,
  between: _between,
  holds: _holds,
  ...shot
}: Shot): Shot => ({ ...shot, clip: null });

/** Removes a clip; shots that used it stay, without a clip. */
export const removeClip = (plan: Plan, id: string): Plan => ({
  ...plan,
  clips: plan.clips.filter((c) => c.id !== id),
  score: plan.score && {
    ...plan.score,
    shots: plan.score.shots.map((s) => (s.clip === id ? withoutClip(s) : s)),
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
