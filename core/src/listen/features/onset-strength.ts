import { semitonesOfRate } from '../../time/index.ts';
import { Growing } from './growing.ts';
import { magnitudeSpectrum } from './magnitude-spectrum.ts';
import type { Meter } from './meter.ts';

/** Frames of onset strength in a second, whatever the sample rate. */
export const STRENGTH_RATE = 100;

/** Mel bands of the spectrum. */
export const BANDS = 48;
/** Decibels between two stored band levels. */
export const BAND_STEP_DECIBELS = 0.4;
const LOWEST_HZ = 30;
const HIGHEST_HZ = 16000;
const LOW_BELOW_HZ = 160;
const HIGH_ABOVE_HZ = 2000;
const CHROMA_FROM_HZ = 110;
const CHROMA_TO_HZ = 1800;
const COMPRESSION = 1000;
/** Frames between the two spectra compared; two of 10 ms let a soft attack rise. */
const LAG = 2;

/**
 * How much sound starts at each moment, at `STRENGTH_RATE` frames a second; frame k is centred on
 * k/STRENGTH_RATE s.
 */
export interface OnsetStrength {
  /** All bands together. */
  readonly all: Float32Array;
  /** Below 160 Hz: kicks and bass attacks. */
  readonly low: Float32Array;
  /** Above 2 kHz: snares, cymbals, consonants. */
  readonly high: Float32Array;
  /** As `all`, in bands a quarter of a tone wide: starts of single notes. */
  readonly notes: Float32Array;
  /** Twelve pitch classes a frame, for harmony; row k at [12k, 12k+12). */
  readonly chroma: Float32Array;
  /** Root mean square of the sound in each frame. */
  readonly level: Float32Array;
  /**
   * Level of each mel band, `BANDS` values a frame; 0 is −100 dB of full scale, each step
   * `BAND_STEP_DECIBELS`.
   */
  readonly bands: Uint8Array;
  /** Middle of each band in Hz. */
  readonly centres: readonly number[];
}

type Curves = [
  Growing<Float32Array>,
  Growing<Float32Array>,
  Growing<Float32Array>,
  Growing<Float32Array>,
  Growing<Float32Array>,
];

interface Band {
  readonly first: number;
  readonly weights: Float32Array;
  readonly centreHz: number;
}

const toMel = (hz: number): number => 2595 * Math.log10(1 + hz / 700);
const fromMel = (mel: number): number => 700 * (10 ** (mel / 2595) - 1);

/** Triangular bands evenly spaced on the mel scale (O'Shaughnessy 1987: 2595·log10(1 + f/700)). */
function melBands(size: number, sampleRate: number): Band[] {
  const top = Math.min(HIGHEST_HZ, sampleRate / 2);
  const edges = Array.from({ length: BANDS + 2 }, (_, i) =>
    fromMel(toMel(LOWEST_HZ) + (i * (toMel(top) - toMel(LOWEST_HZ))) / (BANDS + 1)),
  );
  const binHz = sampleRate / size;
  return Array.from({ length: BANDS }, (_, b) => {
    const [from, centre, to] = [edges[b]!, edges[b + 1]!, edges[b + 2]!];
    // A band narrower than the bins would fall between them, so each takes at least its nearest
    // bin.
    const first = Math.min(Math.ceil(from / binHz), Math.round(centre / binHz));
    const last = Math.max(Math.floor(to / binHz), Math.round(centre / binHz));
    const weights = Float32Array.from({ length: last - first + 1 }, (_, i) => {
      const hz = (first + i) * binHz;
      return Math.max(0, hz <= centre ? (hz - from) / (centre - from) : (to - hz) / (to - centre));
    });
    const sum = weights.reduce((a, w) => a + w, 0);
    if (sum === 0) weights[Math.round(centre / binHz) - first] = 1;
    else weights.forEach((w, i) => (weights[i] = w / sum));
    return { first, weights, centreHz: centre };
  });
}

/**
 * Triangular bands a quarter of a tone apart, so that a note starting among others is seen by
 * itself.
 */
function quarterToneBands(size: number, sampleRate: number): Band[] {
  const top = Math.min(HIGHEST_HZ, sampleRate / 2);
  const binHz = sampleRate / size;
  const bins = new Set<number>();
  for (let hz = 27.5; hz < top; hz *= 2 ** (1 / 24)) bins.add(Math.round(hz / binHz));
  const edges = [...bins];
  return edges.slice(1, -1).map((centre, i) => {
    const [from, to] = [edges[i]!, edges[i + 2]!];
    const weights = Float32Array.from({ length: to - from - 1 }, (_, k) => {
      const bin = from + 1 + k;
      return bin <= centre ? (bin - from) / (centre - from) : (to - bin) / (to - centre);
    });
    return { first: from + 1, weights, centreHz: centre * binHz };
  });
}

/** The pitch class 0–11 of each bin inside the range used for harmony, −1 outside it. */
function pitchClasses(size: number, sampleRate: number): Int8Array {
  return Int8Array.from({ length: size / 2 + 1 }, (_, bin) => {
    const hz = (bin * sampleRate) / size;
    if (hz < CHROMA_FROM_HZ || hz > CHROMA_TO_HZ) return -1;
    const note = Math.round(semitonesOfRate(hz / 440));
    return ((note % 12) + 12) % 12;
  });
}

/** Sum of magnitudes from a bin on, weighted. */
function weighted(magnitude: Float32Array, first: number, weights: Float32Array): number {
  let sum = 0;
  for (let i = 0; i < weights.length; i++) sum += weights[i]! * magnitude[first + i]!;
  return sum;
}

// What follows works on arrays that are handed to it: variables that outlive a call are slow to
// reach.

/** Samples through a window; returns the sum of their squares before it. */
function windowed(
  samples: Float32Array,
  offset: number,
  window: Float32Array,
  to: Float64Array,
): number {
  let energy = 0;
  for (let i = 0; i < window.length; i++) {
    const x = samples[offset + i]!;
    energy += x * x;
    to[i] = x * window[i]!;
  }
  return energy;
}

/** Magnitudes added up by the pitch class of their bins. */
function addPitches(magnitude: Float32Array, classes: Int8Array, to: Float64Array): void {
  to.fill(0);
  for (let bin = 0; bin < magnitude.length; bin++) {
    const pitch = classes[bin]!;
    if (pitch >= 0) to[pitch]! += magnitude[bin]!;
  }
}

/** The weighted sum of magnitudes in each band. */
function levelsOf(bands: readonly Band[], magnitude: Float32Array, to: Float64Array): void {
  for (let b = 0; b < bands.length; b++) {
    const { first, weights } = bands[b]!;
    to[b] = weighted(magnitude, first, weights);
  }
}

/**
 * Mean rise of the logarithmic bands from `LAG` frames before to the spectrum given; `history` is
 * their ring.
 */
function riseOf(
  bands: readonly Band[],
  history: readonly Float32Array[],
  frame: number,
  magnitude: Float32Array,
): number {
  const now = history[frame % history.length]!;
  const before = history[(frame + 1) % history.length]!;
  const last = bands.length - 1;
  let rising = 0;
  for (let b = 0; b <= last; b++) {
    const { first, weights } = bands[b]!;
    const value = Math.log(1 + COMPRESSION * weighted(magnitude, first, weights));
    now[b] = value;
    if (frame < LAG) continue;
    let past = before[b]!;
    if (b > 0 && before[b - 1]! > past) past = before[b - 1]!;
    if (b < last && before[b + 1]! > past) past = before[b + 1]!;
    if (value > past) rising += value - past;
  }
  return rising / bands.length;
}

/** Whether each band is among the low ones, for bit 1, and among the high ones, for bit 2. */
const sidesOf = (bands: readonly Band[]): Uint8Array =>
  Uint8Array.from(
    bands,
    ({ centreHz }) => (centreHz < LOW_BELOW_HZ ? 1 : 0) + (centreHz > HIGH_ABOVE_HZ ? 2 : 0),
  );

/**
 * Rises of logarithmic levels against those before, each with the loudest of its neighbours, added
 * up: all, the low and the high ones.
 */
function addRises(
  now: Float32Array,
  before: Float32Array,
  sides: Uint8Array,
  to: Float64Array,
): void {
  const last = now.length - 1;
  let all = 0;
  let low = 0;
  let high = 0;
  for (let b = 0; b <= last; b++) {
    let past = before[b]!;
    if (b > 0 && before[b - 1]! > past) past = before[b - 1]!;
    if (b < last && before[b + 1]! > past) past = before[b + 1]!;
    const rise = now[b]! - past;
    if (rise <= 0) continue;
    const side = sides[b]!;
    all += rise;
    if ((side & 1) !== 0) low += rise;
    if ((side & 2) !== 0) high += rise;
  }
  to[0] = all;
  to[1] = low;
  to[2] = high;
}

/** Logarithmic and stored levels of magnitudes. */
function noteLevels(levels: Float64Array, now: Float32Array, steps: Uint8Array): void {
  for (let b = 0; b < levels.length; b++) {
    now[b] = Math.log(1 + COMPRESSION * levels[b]!);
    steps[b] = toStored(levels[b]!);
  }
}

/** Decibels in a natural logarithm of an amplitude. */
const DECIBELS = 20 / Math.LN10;

/** Decibels of a stored band level: 0 is −100 dB of full scale, each step 0.4 dB. */
const toStored = (magnitude: number): number =>
  Math.max(
    0,
    Math.min(255, Math.round((DECIBELS * Math.log(magnitude + 1e-6) + 100) / BAND_STEP_DECIBELS)),
  );

/**
 * Measures the onset strength of a mono sound: the rise of the logarithmic mel spectrum from one
 * moment to the next, each band compared with the loudest of its neighbours before (Böck and Widmer
 * 2013), summed over bands.
 */
export function strengthMeter(sampleRate: number): Meter<OnsetStrength> {
  const hop = sampleRate / STRENGTH_RATE;
  const size = 2 ** Math.round(Math.log2(sampleRate * 0.046));
  const bands = melBands(size, sampleRate);
  const classes = pitchClasses(size, sampleRate);
  const window = Float32Array.from(
    { length: size },
    (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size),
  );
  const spectrum = magnitudeSpectrum(size);
  const input = new Float64Array(size);
  const top = bands.at(-1)!;
  const magnitude = new Float32Array(top.first + top.weights.length);
  const history = Array.from({ length: LAG + 1 }, () => new Float32Array(BANDS));
  const noteBands = quarterToneBands(size, sampleRate);
  const noteHistory = Array.from({ length: LAG + 1 }, () => new Float32Array(noteBands.length));
  const pitches = new Float64Array(12);
  const [sides, rises] = [sidesOf(bands), new Float64Array(3)];
  const [levels, steps] = [new Float64Array(BANDS), new Uint8Array(BANDS)];

  const room = STRENGTH_RATE * 60;
  const [all, low, high, level, notes] = [0, 1, 2, 3, 4].map(
    () => new Growing(new Float32Array(room)),
  ) as Curves;
  const chroma = new Growing(new Float32Array(12 * room));
  const stored = new Growing(new Uint8Array(BANDS * room));

  // What has come and is still needed: samples [start, start + held) of the sound, silence before
  // it.
  let buffer = new Float32Array(2 * size);
  let start = -size / 2;
  let held = size / 2;
  let frame = 0;

  const measure = (offset: number): void => {
    level.push(Math.sqrt(windowed(buffer, offset, window, input) / size));
    spectrum(input, magnitude);
    addPitches(magnitude, classes, pitches);
    chroma.pushAll(pitches);

    const now = history[frame % history.length]!;
    const before = history[(frame + 1) % history.length]!;
    levelsOf(bands, magnitude, levels);
    noteLevels(levels, now, steps);
    stored.pushAll(steps);
    if (frame >= LAG) addRises(now, before, sides, rises);
    all.push(rises[0]! / BANDS);
    low.push(rises[1]!);
    high.push(rises[2]! / BANDS);
    notes.push(riseOf(noteBands, noteHistory, frame, magnitude));
    frame++;
  };

  const measureReady = (): void => {
    for (;;) {
      const offset = Math.round(frame * hop) - size / 2 - start;
      if (offset + size > held) break;
      measure(offset);
    }
    const done = Math.min(held, Math.round(frame * hop) - size / 2 - start);
    buffer.copyWithin(0, done, held);
    start += done;
    held -= done;
  };
  const append = (samples: Float32Array): void => {
    if (held + samples.length > buffer.length) {
      const larger = new Float32Array(held + samples.length);
      larger.set(buffer.subarray(0, held));
      buffer = larger;
    }
    buffer.set(samples, held);
    held += samples.length;
    measureReady();
  };
  return {
    take(samples) {
      for (let at = 0; at < samples.length; at += sampleRate)
        append(samples.subarray(at, at + sampleRate));
    },
    end() {
      const length = start + held;
      const count = Math.floor(length / hop) + 1;
      append(new Float32Array(Math.max(0, Math.round((count - 1) * hop) + size / 2 - length)));
      return {
        all: all.all(),
        low: low.all(),
        high: high.all(),
        level: level.all(),
        notes: notes.all(),
        chroma: chroma.all(),
        bands: stored.all(),
        centres: bands.map((band) => band.centreHz),
      };
    },
  };
}
