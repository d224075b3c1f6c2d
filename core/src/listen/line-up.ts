import FFT from 'fft.js';

/** Samples a second at which sounds are lined up: speech and most of music lie below half of it. */
export const LINE_UP_RATE = 8000;

/** Samples of a spectrum by which a sound is evened out, and from one to the next. */
const WINDOW = 1024;
const HOP = WINDOW / 2;
/** How far the strength of what sounds is evened out: 0 not at all, 1 wholly. */
const EVENED = 0.8;
/** Band that counts, in Hz: rumble below it, hardly anything above it. */
const BAND = { from: 80, to: 3700 };
/** Least that a take and a song have in common, in seconds. */
const LEAST = 4;
/** Standard deviations by which chance is seldom passed among millions of places. */
const CHANCE = 7;
/** Seconds about a place that are the same place. */
const SAME = 0.05;

/** Where a take lies in a song. */
export interface LinedUp {
  /** Samples of the song at LINE_UP_RATE before the take begins; negative where it began before. */
  readonly offset: number;
  /** Height of the likeness there in standard deviations of all places. */
  readonly height: number;
  /** The same of the next best place. */
  readonly next: number;
}

/**
 * A sound with all of its band about as loud at all times, so that one that is filtered, echoed or
 * lies under noise is still like itself: short spectra over a power of their magnitudes (phase
 * transform, Knapp and Carter 1976), put together again.
 */
function evened(sound: Float32Array): Float64Array {
  const fft = new FFT(WINDOW);
  const weights = Float64Array.from({ length: WINDOW }, (_, n) =>
    Math.sin((Math.PI * (n + 0.5)) / WINDOW),
  );
  const out = new Float64Array(sound.length);
  const [input, spectrum, back] = [0, 1, 2].map(() => new Float64Array(2 * WINDOW));
  const [low, high] = [BAND.from, BAND.to].map((hz) => (hz * WINDOW) / LINE_UP_RATE);
  for (let at = -HOP; at < sound.length; at += HOP) {
    for (let n = 0; n < WINDOW; n++) {
      input![2 * n] = weights[n]! * (sound[at + n] ?? 0);
      input![2 * n + 1] = 0;
    }
    fft.transform(spectrum!, input!);
    for (let k = 0; k < WINDOW; k++) {
      const place = Math.min(k, WINDOW - k);
      const [re, im] = [spectrum![2 * k]!, spectrum![2 * k + 1]!];
      const size = Math.sqrt(re * re + im * im);
      const factor = place < low! || place > high! || size < 1e-6 ? 0 : size ** -EVENED;
      spectrum![2 * k] = re * factor;
      spectrum![2 * k + 1] = im * factor;
    }
    fft.inverseTransform(back!, spectrum!);
    for (let n = 0; n < WINDOW; n++)
      if (at + n >= 0 && at + n < out.length) out[at + n]! += weights[n]! * back![2 * n]!;
  }
  return out;
}

/** The transform of a stretch of a sound, nothing outside it. */
function transformed(fft: FFT, sound: Float64Array, from: number, count: number): Float64Array {
  const input = new Float64Array(2 * fft.size);
  for (let n = 0; n < count; n++) input[2 * n] = sound[from + n] ?? 0;
  const out = new Float64Array(2 * fft.size);
  fft.transform(out, input);
  return out;
}

/** Sums of squares of a sound up to each sample. */
function energies(sound: Float64Array): Float64Array {
  const sums = new Float64Array(sound.length + 1);
  sound.forEach((x, n) => (sums[n + 1] = sums[n]! + x * x));
  return sums;
}

/** The likeness of a take to a song at every place it can have in it; see `lineUp`. */
function* likeness(take: Float64Array, song: Float64Array): Generator<number, Float32Array> {
  const length = take.length;
  const fft = new FFT(2 ** Math.ceil(Math.log2(Math.max(2 * length, 2 ** 15))));
  const part = fft.size - length + 1;
  const own = transformed(fft, take, 0, length);
  const songSums = energies(song);
  const ownPower = take.reduce((sum, x) => sum + x * x, 0) / length;
  const places = song.length + length - 1;
  const found = new Float32Array(places);
  for (let first = 0; first < places; first += part) {
    const begins = first - (length - 1);
    const block = transformed(fft, song, begins, fft.size);
    for (let i = 0; i < block.length; i += 2) {
      const [a, b, c, d] = [block[i]!, block[i + 1]!, own[i]!, own[i + 1]!];
      block[i] = a * c + b * d;
      block[i + 1] = b * c - a * d;
    }
    const back = new Float64Array(block.length);
    fft.inverseTransform(back, block);
    for (let n = 0; n < part && first + n < places; n++) {
      const lag = begins + n;
      const [from, to] = [Math.max(0, lag), Math.min(song.length, lag + length)];
      if (to - from < LEAST * LINE_UP_RATE) continue;
      // What two sounds have in common by chance grows with the root of how long they are together.
      const both = (songSums[to]! - songSums[from]!) * ownPower;
      found[first + n] = both > 0 ? back[2 * n]! / Math.sqrt(both) : 0;
    }
    yield Math.min(1, (first + part) / places);
  }
  return found;
}

/** The place of a peak between samples, by a parabola through three. */
const between = (a: number, b: number, c: number): number =>
  a - 2 * b + c === 0 ? 0 : (0.5 * (a - c)) / (a - 2 * b + c);

/**
 * Finds where in a song a take was heard, both in one channel at LINE_UP_RATE: the place at which
 * their evened sounds are most alike, either way up, to a part of a sample. Yields the part that is
 * done. Null where they are no more alike than chance makes them, or too short.
 */
export function* lineUp(take: Float32Array, song: Float32Array): Generator<number, LinedUp | null> {
  if (Math.min(take.length, song.length) < LEAST * LINE_UP_RATE) return null;
  const found = yield* likeness(evened(take), evened(song));
  let [squares, count, best] = [0, 0, 0];
  found.forEach((x, n) => {
    if (x === 0) return;
    squares += x * x;
    count++;
    if (Math.abs(x) > Math.abs(found[best]!)) best = n;
  });
  const deviation = Math.sqrt(squares / Math.max(1, count));
  if (deviation === 0) return null;
  const near = SAME * LINE_UP_RATE;
  const next = found.reduce(
    (most, x, n) => (Math.abs(n - best) > near ? Math.max(most, Math.abs(x)) : most),
    0,
  );
  const height = Math.abs(found[best]!) / deviation;
  if (height < CHANCE) return null;
  const [a, b, c] = [best - 1, best, best + 1].map((n) => Math.abs(found[n] ?? 0));
  return {
    offset: best - (take.length - 1) + between(a!, b!, c!),
    height,
    next: next / deviation,
  };
}
