import { openProposals, type Moment, type MomentKind } from '../footage/index.ts';
import { correctedBeats } from '../film/sound-cues.ts';
import type { Clip, ClipSound, Sound } from '../plan/index.ts';
import { sourceFrames, type SourceFrames } from '../time/index.ts';

/** Most words, hits and pauses of one clip that are proposed: of more, the strongest. */
const MOST_PROPOSED = 400;

const REASONS = {
  word: 'Something is said here.',
  hit: 'Something is hit in its sound.',
  pause: 'Its sound pauses here.',
  beat: 'The song that it was filmed to has a beat here.',
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

/** How strong a beat is that begins a bar, and any other. */
const [BAR, BEAT] = [0.7, 0.4];

/** The beats of the song that a clip was filmed to, as samples of its own sound. */
function beatsIn({ linedUp, sound }: Clip, songs: readonly Sound[]) {
  const song = songs.find(({ media }) => media === linedUp?.media);
  if (!song || !linedUp || !sound) return [];
  const { beats, downbeats, sampleRate } = correctedBeats(song);
  const bars = new Set(downbeats);
  return beats.map(({ at }, i) => ({
    at: ((at - linedUp.offset) * sound.sampleRate) / sampleRate,
    strength: bars.has(i) ? BAR : BEAT,
  }));
}

/**
 * Words, hits and pauses of a clip's own sound as moments of its pictures, and the beats of the one
 * of `songs` that it is lined up with; in order, no two on one frame: there the stronger. None
 * where it was not listened to.
 */
export function soundMoments(clip: Clip, songs: readonly Sound[]): Moment[] {
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
    ...beatsIn(clip, songs).map(({ at, strength }) => moment('beat', at, strength)),
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
export function proposalsOf(
  clip: Clip,
  seen: readonly Moment[],
  songs: readonly Sound[],
): Moment[] {
  const frames = new Set(seen.map(({ at }) => at));
  const heard = soundMoments(clip, songs).filter(({ at }) => !frames.has(at));
  return openProposals(
    [...seen, ...heard].sort((a, b) => a.at - b.at),
    clip,
    clip.rate,
  );
}
