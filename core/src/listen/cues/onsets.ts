import { clamp, peakAround } from '../../numbers/index.ts';
import { samples, seconds, type Samples } from '../../time/index.ts';
import { attackNear } from '../beats/attack.ts';
import type { AudioFeatures } from '../features/audio-features.ts';
import { addedPower, type AddedPower, type OnsetBand } from '../features/onset-bands.ts';
import { STRENGTH_RATE } from '../features/onset-strength.ts';

/** A moment at which something starts to sound. */
export interface Onset {
  readonly at: Samples;
  readonly band: OnsetBand;
  /** Against the strong ones of the piece, 0–1. */
  readonly strength: number;
  /** How sure it is that something starts here, 0–1. */
  readonly confidence: number;
}

/** A peak is the highest within this many frames. */
const ALONE = 2;
/** Frames before and after a peak over which its surroundings are taken. */
const AROUND = 4;
/**
 * Times the surroundings that a peak must reach, and rise of the logarithmic spectrum that it must
 * add to them.
 */
const SHARPNESS = 1.35;
const LEAST_RISE = 0.015;
/** Least part of the piece's strong ones. */
const LEAST_PART = 0.08;
/** Rise of level, in decibels, from which an onset is placed on the attack in the sound itself. */
const CLEAR_DECIBELS = 4;
/** Onsets closer than this are one, in seconds. */
const MERGED = 0.025;
/**
 * Amplitude below 160 Hz, against the strong ones of the piece, and rise of power there in decibels
 * that make a hit.
 */
const HIT_STRENGTH = 0.35;
const HIT_RISE = 6;
/**
 * Logistic regression of whether a peak is an onset of the truth, on the tuning corpus: weights of
 * the logarithm of the rise and of its ratio to the surroundings.
 */
const ODDS = { rise: 1.7, sharpness: 4.6, constant: 0.9 };

/** A peak of the strength curve. */
interface Peak {
  readonly frame: number;
  readonly rise: number;
  /** Ratio to the surroundings. */
  readonly sharpness: number;
}

/** Peaks that stand alone and out of their surroundings. */
function peaksOf(curve: Float32Array): Peak[] {
  const found: Peak[] = [];
  for (let frame = 0; frame < curve.length; frame++) {
    const rise = curve[frame]!;
    if (rise <= LEAST_RISE || rise !== peakAround(curve, frame, ALONE)) continue;
    if (found.at(-1)?.frame === frame - 1) continue;
    const around = curve.subarray(Math.max(0, frame - AROUND), frame + AROUND + 1);
    const mean = around.reduce((sum, x) => sum + x, 0) / around.length;
    if (rise >= SHARPNESS * mean + LEAST_RISE) found.push({ frame, rise, sharpness: rise / mean });
  }
  return found;
}

/** The nine tenths point of values; 0 of none. */
const strongOf = (values: readonly number[]): number =>
  values.toSorted((a, b) => a - b)[Math.floor(values.length * 0.9)] ?? 0;

const confidenceOf = ({ rise, sharpness }: Peak): number =>
  1 /
  (1 +
    Math.exp(-(ODDS.rise * Math.log(rise) + ODDS.sharpness * Math.log(sharpness) + ODDS.constant)));

interface Found extends Onset, AddedPower {
  readonly time: number;
}

/**
 * The onsets of a sound in order of time: peaks of the rise in narrow bands that stand out of their
 * surroundings and are not far weaker than the strong ones of the piece; each moved onto its attack
 * where the level rises clearly.
 */
function allOnsets({ strength, fine, sampleRate, length }: AudioFeatures): Found[] {
  const power = addedPower(strength);
  const peaks = peaksOf(strength.notes);
  const strong = strongOf(peaks.map((p) => p.rise)) || 1;
  const all = peaks
    .filter((p) => p.rise >= LEAST_PART * strong)
    .map((peak): Found => {
      const frameTime = seconds(peak.frame / STRENGTH_RATE);
      const attack = attackNear(fine, frameTime);
      const time = Math.max(0, attack.riseDecibels >= CLEAR_DECIBELS ? attack.at : frameTime);
      return {
        time,
        at: samples(Math.min(length - 1, Math.round(time * sampleRate))),
        ...power(peak.frame),
        strength: clamp(peak.rise / strong),
        confidence: confidenceOf(peak),
      };
    });
  all.sort((a, b) => a.time - b.time);
  // Of those that fell onto one attack the strongest is kept.
  const kept: Found[] = [];
  for (const onset of all) {
    const last = kept.at(-1);
    if (!last || onset.time - last.time >= MERGED) kept.push(onset);
    else if (onset.strength > last.strength) kept[kept.length - 1] = onset;
  }
  return kept;
}

/** A strong low attack. */
export type Hit = Omit<Onset, 'band'>;

/**
 * The onsets of a sound and the hits among them, in order of time: those that add much power below
 * 160 Hz.
 */
export function onsetsOf(features: AudioFeatures): { onsets: Onset[]; hits: Hit[] } {
  const all = allOnsets(features);
  const heavy = all.map((o) => o.low).toSorted((a, b) => a - b);
  const full = heavy[Math.floor(heavy.length * 0.95)] || 1;
  const hits = all.flatMap(({ at, confidence, low, lowRise }) => {
    const strength = clamp(Math.sqrt(low / full));
    return strength >= HIT_STRENGTH && lowRise >= HIT_RISE ? [{ at, strength, confidence }] : [];
  });
  return {
    onsets: all.map(({ at, band, strength, confidence }) => ({ at, band, strength, confidence })),
    hits,
  };
}
