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

/** Where a new part of the piece starts: always the start of a bar when there are bars. */
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
/** Confidence from which a section is told, and bars to either side that have none then. */
const LEAST_CONFIDENCE = 0.4;
const NEXT = 1;
/** How far from a bar line the network may tell of a section, in frames. */
const REACH = 15;
/** Stretch taken for a bar where there are none, in seconds. */
const PLAIN_BAR = 2;
/** Mel bands added into one value of colour. */
const POOL = 3;
/** Weight of harmony against colour. */
const HARMONY = 0.6;

/** Frames at which bars start, with the end of the sound as the last. */
function barFrames({ beats, downbeats, sampleRate, length }: Analysis): number[] {
  const end = Math.floor((length / sampleRate) * STRENGTH_RATE);
  const starts = downbeats.map((i) => Math.round((beats[i]!.at / sampleRate) * STRENGTH_RATE));
  if (starts.length >= 2 * ALONE) return [...starts, end];
  return Array.from({ length: Math.ceil(end / STRENGTH_RATE / PLAIN_BAR) + 1 }, (_, i) =>
    Math.min(end, i * PLAIN_BAR * STRENGTH_RATE),
  );
}

/**
 * Colour (levels of bands) and harmony (pitch classes) of each bar, each dimension at mean 0 and
 * deviation 1.
 */
function features(frames: readonly number[], { bands, chroma }: OnsetStrength): number[][] {
  const rows = frames.slice(0, -1).map((from, i) => {
    const row = new Array<number>(BANDS / POOL + 12).fill(0);
    const to = Math.max(from + 1, frames[i + 1]!);
    for (let k = from; k < to; k++) {
      for (let b = 0; b < BANDS; b++)
        row[Math.floor(b / POOL)]! += (bands[BANDS * k + b] ?? 0) * BAND_STEP_DECIBELS;
      for (let c = 0; c < 12; c++) row[BANDS / POOL + c]! += Math.sqrt(chroma[12 * k + c] ?? 0);
    }
    return row.map((x) => x / (to - from));
  });
  const columns = (rows[0] ?? []).map((_, d) => {
    const weight = d < BANDS / POOL ? 1 : HARMONY;
    return standardised(rows.map((row) => row[d]!)).map((x) => x * weight);
  });
  return rows.map((_, i) => columns.map((column) => column[i]!));
}

/**
 * How much the bars after each bar line differ from those before it while each side is alike in
 * itself: correlation of the self-similarity with a tapered checkerboard (Foote 2000, “Automatic
 * audio segmentation using a measure of audio novelty”).
 */
function novelty(rows: readonly (readonly number[])[]): number[] {
  const likeness = (a: readonly number[], b: readonly number[]): number => {
    const distance = Math.sqrt(a.reduce((sum, x, d) => sum + (x - b[d]!) ** 2, 0) / a.length);
    return Math.exp(-distance);
  };
  const taper = (offset: number) => Math.exp(-0.5 * ((offset + 0.5) / (HALF / 2)) ** 2);
  return rows.map((_, i) => {
    let [sum, weight] = [0, 0];
    for (let a = -HALF; a < HALF; a++)
      for (let b = -HALF; b < HALF; b++) {
        const w = taper(a) * taper(b);
        weight += w;
        const [rowA, rowB] = [rows[i + a], rows[i + b]];
        if (!rowA || !rowB) continue;
        sum += (a < 0 === b < 0 ? 1 : -1) * w * likeness(rowA, rowB);
      }
    // A side that is cut short by the end of the sound counts less.
    return i < 2 || i > rows.length - 2 ? 0 : sum / weight;
  });
}

/** What speaks for a section to start at a bar or against it. */
export interface SectionFacts {
  /** Change of colour and harmony, in deviations over the mean. */
  readonly change: number;
  /** 1 where that is the largest about it. */
  readonly alone: number;
  /** Log-odds that were learned, about the bar line. */
  readonly learned: number;
  readonly always: number;
}

/** A bar at which a section may start. */
export interface SectionCandidate {
  readonly at: Samples;
  readonly strength: number;
  readonly facts: SectionFacts;
}

/** Every bar of a sound, or every two seconds where there are none, with what speaks for it. */
export function sectionCandidates(
  { strength }: AudioFeatures,
  analysis: Analysis,
  section: Float32Array,
): SectionCandidate[] {
  const frames = barFrames(analysis);
  if (frames.length < 2 * ALONE) return [];
  const change = novelty(features(frames, strength));
  const [z, largest] = [standardised(change), Math.max(...change, 1e-9)];
  const barred = analysis.downbeats.length >= 2 * ALONE;
  return change.map((x, i) => {
    const beat = barred ? analysis.beats[analysis.downbeats[i]!]?.at : undefined;
    const near = change.slice(Math.max(0, i - ALONE), i + ALONE + 1);
    return {
      at: beat ?? samples(Math.round((frames[i]! / STRENGTH_RATE) * analysis.sampleRate)),
      strength: Math.max(0, x / largest),
      facts: {
        change: z[i]!,
        alone: Number(x > 0 && x >= Math.max(...near)),
        learned: logOdds(peakAround(section, frames[i]!, REACH), 0.005),
        always: 1,
      },
    };
  });
}

/** The starts of the sections of a sound, in order of time; the start of the sound is none. */
export function sectionsOf(...from: Parameters<typeof sectionCandidates>): Section[] {
  const chances = sectionCandidates(...from).map(({ at, strength, facts }) => ({
    ...{ at, strength },
    confidence: chanceOf(facts, ODDS.sections),
  }));
  return chances.filter(({ confidence }, i) => {
    const near = chances.slice(Math.max(0, i - NEXT), i + NEXT + 1);
    return (
      i > 0 &&
      confidence >= LEAST_CONFIDENCE &&
      confidence >= Math.max(...near.map((c) => c.confidence))
    );
  });
}
