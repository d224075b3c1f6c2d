/**
 * Length of the pieces that are laid over one another, and how far each may be moved to fit, in
 * seconds.
 */
const PIECE = 0.04;
const PLAY = 0.01;
/** Samples skipped when pieces are compared: likeness needs no more. */
const SPARSE = 4;

/** How like the sound from `at` on is to that from `like` on, by correlation. */
function likeness(
  mono: Float32Array,
  like: number,
  at: number,
  { length, stride }: { length: number; stride: number },
): number {
  let [dot, power] = [0, 1e-9];
  for (let n = 0; n < length; n += stride) {
    const x = mono[at + n] ?? 0;
    dot += x * (mono[like + n] ?? 0);
    power += x * x;
  }
  return dot / Math.sqrt(power);
}

/**
 * The place within `play` of `near` at which the sound is most like that from `like` on: roughly,
 * then to the sample.
 */
function bestPlace(
  mono: Float32Array,
  like: number,
  near: number,
  { length, play }: { length: number; play: number },
): number {
  const search = (from: number, to: number, step: number, stride: number): number => {
    let best = near;
    let most = -Infinity;
    const compared = { length, stride };
    for (let at = from; at <= to; at += step) {
      const score = likeness(mono, like, at, compared);
      if (score > most) [most, best] = [score, at];
    }
    return best;
  };
  const rough = search(near - play, near + play, SPARSE, SPARSE);
  return search(rough - SPARSE + 1, rough + SPARSE - 1, 1, 1);
}

/**
 * Sound along a course with its pitch kept: overlapping pieces of 40 ms, each taken where it
 * continues the one before best, within 10 ms of where the course is (waveform similarity
 * overlap-add, Verhelst and Roelands 1993). `place(n)`: sample of the channels for the nth of the
 * `length` samples that are made; it may not go backwards. Yields packets of half a piece, all
 * channels, that follow one another without a seam; the last may reach beyond the length.
 */
export function* stretchedAlong(
  channels: readonly Float32Array[],
  sampleRate: number,
  length: number,
  place: (n: number) => number,
): Generator<Float32Array[]> {
  const half = Math.round((PIECE * sampleRate) / 2);
  const play = Math.round(PLAY * sampleRate);
  const mono = channels[0] ?? new Float32Array(0);
  // Halves of a raised cosine, which add up to one.
  const rising = Float32Array.from(
    { length: half },
    (_, n) => 0.5 - 0.5 * Math.cos((Math.PI * (n + 0.5)) / half),
  );
  let last = Math.round(place(0)) - half;
  for (let at = 0; at < length; at += half) {
    const near = Math.round(place(at));
    // What would come next in the sound itself is what the next piece should be like.
    const next = bestPlace(mono, last + half, near, { length: half, play });
    yield channels.map((channel) =>
      rising.map(
        (w, n) => (1 - w) * (channel[last + half + n] ?? 0) + w * (channel[next + n] ?? 0),
      ),
    );
    last = next;
  }
}

/**
 * Sound from sample `from` to `to` at another speed with its pitch kept, as along a course of that
 * speed. `speed` 0.5 is half as fast.
 */
export const timeStretched = (
  channels: readonly Float32Array[],
  sampleRate: number,
  { from, to }: { readonly from: number; readonly to: number },
  speed: number,
): Generator<Float32Array[]> =>
  stretchedAlong(channels, sampleRate, (to - from) / speed, (n) => from + n * speed);
