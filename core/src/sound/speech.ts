import { cuesOfSound } from '../film/sound-cues.ts';
import type { ClipSound, Sound } from '../plan/index.ts';

/**
 * Seconds that a word lasts at most where no pause and no other word ends it sooner: words that
 * follow within that are one line of speech.
 */
const WORD = 1;

/** A stretch of a file in samples, from its first up to its last. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** What was heard of a voice, in samples. */
interface Voice {
  readonly words: readonly number[];
  /** Starts of pauses. */
  readonly pauses: readonly number[];
  readonly sampleRate: number;
}

/**
 * The stretches of a file in which somebody speaks, in order: from each word to the next, to the
 * pause after it, or for a second.
 */
export function speechIn({ words, pauses, sampleRate }: Voice): Stretch[] {
  const ends = pauses.toSorted((a, b) => a - b);
  const stretches: { from: number; to: number }[] = [];
  let pause = 0;
  for (const from of words.toSorted((a, b) => a - b)) {
    while (pause < ends.length && ends[pause]! <= from) pause++;
    const to = Math.min(ends[pause] ?? Infinity, from + WORD * sampleRate);
    const last = stretches.at(-1);
    if (last && from <= last.to) last.to = Math.max(last.to, to);
    else stretches.push({ from, to });
  }
  return stretches;
}

/** The speech in a voice file: its words and pauses as they were put right by hand. */
export function speechOfSound(sound: Sound): Stretch[] {
  const cues = cuesOfSound(sound);
  const places = (kind: string) => cues.filter((cue) => cue.kind === kind).map(({ at }) => at);
  return speechIn({
    ...{ words: places('word'), pauses: places('pause-start') },
    sampleRate: sound.analysis.sampleRate,
  });
}

/** The speech in a clip. */
export const speechOfClip = ({ heard, sampleRate }: ClipSound): Stretch[] =>
  speechIn({
    words: heard.words.map(({ at }) => at),
    pauses: heard.pauses.map(({ start }) => start),
    sampleRate,
  });
