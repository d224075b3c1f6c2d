import { LEVEL_LIMIT, NO_CORRECTIONS } from '../listen/index.ts';
import { CaesuraError, samples, type Samples } from '../time/index.ts';
import type { Clip, Music, Plan } from './schema.ts';

/** Music as it arrives from analysis, before a region is chosen. */
export type NewMusic = Pick<Music, 'media' | 'fileName' | 'outline' | 'analysis'>;

/**
 * Gives the plan new music, used from its first downbeat to its end. The same file again (by content) keeps the
 * person's corrections and region.
 */
export function setMusic(plan: Plan, music: NewMusic): Plan {
  const known = plan.music?.media === music.media ? plan.music : null;
  const { analysis } = music;
  const firstBar = analysis.beats[analysis.downbeats[0] ?? 0]?.at ?? samples(0);
  return {
    ...plan,
    music: {
      ...music,
      corrections: known?.corrections ?? NO_CORRECTIONS,
      region: known?.region ?? { in: firstBar, out: analysis.length },
    },
  };
}

function musicOf(plan: Plan): Music {
  if (!plan.music) throw new CaesuraError('no-music', 'There is no music yet.', 'Drop a sound file in Listen.');
  return plan.music;
}

/** Takes the music out of the plan; cuts stay where they are. */
export const removeMusic = (plan: Plan): Plan => ({ ...plan, music: null });

/** Chooses the part of the music that the film uses. Throws when it is empty or outside the file. */
export function setRegion(plan: Plan, from: Samples, to: Samples): Plan {
  const music = musicOf(plan);
  if (!(from >= 0 && from < to && to <= music.analysis.length))
    throw new CaesuraError(
      'bad-region',
      'The region must start before it ends, within the file.',
      'Choose a start that is earlier than the end.',
    );
  return { ...plan, music: { ...music, region: { in: from, out: to } } };
}

/** Halves (−1) or doubles (1) the beats once. Throws beyond two steps either way. */
export function shiftLevel(plan: Plan, by: 1 | -1): Plan {
  const music = musicOf(plan);
  const level = music.corrections.level + by;
  if (Math.abs(level) > LEVEL_LIMIT)
    throw new CaesuraError(
      'level-limit',
      `The beats cannot be ${by > 0 ? 'doubled' : 'halved'} more than twice.`,
      'Choose a pace of more or fewer beats instead.',
    );
  return { ...plan, music: { ...music, corrections: { ...music.corrections, level } } };
}

/** Moves the first beat of the bar one beat later, round the bar. */
export function shiftDownbeat(plan: Plan): Plan {
  const music = musicOf(plan);
  const downbeatShift = (music.corrections.downbeatShift + 1) % music.analysis.beatsPerBar;
  return { ...plan, music: { ...music, corrections: { ...music.corrections, downbeatShift } } };
}

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
