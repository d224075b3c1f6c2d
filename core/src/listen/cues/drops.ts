import type { Samples } from '../../time/index.ts';
import type { Analysis } from '../analysis.ts';
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
/**
 * Decibels by which the bass must grow (less where a rise or a pause leads up to it), at which that
 * is certain, and by which the whole may fall at most.
 */
const LEAST_DECIBELS = 8;
const LEAST_LED_DECIBELS = 1;
const CERTAIN_DECIBELS = 20;
const MOST_FALL = -1;
/**
 * The bass of the piece as it is when it is there: a quantile of its seconds, and how far under
 * that a drop may stay.
 */
const FULL_BASS = 0.8;
const BELOW_FULL = 8;
/**
 * How much a rise or a pause that ends here adds to the confidence, and how near it must end, in
 * seconds.
 */
const LED_UP = 0.3;
const NEAR = 0.15;
/** Drops are at least this far apart, in seconds. */
const APART = 6;

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

/**
 * The drops of a sound, in order of time: bar starts at which the bass of the four seconds after
 * exceeds that of the four before by at least 8 dB while the whole does not get softer. Where a
 * rise peaks or a pause ends, less is enough.
 */
export function dropsOf(
  { strength, sampleRate }: AudioFeatures,
  analysis: Analysis,
  rises: readonly Rise[],
  pauses: readonly Pause[],
): Drop[] {
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
  const found = analysis.downbeats.flatMap((i): (Drop & { close: number })[] => {
    const { at } = analysis.beats[i]!;
    const frame = Math.round((at / sampleRate) * STRENGTH_RATE);
    if (frame < (WIDE / 2) * STRENGTH_RATE) return [];
    const led = leads.some((lead) => Math.abs(lead - at) <= NEAR * sampleRate);
    const [grown, close] = [growth(frame, bass, WIDE), growth(frame, bass, CLOSE)];
    if (Math.min(grown, close) < (led ? LEAST_LED_DECIBELS : LEAST_DECIBELS)) return [];
    if (growth(frame, BANDS, WIDE) < MOST_FALL) return [];
    if (level(strength, bass, frame, frame + WIDE * STRENGTH_RATE) < full - BELOW_FULL) return [];
    const size = Math.max(0, (grown - LEAST_DECIBELS) / (CERTAIN_DECIBELS - LEAST_DECIBELS));
    return [
      {
        at,
        close,
        strength: Math.min(1, grown / CERTAIN_DECIBELS),
        confidence: Math.min(1, (0.4 + 0.6 * size) * analysis.confidence + (led ? LED_UP : 0)),
      },
    ];
  });
  // Of neighbours the one where the bass comes in most suddenly.
  const kept: (Drop & { close: number })[] = [];
  for (const drop of found) {
    const last = kept.at(-1);
    if (!last || drop.at - last.at > APART * sampleRate) kept.push(drop);
    else if (drop.close > last.close) kept[kept.length - 1] = drop;
  }
  return kept.map(({ close: _close, ...drop }) => drop);
}
