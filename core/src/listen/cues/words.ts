import { samples, seconds, type Samples } from '../../time/index.ts';
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
/** Likeness to a voice under which there are no words. */
const LEAST_LIKENESS = 0.25;
/** Level that is silence, in decibels of full scale. */
const FLOOR = -70;
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

/** A quantile of the values within `reach` of each cell. */
function running(level: Float32Array, reach: number, quantile: number): Float32Array {
  const result = new Float32Array(level.length);
  for (let k = 0; k < level.length; k += STRIDE) {
    const near = level.slice(Math.max(0, k - reach), k + reach).sort();
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

/** Power that brings the confidence down to the part that was right, on the tuning corpus. */
const SOBERED = 1.6;

/** The cell at which the rise that crosses a threshold at `from` starts. */
function footOf(level: Float32Array, from: number): number {
  let lowest = from;
  for (let k = from; k >= Math.max(0, from - FOOT_REACH); k--)
    if (level[k]! < level[lowest]!) lowest = k;
  let foot = from;
  while (foot > lowest + 1 && level[foot - 1]! >= level[lowest]! + FOOT_RISE) foot--;
  return foot;
}

/**
 * The starts of words in a voice, alone or over music: where the level between 200 Hz and 8 kHz
 * rises out of a quiet of at least 20 ms (30 ms over music) that is far under the loud of that half
 * second. Words spoken without a break between them count as one. `voiceLikeness` 0–1 says how sure
 * it is that what sounds is a voice at all, given all starts in seconds.
 */
export function wordsOf(
  { speech, sampleRate, length }: AudioFeatures,
  voiceLikeness: (at: readonly number[]) => number,
): Word[] {
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
  }));
  const likeness = voiceLikeness(found.map((s) => s.time));
  if (likeness < LEAST_LIKENESS) return [];
  return found.map(({ time, gap, range }) => ({
    at: samples(Math.min(length - 1, Math.round(time * sampleRate))),
    strength: Math.min(1, range / SILENT_RANGE),
    confidence: (likeness * Math.min(1, 0.5 + gap / 40)) ** SOBERED,
  }));
}
