import FFT from 'fft.js';

/** Frames of onset strength in a second, whatever the sample rate. */
export const STRENGTH_RATE = 100;

const BANDS = 48;
const LOWEST_HZ = 30;
const HIGHEST_HZ = 16000;
const LOW_BELOW_HZ = 160;
const HIGH_ABOVE_HZ = 2000;
const CHROMA_FROM_HZ = 110;
const CHROMA_TO_HZ = 1800;
const COMPRESSION = 1000;
/** Frames between the two spectra compared; two of 10 ms let a soft attack rise. */
const LAG = 2;

/** How much sound starts at each moment, at `STRENGTH_RATE` frames a second; frame k is centred on k/STRENGTH_RATE s. */
export interface OnsetStrength {
  /** All bands together. */
  readonly all: Float32Array;
  /** Below 160 Hz: kicks and bass attacks. */
  readonly low: Float32Array;
  /** Above 2 kHz: snares, cymbals, consonants. */
  readonly high: Float32Array;
  /** Twelve pitch classes a frame, for harmony; row k at [12k, 12k+12). */
  readonly chroma: Float32Array;
  /** Root mean square of the sound in each frame. */
  readonly level: Float32Array;
}

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
    // A band narrower than the bins would fall between them, so each takes at least its nearest bin.
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

/** The pitch class 0–11 of each bin inside the range used for harmony, −1 outside it. */
function pitchClasses(size: number, sampleRate: number): Int8Array {
  return Int8Array.from({ length: size / 2 + 1 }, (_, bin) => {
    const hz = (bin * sampleRate) / size;
    if (hz < CHROMA_FROM_HZ || hz > CHROMA_TO_HZ) return -1;
    const note = Math.round(12 * Math.log2(hz / 440));
    return ((note % 12) + 12) % 12;
  });
}

/**
 * Onset strength of a mono sound: the rise of the logarithmic mel spectrum from one moment to the next,
 * each band compared with the loudest of its neighbours before (Böck and Widmer 2013), summed over bands.
 * Yields the fraction done about every second of sound.
 */
export function* onsetStrength(mono: Float32Array, sampleRate: number): Generator<number, OnsetStrength> {
  const hop = sampleRate / STRENGTH_RATE;
  const size = 2 ** Math.round(Math.log2(sampleRate * 0.046));
  const count = Math.floor(mono.length / hop) + 1;
  const bands = melBands(size, sampleRate);
  const classes = pitchClasses(size, sampleRate);
  const window = Float32Array.from({ length: size }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size));
  const fft = new FFT(size);
  const input = new Float64Array(size);
  const output = new Float64Array(2 * size);
  const magnitude = new Float32Array(size / 2 + 1);
  const history = Array.from({ length: LAG + 1 }, () => new Float32Array(BANDS));

  const result = {
    all: new Float32Array(count),
    low: new Float32Array(count),
    high: new Float32Array(count),
    chroma: new Float32Array(count * 12),
    level: new Float32Array(count),
  };
  for (let k = 0; k < count; k++) {
    const start = Math.round(k * hop) - size / 2;
    let energy = 0;
    const [from, to] = [Math.max(0, -start), Math.min(size, mono.length - start)];
    input.fill(0, 0, from);
    input.fill(0, Math.max(0, to));
    for (let i = from; i < to; i++) {
      const x = mono[start + i]!;
      energy += x * x;
      input[i] = x * window[i]!;
    }
    result.level[k] = Math.sqrt(energy / size);
    fft.realTransform(output, input);
    for (let bin = 0; bin < magnitude.length; bin++)
      magnitude[bin] = Math.sqrt(output[2 * bin]! ** 2 + output[2 * bin + 1]! ** 2) / size;

    for (let bin = 0; bin < magnitude.length; bin++) {
      const pitch = classes[bin]!;
      if (pitch >= 0) result.chroma[12 * k + pitch]! += magnitude[bin]!;
    }

    const now = history[k % history.length]!;
    const before = history[(k + 1) % history.length]!;
    for (let b = 0; b < BANDS; b++) {
      const { first, weights } = bands[b]!;
      let sum = 0;
      for (let i = 0; i < weights.length; i++) sum += weights[i]! * magnitude[first + i]!;
      now[b] = Math.log1p(COMPRESSION * sum);
    }
    if (k >= LAG)
      for (let b = 0; b < BANDS; b++) {
        const past = Math.max(before[Math.max(0, b - 1)]!, before[b]!, before[Math.min(BANDS - 1, b + 1)]!);
        const rise = now[b]! - past;
        if (rise <= 0) continue;
        result.all[k]! += rise / BANDS;
        if (bands[b]!.centreHz < LOW_BELOW_HZ) result.low[k]! += rise;
        if (bands[b]!.centreHz > HIGH_ABOVE_HZ) result.high[k]! += rise / BANDS;
      }
    if (k % STRENGTH_RATE === 0) yield k / count;
  }
  return result;
}
