import { openProposals, type Moment, type MomentKind } from '../footage/index.ts';
import type { Clip, ClipSound } from '../plan/index.ts';
import { sourceFrames, type SourceFrames } from '../time/index.ts';

/** Most words, hits and pauses of one clip that are proposed: of more, the strongest. */
const MOST_PROPOSED = 400;

const REASONS = {
  word: 'Something is said here.',
  hit: 'Something is hit in its sound.',
  pause: 'Its sound pauses here.',
} as const satisfies Partial<Record<MomentKind, string>>;

/** The source frame that is shown while a sample of a clip's sound is heard. */
function frameOfSample(
  { sound, rate: given, times }: Pick<Clip, 'rate' | 'times'> & { readonly sound: ClipSound },
  sample: number,
): SourceFrames {
  const rate = times ? given : sound.rate;
  const seconds = (sample - sound.start) / sound.sampleRate;
  // What is a sample before a frame by rounding belongs to that frame.
  return sourceFrames(Math.floor((seconds * rate.num) / rate.den + 1e-3));
}

/**
 * Words, hits and pauses of a clip's own sound as moments of its pictures, in order, no two on one
 * frame: there the stronger. None where it was not listened to.
 */
export function soundMoments(clip: Clip): Moment[] {
  const { sound, frames } = clip;
  if (!sound) return [];
  const sounding = { ...clip, sound };
  const { words, hits, pauses } = sound.heard;
  const moment = (kind: keyof typeof REASONS, sample: number, strength: number): Moment => ({
    ...{ at: frameOfSample(sounding, sample), kind, strength, reason: REASONS[kind] },
  });
  const all = [
    ...words.map(({ at, strength }) => moment('word', at, strength)),
    ...hits.map(({ at, strength }) => moment('hit', at, strength)),
    ...pauses.map(({ start, confidence }) => moment('pause', start, confidence)),
  ]
    .filter(({ at }) => at >= 0 && at < frames)
    .sort((a, b) => b.strength - a.strength);
  const strongest = new Map<number, Moment>();
  for (const one of all) if (!strongest.has(one.at)) strongest.set(one.at, one);
  return [...strongest.values()].slice(0, MOST_PROPOSED).sort((a, b) => a.at - b.at);
}

/**
 * All that is proposed of a clip, what was seen and what is heard, in order: neither kept, nor
 * beside a kept one, nor declined. On one frame what was seen stands for both.
 */
export function proposalsOf(clip: Clip, seen: readonly Moment[]): Moment[] {
  const frames = new Set(seen.map(({ at }) => at));
  const heard = soundMoments(clip).filter(({ at }) => !frames.has(at));
  return openProposals(
    [...seen, ...heard].sort((a, b) => a.at - b.at),
    clip,
    clip.rate,
  );
}
