import { samples, seconds, type Samples } from '../time/index.ts';
import type { Sound } from './analyse.ts';
import { attackNear } from './attack.ts';
import { STRENGTH_RATE, type OnsetStrength } from './onset-strength.ts';
import { peakAround } from './peaks.ts';
import { whitened } from './pulse.ts';

/** A moment at which something starts to sound. */
export interface Onset {
  readonly at: Samples;
  /** Where most of it lies: a kick is low, a snare or consonant high, a note between. */
  readonly band: 'low' | 'middle' | 'high';
  /** Against the strong ones of the piece, 0–1. */
  readonly strength: number;
  /** How sure it is that something starts here, 0–1. */
  readonly confidence: number;
}

/** Whitened strength from which a peak counts, and at which it is certain. */
const LEAST = 0.35;
const CERTAIN = 2;
/** Least rise of the logarithmic spectrum that is heard as a start, and least part of the piece's strong ones. */
const LEAST_RISE = 0.03;
const LEAST_PART = 0.1;
/** A peak is the highest within this many frames. */
const ALONE = 3;
/** Onsets closer than this are one, in seconds. */
const MERGED = 0.03;
/** Whitened strength of a band from which an onset is told to be in it. */
const BAND_SHARE = 1.2;

const clamp = (x: number): number => Math.min(1, Math.max(0, x));

/** Frames at which a curve has a peak that stands alone. */
function peakFrames(curve: Float32Array): number[] {
  const frames: number[] = [];
  for (let k = 0; k < curve.length; k++)
    if (curve[k]! >= LEAST && curve[k] === peakAround(curve, k, ALONE) && frames.at(-1) !== k - 1) frames.push(k);
  return frames;
}

/** The nine tenths point of values; 0 of none. */
const strongOf = (values: readonly number[]): number =>
  values.toSorted((a, b) => a - b)[Math.floor(values.length * 0.9)] ?? 0;

/**
 * The onsets of a sound in order of time: peaks of the whitened strength of all bands that also rise enough by
 * themselves, so that a quiet passage counts but the trembling of a held tone does not; each moved onto its attack.
 */
export function onsetsOf(sound: Sound, strength: OnsetStrength): Onset[] {
  const [all, low, high] = [strength.all, strength.low, strength.high].map(whitened) as [
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  const peaks = peakFrames(all);
  const least = Math.max(LEAST_RISE, LEAST_PART * strongOf(peaks.map((k) => strength.all[k]!)));
  const frames = peaks.filter((k) => peakAround(strength.all, k, 1) >= least);
  const strong = strongOf(frames.map((k) => all[k]!)) || 1;
  const found = frames.map((k): Onset & { time: number } => {
    const time = Math.max(0, attackNear(sound.mono, sound.sampleRate, seconds(k / STRENGTH_RATE)).at);
    const [bass, treble] = [peakAround(low, k, 2), peakAround(high, k, 2)];
    const band = bass >= BAND_SHARE * treble ? 'low' : treble >= BAND_SHARE * bass ? 'high' : 'middle';
    return {
      time,
      at: samples(Math.min(sound.mono.length - 1, Math.round(time * sound.sampleRate))),
      band,
      strength: clamp(all[k]! / strong),
      confidence: clamp((all[k]! - LEAST) / (CERTAIN - LEAST)),
    };
  });
  found.sort((a, b) => a.time - b.time);
  // Of those that fell onto one attack the strongest is kept.
  const kept: (Onset & { time: number })[] = [];
  for (const onset of found) {
    const last = kept.at(-1);
    if (!last || onset.time - last.time >= MERGED) kept.push(onset);
    else if (onset.strength > last.strength) kept[kept.length - 1] = onset;
  }
  return kept.map(({ at, band, strength, confidence }) => ({ at, band, strength, confidence }));
}
