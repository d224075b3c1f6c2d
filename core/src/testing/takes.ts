import { seeded } from '../numbers/seeded.ts';

/** Notes of the minor scale in semitones. */
const SCALE = [0, 2, 3, 5, 7, 8, 10];

/**
 * A song of so many seconds at a sample rate: chords of four bars, a tune that is another one in
 * every bar, drums and a bass, all by chance from a seed.
 */
export function madeSong(seed: number, seconds: number, rate: number): Float32Array {
  const random = seeded(seed);
  const song = new Float32Array(Math.round(seconds * rate));
  const beat = 60 / (80 + 60 * random());
  const root = 110 * 2 ** (random() - 0.5);
  const chords = Array.from({ length: 4 }, () => Math.floor(random() * 7));
  const hertz = (step: number) =>
    root * 2 ** ((SCALE[((step % 7) + 7) % 7]! + 12 * Math.floor(step / 7)) / 12);
  const tone = (at: number, lasts: number, hz: number, level: number) => {
    const [from, to] = [at, at + lasts].map((s) => Math.min(song.length, Math.round(s * rate)));
    const phase = random() * 6;
    for (let n = from!; n < to!; n++) {
      const t = (n - from!) / rate;
      const swell = Math.min(1, t / 0.01) * Math.exp(-t * 3);
      const wave = Math.sin(2 * Math.PI * hz * t + phase) + 0.4 * Math.sin(4 * Math.PI * hz * t);
      song[n]! += level * swell * wave;
    }
  };
  const hit = (at: number, falls: number, level: number) => {
    const from = Math.round(at * rate);
    for (let n = from; n < Math.min(song.length, from + 0.2 * rate); n++)
      song[n]! += level * (2 * random() - 1) * Math.exp((-(n - from) / rate) * falls);
  };
  for (let count = 0; count * beat < seconds; count++) {
    const at = count * beat;
    const chord = chords[Math.floor(count / 4) % 4]!;
    for (const third of [0, 2, 4]) tone(at, beat, hertz(chord + third + 7), 0.12);
    tone(at, beat, hertz(chord) / 2, 0.3);
    tone(at, 0.12, 52, 0.5);
    if (count % 2 === 1) hit(at, 30, 0.3);
    hit(at + beat / 2, 60, 0.1);
    for (const half of [0, 1])
      tone(at + (half * beat) / 2, beat / 2, hertz(14 + Math.floor(random() * 8)), 0.2);
  }
  return song;
}

/** How a take was made. */
export interface TakeOf {
  readonly seed: number;
  /** Samples of the song before it, and how many it has. */
  readonly at: number;
  readonly length: number;
  /** Seconds in which the room dies away by 60 dB; 0 for none. */
  readonly room: number;
  /** Decibels by which the song is above the noise. */
  readonly above: number;
}

/**
 * What another microphone in a room with noise hears of a song: the direct sound first, echoes that
 * die away, less bass and less treble, and noise.
 */
export function madeTake(
  song: Float32Array,
  rate: number,
  { seed, at, length, room, above }: TakeOf,
): Float32Array {
  const random = seeded(seed);
  const take = Float32Array.from({ length }, (_, n) => song[at + n] ?? 0);
  for (let echo = 0; echo < 60 && room > 0; echo++) {
    const late = Math.round((0.004 + room * random()) * rate);
    const level = 0.35 * (2 * random() - 1) * Math.exp((-6.9 * late) / rate / room);
    for (let n = 0; n < length; n++) take[n]! += level * (song[at + n - late] ?? 0);
  }
  let [low, high, before] = [0, 0, 0];
  for (let n = 0; n < length; n++) {
    low += 0.7 * (take[n]! - low);
    high = 0.93 * (high + low - before);
    before = low;
    take[n] = high;
  }
  const power = take.reduce((sum, x) => sum + x * x, 0) / length;
  const noise = Math.sqrt(3 * power) * 10 ** (-above / 20);
  return take.map((x) => x + noise * (2 * random() - 1));
}
