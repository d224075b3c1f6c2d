import { clamp, peakAround } from '../../numbers/index.ts';
import type { Samples } from '../../time/index.ts';
import type { Analysis } from '../analysis.ts';
import { chanceOf, logOdds, ODDS } from '../beats/odds.ts';
import {
  BAND_STEP_DECIBELS,
  BANDS,
  STRENGTH_RATE,
  type OnsetStrength,
} from '../features/onset-strength.ts';
import type { Pause } from './pauses.ts';
import type { Rise } from './rises.ts';
import type { AudioFeatures } from '../features/audio-features.ts';

/** Where the bass comes back, or comes in, after a stretch without it. */
export interface Drop {
  readonly at: Samples;
  readonly strength: number;
  readonly confidence: number;
}

/** Bass is what lies under this. */
const BASS_HZ = 130;
/** Seconds before and after that are compared: for whether it is one, and for exactly where. */
const WIDE = 4;
const CLOSE = 1;
/** Decibels of growth of the bass that is of full strength. */
const FULL_DECIBELS = 20;
/** Decibels that make one of each fact. */
const DECIBELS = 10;
/** The bass of the piece as it is when it is there: a quantile of its seconds. */
const FULL_BASS = 0.8;
/** How near the end of a rise or a pause must be to lead up to a drop, in seconds. */
const NEAR = 0.15;
/** How far from a beat the network may tell of a drop, in frames. */
const REACH = 15;
/** Drops are at least this far apart, in seconds. */
const APART = 6;
/** Beats to either side over which what was learned is the highest at a drop. */
const NEAR_BEATS = 8;
/** Confidence from which a drop is told. */
const LEAST_CONFIDENCE = 0.4;

/** Median level in decibels of the bands up to `top`, from frame to frame. */
function level({ bands }: OnsetStrength, top: number, from: number, to: number): number {
  const values: number[] = [];
  for (let k = Math.max(0, from); k < to && BANDS * k < bands.length; k += 2) {
    let peak = 0;
    for (let b = 0; b < top; b++) peak = Math.max(peak, bands[BANDS * k + b]!);
    values.push(peak * BAND_STEP_DECIBELS);
  }
  return values.toSorted((a, b) => a - b)[Math.floor(values.length * 0.6)] ?? 0;
}

/** Decibels of growth, as far as they count. */
const within = (decibels: number): number =>
  Math.max(-FULL_DECIBELS, Math.min(FULL_DECIBELS, decibels));

/** What speaks for a drop at a beat or against it. */
export interface DropFacts {
  /** Growth of the bass over four seconds and over one to either side, and of the whole. */
  readonly grown: number;
  readonly close: number;
  readonly whole: number;
  /** 1 where the bass is after it what it is in the piece, less where it is not. */
  readonly full: number;
  /** 1 where a rise or a pause leads up to it. */
  readonly led: number;
  /** Log-odds that were learned, about the beat; 1 where they are the highest about it. */
  readonly learned: number;
  readonly highest: number;
  /** 1 on the start of a bar. */
  readonly onBar: number;
  readonly always: number;
}

/** A beat on which there may be a drop. */
export interface DropCandidate {
  readonly at: Samples;
  readonly strength: number;
  readonly facts: DropFacts;
}

/** Every beat of a sound but the first seconds, with what speaks for a drop. */
export function dropCandidates(
  { strength, sampleRate }: AudioFeatures,
  analysis: Analysis,
  { rises, pauses }: { readonly rises: readonly Rise[]; readonly pauses: readonly Pause[] },
  learned: Float32Array,
): DropCandidate[] {
  const bass = strength.centres.filter((hz) => hz < BASS_HZ).length;
  const leads = [...rises.map((r) => r.peak), ...pauses.map((p) => p.end)];
  const growth = (frame: number, bands: number, reach: number) =>
    level(strength, bands, frame, frame + reach * STRENGTH_RATE) -
    level(strength, bands, frame - reach * STRENGTH_RATE, frame);
  const seconds = Math.floor(strength.level.length / STRENGTH_RATE);
  const everySecond = Array.from({ length: seconds }, (_, s) =>
    level(strength, bass, s * STRENGTH_RATE, (s + 1) * STRENGTH_RATE),
  );
  const full = everySecond.toSorted((a, b) => a - b)[Math.floor(seconds * FULL_BASS)] ?? 0;
  const bars = new Set(analysis.downbeats);
  const frames = analysis.beats.map(({ at }) => Math.round((at / sampleRate) * STRENGTH_RATE));
  const likely = frames.map((frame) => peakAround(learned, frame, REACH));
  return analysis.beats.flatMap(({ at }, i): DropCandidate[] => {
    const frame = frames[i]!;
    if (frame < (WIDE / 2) * STRENGTH_RATE) return [];
    const grown = growth(frame, bass, WIDE);
    const after = level(strength, bass, frame, frame + WIDE * STRENGTH_RATE);
    return [
      {
        at,
        strength: clamp(grown / FULL_DECIBELS),
        facts: {
          grown: within(grown) / DECIBELS,
          close: within(growth(frame, bass, CLOSE)) / DECIBELS,
          whole: within(growth(frame, BANDS, WIDE)) / DECIBELS,
          full: 1 - Math.max(0, full - after) / DECIBELS,
          led: Number(leads.some((lead) => Math.abs(lead - at) <= NEAR * sampleRate)),
          learned: logOdds(likely[i]!, 0.005),
          highest: Number(
            likely[i]! >=
              Math.max(...likely.slice(Math.max(0, i - NEAR_BEATS), i + NEAR_BEATS + 1)),
          ),
          onBar: Number(bars.has(i)),
          always: 1,
        },
      },
    ];
  });
}

/**
 * The drops of a sound, in order of time: beats on which the bass comes back, or comes in.
 * Of those near each other the surest.
 */
export function dropsOf(...from: Parameters<typeof dropCandidates>): Drop[] {
  const [{ sampleRate }] = from;
  const likely = dropCandidates(...from)
    .map(({ facts, ...drop }) => ({ ...drop, confidence: chanceOf(facts, ODDS.drops) }))
    .filter(({ confidence }) => confidence >= LEAST_CONFIDENCE);
  const kept: Drop[] = [];
  for (const drop of likely.toSorted((a, b) => b.confidence - a.confidence))
    if (kept.every((other) => Math.abs(other.at - drop.at) > APART * sampleRate)) kept.push(drop);
  return kept.toSorted((a, b) => a.at - b.at);
}
