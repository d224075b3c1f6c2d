import { windowedSinc } from '../numbers/windowed-sinc.ts';

/**
 * Turns of the sinc on either side at full bandwidth, and steps of its table between two of them.
 */
const TURNS = 16;
const FINE = 256;
/** Shape of the Kaiser window: side lobes some 80 dB down. */
const BETA = 8;

/** The sinc under a Kaiser window, at FINE steps a turn. */
const KERNEL = Float64Array.from({ length: TURNS * FINE + 2 }, (_, i) =>
  windowedSinc(i / FINE, TURNS, BETA),
);

/** From which place of a sound on samples are taken, and how far apart. */
export interface Taken {
  readonly sound: Float32Array;
  /** In samples of it; may lie between two. */
  readonly at: number;
  /** Backwards where it is less than 0. */
  readonly step: number;
}

/**
 * Adds `count` samples, `gain(i)` each, of a sound to `out` from `first` on: the first is its value
 * at place `at`, each next one `step` further. Band-limited interpolation
 * after Smith and Gossett (1984): a windowed sinc, lower when `step` is more than 1 so that nothing
 * folds back. Silence lies outside the sound.
 */
export function addResampled(
  out: Float32Array,
  { first, count }: { readonly first: number; readonly count: number },
  { sound, at, step }: Taken,
  gain: (i: number) => number,
): void {
  const plain = step === 1 && Number.isInteger(at);
  const scale = Math.min(1, 1 / Math.abs(step));
  const reach = TURNS / scale;
  for (let i = 0; i < count; i++) {
    const place = at + i * step;
    if (place <= -reach || place >= sound.length + reach) continue;
    const volume = gain(i);
    if (volume === 0) continue;
    if (plain) {
      out[first + i]! += volume * (sound[place] ?? 0);
      continue;
    }
    const from = Math.max(0, Math.ceil(place - reach));
    const to = Math.min(sound.length - 1, Math.floor(place + reach));
    let sum = 0;
    for (let n = from; n <= to; n++) {
      const x = Math.abs(n - place) * scale * FINE;
      const cell = Math.floor(x);
      const low = KERNEL[cell]!;
      sum += sound[n]! * (low + (x - cell) * (KERNEL[cell + 1]! - low));
    }
    out[first + i]! += volume * scale * sum;
  }
}
