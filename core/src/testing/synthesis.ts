import { seeded } from '../numbers/seeded.ts';

/**
 * Makes test sounds with known attacks. Everything is deterministic: noise comes from a seeded
 * generator.
 */

/** A mono sound to which voices are added. */
export class Tape {
  readonly samples: Float32Array;
  readonly sampleRate: number;
  private readonly random: () => number;

  constructor(lengthSeconds: number, sampleRate = 44100, seed = 1) {
    this.samples = new Float32Array(Math.round(lengthSeconds * sampleRate));
    this.sampleRate = sampleRate;
    this.random = seeded(seed);
  }

  /** Adds `wave(t)` for `length` seconds from `at`, t in seconds from the attack. */
  add(at: number, length: number, wave: (t: number) => number): void {
    const first = Math.ceil(at * this.sampleRate);
    for (let n = 0; n < length * this.sampleRate && first + n < this.samples.length; n++)
      this.samples[first + n]! += wave((first + n) / this.sampleRate - at);
  }

  /** A drum with a falling pitch. */
  kick(at: number, gain = 0.8): void {
    this.add(
      at,
      0.3,
      (t) =>
        gain * Math.exp(-t * 14) * Math.sin(2 * Math.PI * (50 * t + 4 * (1 - Math.exp(-t * 40)))),
    );
  }

  /** A burst of noise with a tone under it. */
  snare(at: number, gain = 0.5): void {
    this.add(
      at,
      0.2,
      (t) =>
        gain *
        Math.exp(-t * 22) *
        (0.7 * (2 * this.random() - 1) + 0.3 * Math.sin(2 * Math.PI * 190 * t)),
    );
  }

  /** A short bright burst of noise. */
  hat(at: number, gain = 0.2): void {
    let last = 0;
    this.add(at, 0.06, (t) => {
      const x = 2 * this.random() - 1;
      const bright = x - last;
      last = x;
      return gain * Math.exp(-t * 70) * bright;
    });
  }

  /** A decaying note with four partials and a 5 ms attack; `note` in MIDI numbers (69 = 440 Hz). */
  pluck(at: number, note: number, length = 0.5, gain = 0.25): void {
    const hz = 440 * 2 ** ((note - 69) / 12);
    this.add(at, length, (t) => {
      let sum = 0;
      for (let partial = 1; partial <= 4; partial++)
        sum += Math.sin(2 * Math.PI * hz * partial * t) / partial ** 1.3;
      return (
        gain *
        sum *
        Math.min(1, t / 0.005) *
        Math.exp((-3 * t) / length) *
        Math.min(1, (length - t) / 0.02)
      );
    });
  }

  /** Steady noise. */
  noise(gain: number): void {
    for (let n = 0; n < this.samples.length; n++)
      this.samples[n]! += gain * (2 * this.random() - 1);
  }
}

/** A made piece and its truth in seconds. */
export interface Piece {
  readonly name: string;
  readonly tape: Tape;
  readonly beats: number[];
  readonly downbeats: number[];
}

/** Beat times at a tempo that may change with each beat. */
export function beatTimes(
  from: number,
  count: number,
  tempoAt: (beat: number) => number,
): number[] {
  const times: number[] = [];
  let t = from;
  for (let i = 0; i < count; i++) {
    times.push(t);
    t += 60 / tempoAt(i);
  }
  return times;
}

/** A drum pattern with bass at 128 BPM, four in a bar. */
export function danceAt128(): Piece {
  const beats = beatTimes(0.31, 80, () => 128);
  const tape = new Tape(38, 44100, 11);
  const roots = [33, 33, 36, 31];
  beats.forEach((at, i) => {
    tape.kick(at);
    if (i % 2 === 1) tape.snare(at, 0.3);
    tape.hat(at + 30 / 128, 0.25);
    tape.pluck(at, roots[(i >> 2) % 4]!, 0.4, 0.2);
  });
  return { name: 'dance at 128', tape, beats, downbeats: beats.filter((_, i) => i % 4 === 0) };
}

/** A band at 92 BPM with off-beat kicks, sampled at 48 kHz, over noise at −50 dB. */
export function bandAt92(): Piece {
  const beats = beatTimes(0.87, 64, () => 92);
  const tape = new Tape(44, 48000, 12);
  const half = 30 / 92;
  beats.forEach((at, i) => {
    const place = i % 4;
    if (place === 0) tape.kick(at);
    if (place === 2) tape.kick(at + half);
    if (place === 1 || place === 3) tape.snare(at);
    tape.hat(at, 0.15);
    tape.hat(at + half, 0.1);
    const chord = [45, 50, 43, 48][(i >> 2) % 4]!;
    if (place === 0) [0, 7, 12, 16].forEach((step) => tape.pluck(at, chord + step, 2.4, 0.12));
  });
  tape.noise(0.003);
  return { name: 'band at 92', tape, beats, downbeats: beats.filter((_, i) => i % 4 === 0) };
}

/** Plucked chords without drums, slowing from 126 to 104 BPM. */
export function slowingChords(): Piece {
  const beats = beatTimes(0.5, 70, (i) => 126 - (22 * i) / 70);
  const tape = new Tape(39, 44100, 13);
  beats.forEach((at, i) => {
    const root = [48, 53, 55, 45][(i >> 2) % 4]!;
    if (i % 4 === 0) tape.pluck(at, root - 12, 1.6, 0.35);
    [0, 4, 7].forEach((step) => tape.pluck(at, root + step, 0.45, i % 4 === 0 ? 0.2 : 0.14));
  });
  return { name: 'slowing chords', tape, beats, downbeats: beats.filter((_, i) => i % 4 === 0) };
}
