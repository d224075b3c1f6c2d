import { peakAround } from '../../numbers/index.ts';
import { samples, seconds, type Samples } from '../../time/index.ts';
import { chanceOf, ODDS } from '../beats/odds.ts';
import { STRENGTH_RATE } from '../features/onset-strength.ts';
import type { Curves } from '../network/forward.ts';
import { SPEECH_RATE } from '../loudness/speech-level.ts';
import type { AudioFeatures } from '../features/audio-features.ts';

/** The start of a word, or of a group of syllables spoken without a break. */
export interface Word {
  readonly at: Samples;
  /** How far it stands above what lies under it, 0–1. */
  readonly strength: number;
  /** How sure it is that a word starts here, 0–1. */
  readonly confidence: number;
}

/** How a voice is parted into words. Lengths in cells of 5 ms, levels in decibels. */
interface Parting {
  /** Reach to either side over which the top and the bottom of the level are taken. */
  readonly topReach: number;
  readonly bottomReach: number;
  /** Quantile that is the bottom. */
  readonly bottom: number;
  /**
   * How far under the top it is quiet: a part of the range between, or of `depth` when the range is
   * larger.
   */
  readonly part: number;
  readonly depth: number;
  /** Shortest quiet before a word, shortest word. */
  readonly gap: number;
  readonly shortest: number;
}

/**
 * A voice by itself falls far between words; over music only as far as the music. Chosen on made
 * voices.
 */
const ALONE: Parting = {
  topReach: 80,
  bottomReach: 300,
  bottom: 0.1,
  part: 1,
  depth: 30,
  gap: 4,
  shortest: 14,
};
const OVER: Parting = {
  topReach: 100,
  bottomReach: 600,
  bottom: 0.3,
  part: 0.9,
  depth: 30,
  gap: 6,
  shortest: 16,
};

/** Range of level beyond which nothing sounds under the voice. */
const SILENT_RANGE = 42;
/** Share of such silence between its first and its last sound from which a voice is alone. */
const SILENT_SHARE = 0.08;
/** Range of level under which nothing is taken for a voice. */
const LEAST_RANGE = 5;
/**
 * Quiet before a word and range, 0–1, where a voice is by itself; and likeness to a voice from
 * which its words are told there, and anywhere.
 */
const QUIET_BEFORE = 0.3;
const WIDE_RANGE = 0.9;
const LEAST_LIKENESS = 0.25;
const SURE_LIKENESS = 0.8;
/** Power that brings the confidence down to the part that was right, on the tuning corpus. */
const SOBERED = 1.6;
/** Confidence from which a word is told at all. */
const LEAST_CONFIDENCE = 0.3;
/** Quiet before a word that is as good as any, in cells. */
const LONG_GAP = 40;
/** Learned probability of the start of a word from which one is looked for, and how alone it is. */
const LEARNED = 0.3;
const LEARNED_ALONE = 7;
/** Frames from its start over which a word must be a voice. */
const VOICED = 15;
/** Level that is silence, in decibels of full scale. */
const FLOOR = -70;
/** Reach in cells from which quantiles need not every value. */
const LONG_REACH = 200;
/** Cells between two places at which quantiles are taken. */
const STRIDE = 10;
/** Cells by which the start of a word is looked for before it crosses the threshold. */
const FOOT_REACH = 8;
/** Rise from the foot at which a word has started, in decibels. */
const FOOT_RISE = 3;

/** Level over 10 ms about each cell, in decibels. */
function decibels(powers: Float64Array): Float32Array {
  return Float32Array.from(powers, (_, k) => {
    const [before, now, after] = [powers[k - 1] ?? 0, powers[k]!, powers[k + 1] ?? 0];
    return 10 * Math.log10(before / 4 + now / 2 + after / 4 + 1e-10);
  });
}

/**
 * A quantile of the values within `reach` of each cell; of a long reach every third value is taken.
 */
function running(level: Float32Array, reach: number, quantile: number): Float32Array {
  const result = new Float32Array(level.length);
  const step = reach > LONG_REACH ? 3 : 1;
  for (let k = 0; k < level.length; k += STRIDE) {
    const [first, end] = [Math.max(0, k - reach), Math.min(level.length, k + reach)];
    const near = new Float32Array(Math.ceil((end - first) / step));
    for (let i = 0; i < near.length; i++) near[i] = level[first + i * step]!;
    near.sort();
    result.fill(near[Math.floor(near.length * quantile)]!, k, k + STRIDE);
  }
  return result;
}

interface Spoken {
  readonly from: number;
  readonly to: number;
  /** Quiet cells before it. */
  readonly gap: number;
  /** Decibels between its top and what lies under it. */
  readonly range: number;
}

/** Stretches that sound between quiet ones. */
function spoken(level: Float32Array, parting: Parting): Spoken[] {
  const top = running(level, parting.topReach, 0.95);
  const bottom = running(level, parting.bottomReach, parting.bottom);
  const found: Spoken[] = [];
  let quiet = 0;
  for (let k = 0; k < level.length; k++) {
    const range = top[k]! - bottom[k]!;
    const threshold = Math.max(top[k]! - Math.min(parting.depth, range) * parting.part, FLOOR);
    if (range <= LEAST_RANGE || level[k]! <= threshold) {
      quiet++;
      continue;
    }
    const last = found.at(-1);
    if (quiet >= parting.gap || !last) found.push({ from: k, to: k, gap: quiet, range });
    else found[found.length - 1] = { ...last, to: k };
    quiet = 0;
  }
  return found.filter(({ from, to }) => to - from >= parting.shortest);
}

/** The cell at which the rise that crosses a threshold at `from` starts. */
function footOf(level: Float32Array, from: number): number {
  let lowest = from;
  for (let k = from; k >= Math.max(0, from - FOOT_REACH); k--)
    if (level[k]! < level[lowest]!) lowest = k;
  let foot = from;
  while (foot > lowest + 1 && level[foot - 1]! >= level[lowest]! + FOOT_RISE) foot--;
  return foot;
}

/** What speaks for the start of a word or against it; each 0 to 1. */
export interface WordFacts {
  /** How far all starts together are like those of a voice. */
  readonly likeness: number;
  /** The quiet before it. */
  readonly gap: number;
  readonly range: number;
  /** Learned probability that a voice sounds after it, and that a word starts there. */
  readonly voice: number;
  readonly word: number;
  /** 1 where only what was learned tells of it, and the level does not. */
  readonly unheard: number;
  readonly always: number;
}

/**
 * How sure a word is by its level alone, 0–1: where a voice stands by itself, or where all starts
 * are plainly those of one. The network knows the voices that it learned from; this knows others.
 */
function chanceByLevel({ likeness, gap, range, unheard }: WordFacts): number {
  const alone = gap >= QUIET_BEFORE && range >= WIDE_RANGE;
  if (unheard || likeness < (alone ? LEAST_LIKENESS : SURE_LIKENESS)) return 0;
  return (likeness * Math.min(1, 0.5 + gap)) ** SOBERED;
}

/** A place where a word may start. */
export interface WordCandidate {
  readonly at: Samples;
  readonly strength: number;
  readonly facts: WordFacts;
}

/** Frames at which the learned probability of the start of a word is highest about them. */
function learnedStarts(word: Float32Array): number[] {
  return [...word.keys()].filter(
    (k) => word[k]! >= LEARNED && word[k]! >= peakAround(word, k, LEARNED_ALONE),
  );
}

/**
 * Places where words may start: where the level between 200 Hz and 8 kHz rises out of a quiet of at
 * least 20 ms (30 ms over music) that is far under the loud of that half second, and where the
 * network tells of one. `likenessOf` 0–1 says how far starts of the first kind, in seconds, are
 * those of a voice.
 */
export function wordCandidates(
  { speech, sampleRate, length }: AudioFeatures,
  { voice, word }: Pick<Curves, 'voice' | 'word'>,
  likenessOf: (at: readonly number[]) => number,
): WordCandidate[] {
  const level = decibels(speech);
  const sounding = level.filter((x) => x > FLOOR).sort();
  if (sounding.length === 0) return [];
  const loud = sounding[Math.floor(sounding.length * 0.9)]!;
  const silent = (x: number) => x < loud - SILENT_RANGE;
  const between = level.slice(
    level.findIndex((x) => !silent(x)),
    level.findLastIndex((x) => !silent(x)),
  );
  const parting = between.filter(silent).length > SILENT_SHARE * between.length ? ALONE : OVER;
  const found = spoken(level, parting).map((s) => ({
    ...s,
    time: seconds(footOf(level, s.from) / SPEECH_RATE),
    learned: 0,
  }));
  const likeness = likenessOf(found.map((s) => s.time));
  const frameOf = (time: number) => Math.round(time * STRENGTH_RATE);
  const known = found.map((s) => frameOf(s.time));
  const told = learnedStarts(word)
    .filter((k) => !known.some((f) => Math.abs(f - k) <= LEARNED_ALONE))
    .map((k) => {
      const from = Math.round((k / STRENGTH_RATE) * SPEECH_RATE);
      return { time: seconds(k / STRENGTH_RATE), gap: 0, range: 0, from, to: from, learned: 1 };
    });
  return [...found, ...told]
    .toSorted((a, b) => a.time - b.time)
    .map(({ time, gap, range, learned }) => {
      const frame = frameOf(time);
      const after = voice.subarray(frame, frame + VOICED);
      return {
        at: samples(Math.min(length - 1, Math.round(time * sampleRate))),
        strength: Math.min(1, range / SILENT_RANGE),
        facts: {
          likeness: learned ? 0 : likeness,
          gap: Math.min(1, gap / LONG_GAP),
          range: Math.min(1, range / SILENT_RANGE),
          voice: after.reduce((a, x) => a + x, 0) / Math.max(1, after.length),
          word: peakAround(word, frame, 4),
          unheard: learned,
          always: 1,
        },
      };
    });
}

/**
 * The starts of words in a voice, alone or over music; see `wordCandidates`. Words spoken without a
 * break between them may count as one.
 */
export const wordsOf = (...from: Parameters<typeof wordCandidates>): Word[] =>
  wordCandidates(...from).flatMap(({ at, strength, facts }) => {
    const confidence = Math.max(chanceOf(facts, ODDS.words), chanceByLevel(facts));
    return confidence < LEAST_CONFIDENCE ? [] : [{ at, strength, confidence }];
  });
