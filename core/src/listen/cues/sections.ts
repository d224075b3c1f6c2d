import { peakAround } from '../../numbers/index.ts';
import { samples, type Samples } from '../../time/index.ts';
import type { Analysis } from '../analysis.ts';
import { standardised } from '../beats/metre.ts';
import { chanceOf, logOdds, ODDS } from '../beats/odds.ts';
import {
  BAND_STEP_DECIBELS,
  BANDS,
  STRENGTH_RATE,
  type OnsetStrength,
} from '../features/onset-strength.ts';
import type { AudioFeatures } from '../features/audio-features.ts';

/** Where a new part of the piece starts: nearly always the start of a bar when there are bars. */
export interface Section {
  readonly at: Samples;
  /** How much the sound changes here against the largest change of the piece, 0–1. */
  readonly strength: number;
  readonly confidence: number;
}

/** Bars compared to either side of a boundary. */
const HALF = 6;
/** A boundary is the largest change within this many bars. */
const ALONE = 3;
/** Confidence from which a section is told, and bars within which there is one. */
const LEAST_CONFIDENCE = 0.4;
const NEXT = 1.5;
/** How far from a beat the network may tell of a section, in frames. */
const REACH = 15;
/** Beats over which what was learned is the highest where a section starts. */
const HIGHEST_WITHIN = 8;
/** Stretch taken for a bar where there are none, in seconds. */
const PLAIN_BAR = 2;
/** Mel bands added into one value of colour. */
const POOL = 3;
/** Weight of harmony against colour. */
const HARMONY = 0.6;

/** Where a section may start: a beat, or a multiple of two seconds where there are no bars. */
interface Place {
  readonly at: Samples;
  readonly frame: number;
  readonly onBar: boolean;
}

/** The places of a sound in order of time, and how many of them make a bar. */
function placesOf({ beats, downbeats, sampleRate, length, beatsPerBar }: Analysis): {
  readonly places: readonly Place[];
  readonly perBar: number;
} {
  const frame = (at: Samples) => Math.round((at / sampleRate) * STRENGTH_RATE);
  if (downbeats.length >= 2 * ALONE) {
    const bars = new Set(downbeats);
    const places = beats.map(({ at }, i) => ({ at, frame: frame(at), onBar: bars.has(i) }));
    return { places, perBar: Math.max(1, beatsPerBar) };
  }
  const places = Array.from({ length: Math.floor(length / sampleRate / PLAIN_BAR) }, (_, i) => {
    const at = samples(Math.round(i * PLAIN_BAR * sampleRate));
    return { at, frame: frame(at), onBar: true };
  });
  return { places, perBar: 1 };
}

/**
 * Colour (levels of bands) and harmony (pitch classes) of the bar that starts at each place, each
 * dimension at mean 0 and deviation 1.
 */
function features(
  places: readonly Place[],
  perBar: number,
  { bands, chroma }: OnsetStrength,
): number[][] {
  const end = bands.length / BANDS;
  const sums = places.map(({ frame }, i) => {
    const row = new Array<number>(BANDS / POOL + 12).fill(0);
    const to = Math.min(end, places[i + 1]?.frame ?? end);
    for (let k = frame; k < to; k++) {
      for (let b = 0; b < BANDS; b++)
        row[Math.floor(b / POOL)]! += bands[BANDS * k + b]! * BAND_STEP_DECIBELS;
      for (let c = 0; c < 12; c++) row[BANDS / POOL + c]! += Math.sqrt(chroma[12 * k + c]!);
    }
    return { row, frames: Math.max(1, to - frame) };
  });
  const rows = sums.map((_, i) => {
    const bar = sums.slice(i, i + perBar);
    const frames = bar.reduce((sum, b) => sum + b.frames, 0);
    return sums[0]!.row.map((_, d) => bar.reduce((sum, b) => sum + b.row[d]!, 0) / frames);
  });
  const columns = (rows[0] ?? []).map((_, d) => {
    const weight = d < BANDS / POOL ? 1 : HARMONY;
    return standardised(rows.map((row) => row[d]!)).map((x) => x * weight);
  });
  return rows.map((_, i) => columns.map((column) => column[i]!));
}

/**
 * How much the bars after each place differ from those before it while each side is alike in
 * itself: correlation of the self-similarity with a tapered checkerboard (Foote 2000, “Automatic
 * audio segmentation using a measure of audio novelty”). Rows are of bars that start at each place.
 */
function novelty(rows: readonly (readonly number[])[], perBar: number): number[] {
  const likeness = (a: readonly number[], b: readonly number[]): number => {
    const distance = Math.sqrt(a.reduce((sum, x, d) => sum + (x - b[d]!) ** 2, 0) / a.length);
    return Math.exp(-distance);
  };
  // Each pair is compared once, though many places ask for it.
  const known = new Map<number, number>();
  const alike = (a: number, b: number): number => {
    const key = Math.min(a, b) * rows.length + Math.max(a, b);
    const found = known.get(key) ?? likeness(rows[a]!, rows[b]!);
    known.set(key, found);
    return found;
  };
  const taper = (offset: number) => Math.exp(-0.5 * ((offset + 0.5) / (HALF / 2)) ** 2);
  return rows.map((_, i) => {
    let [sum, weight] = [0, 0];
    for (let a = -HALF; a < HALF; a++)
      for (let b = -HALF; b < HALF; b++) {
        const w = taper(a) * taper(b);
        weight += w;
        const [rowA, rowB] = [i + a * perBar, i + b * perBar];
        if (Math.min(rowA, rowB) < 0 || Math.max(rowA, rowB) >= rows.length) continue;
        sum += (a < 0 === b < 0 ? 1 : -1) * w * alike(rowA, rowB);
      }
    // A side that is cut short by the end of the sound counts less.
    return i < 2 * perBar || i > rows.length - 2 * perBar ? 0 : sum / weight;
  });
}

/** What speaks for a section to start at a place or against it. */
export interface SectionFacts {
  /** Change of colour and harmony, in deviations over the mean. */
  readonly change: number;
  /** 1 where that is the largest about it. */
  readonly alone: number;
  /** Log-odds that were learned, about the place; 1 where they are the highest about it. */
  readonly learned: number;
  readonly highest: number;
  /** 1 on the start of a bar. */
  readonly onBar: number;
  readonly always: number;
}

/** A place at which a section may start. */
export interface SectionCandidate {
  readonly at: Samples;
  readonly strength: number;
  readonly facts: SectionFacts;
}

/** Every beat of a sound, or every two seconds where there are no bars, with what speaks for it. */
export function sectionCandidates(
  { strength }: AudioFeatures,
  analysis: Analysis,
  section: Float32Array,
): SectionCandidate[] {
  const { places, perBar } = placesOf(analysis);
  if (places.length < 2 * ALONE * perBar) return [];
  const change = novelty(features(places, perBar, strength), perBar);
  const [z, largest] = [standardised(change), change.reduce((a, x) => Math.max(a, x), 1e-9)];
  const learned = places.map(({ frame }) => peakAround(section, frame, REACH));
  const highest = (values: readonly number[], i: number, reach: number) =>
    values[i]! > 0 &&
    values[i]! >= Math.max(...values.slice(Math.max(0, i - reach), i + reach + 1));
  return places.map(({ at, onBar }, i) => ({
    at,
    strength: Math.max(0, change[i]! / largest),
    facts: {
      change: z[i]!,
      alone: Number(highest(change, i, ALONE * perBar)),
      learned: logOdds(learned[i]!, 0.005),
      highest: Number(highest(learned, i, HIGHEST_WITHIN)),
      onBar: Number(onBar),
      always: 1,
    },
  }));
}

/** The starts of the sections of a sound, in order of time; the start of the sound is none. */
export function sectionsOf(...from: Parameters<typeof sectionCandidates>): Section[] {
  const { perBar } = placesOf(from[1]);
  const likely = sectionCandidates(...from)
    .map(({ facts, ...section }, i) => ({
      ...{ ...section, i },
      confidence: chanceOf(facts, ODDS.sections),
    }))
    .filter(({ i, confidence }) => i >= perBar && confidence >= LEAST_CONFIDENCE)
    .toSorted((a, b) => b.confidence - a.confidence);
  const kept: typeof likely = [];
  for (const section of likely)
    if (kept.every((other) => Math.abs(other.i - section.i) > NEXT * perBar)) kept.push(section);
  return kept.toSorted((a, b) => a.i - b.i).map(({ i: _, ...section }) => section);
}
