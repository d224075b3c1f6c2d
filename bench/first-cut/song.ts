import { seeded } from '../../core/src/numbers/seeded.ts';
import { Tape } from '../../core/src/testing/synthesis.ts';

/** A made song, and what is true of it, in seconds. */
export interface TrueSong {
  readonly samples: Float32Array;
  readonly sampleRate: number;
  readonly beats: readonly number[];
  readonly downbeats: readonly number[];
  readonly drop: number;
  readonly rise: { readonly start: number; readonly peak: number };
  /** Starts of sections. */
  readonly sections: readonly number[];
}

const noteHz = (note: number): number => 440 * 2 ** ((note - 69) / 12);

/** Notes that swell in and go out. */
function pad(
  tape: Tape,
  at: number,
  length: number,
  { notes, gain }: { notes: readonly number[]; gain: number },
): void {
  tape.add(at, length, (t) => {
    const shape = Math.min(1, t / 0.3) * Math.min(1, (length - t) / 0.3);
    return gain * shape * notes.reduce((sum, n) => sum + Math.sin(2 * Math.PI * noteHz(n) * t), 0);
  });
}

/** Noise that grows ever brighter and louder. */
function riser(tape: Tape, at: number, length: number, random: () => number): void {
  let last = 0;
  tape.add(at, length, (t) => {
    const part = t / length;
    const white = 2 * random() - 1;
    last += (0.05 + 0.9 * part) * (white - last);
    return 0.3 * part * part * last;
  });
}

/** A cymbal. */
function crash(tape: Tape, at: number, random: () => number): void {
  let before = 0;
  tape.add(at, 2.2, (t) => {
    const white = 2 * random() - 1;
    const bright = white - before;
    before = white;
    return 0.3 * Math.exp(-2.2 * t) * bright;
  });
}

/** What a song is made of, by chance. */
interface Style {
  /** Time of a beat, in seconds. */
  readonly time: (beat: number) => number;
  readonly swung: number;
  readonly backbeat: boolean;
  readonly busy: boolean;
  readonly random: () => number;
}

/** A beat of a song: its number, its place in the bar, and the root of the chord. */
interface Beat {
  readonly b: number;
  readonly place: number;
  readonly chord: number;
}

function verseBeat(tape: Tape, { time, backbeat, busy }: Style, { b, place, chord }: Beat): void {
  if (place === 0 || (place === 2 && busy)) tape.kick(time(b), 0.6);
  if (backbeat && place % 2 === 1) tape.snare(time(b), 0.3);
  tape.pluck(time(b), chord + 12 + (place % 2 ? 7 : 0), 0.4, 0.16);
}

/** A roll that gets denser; `near` is the part of the build that is over. */
function buildBeat(tape: Tape, { time }: Style, { b, place }: Beat, near: number): void {
  if (near >= 0.5 || place % 2 === 0) tape.snare(time(b), 0.15 + 0.2 * near);
  if (near >= 0.75) tape.snare(time(b + 0.5), 0.25);
}

function dropBeat(tape: Tape, style: Style, { b, place, chord }: Beat): void {
  const { time, backbeat, busy, random } = style;
  if (busy || place !== 2) tape.kick(time(b), 0.85);
  if (backbeat && place % 2 === 1) tape.snare(time(b), 0.4);
  tape.hat(time(b), 0.15);
  tape.pluck(time(b + 0.5), chord, 0.35, 0.35);
  tape.pluck(time(b), chord + 24 + [0, 3, 7, 10][Math.floor(4 * random())]!, 0.3, 0.12);
}

/**
 * A song by chance from a seed: an intro of off-beat hats over a pad, a verse, a build with a rise
 * and a roll that at times ends in silence, a drop, a calmer end with a held chord. 84 to 168 BPM,
 * four beats in a bar, never in time with any frame rate.
 */
export function madeSong(seed: number): TrueSong {
  const random = seeded(seed);
  const between = (a: number, b: number): number => a + (b - a) * random();
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!;
  const beat = 60 / between(84, 168);
  const first = between(0.1, 0.9);
  const [intro, verseBars, buildBars] = [pick([4, 8]), pick([8, 8, 12]), pick([4, 8, 8])];
  const [verse, build, drop] = [intro, intro + verseBars, intro + verseBars + buildBars];
  const out = drop + pick([8, 12]);
  const bars = out + pick([4, 8]);
  const time = (at: number): number => first + at * beat;
  const silent = pick([0, 0, 1, 2, 4]);
  const tape = new Tape(time(4 * bars) + 3, 44_100, seed);
  const root = pick([33, 35, 36, 38, 40]);
  const turn = pick([
    [0, 5, 7, 3],
    [0, -4, 3, -2],
    [0, 0, 5, 5],
  ]);
  const third = pick([3, 4]);
  const swung = pick([0.5, 0.5, 0.5, 0.62]);
  const style = { time, swung, backbeat: random() < 0.8, busy: random() < 0.5, random };
  for (let b = 0; b < 4 * bars; b++) {
    const [bar, place] = [b >> 2, b % 4];
    if (b < 4 * drop && 4 * drop - b <= silent) continue;
    const of = { b, place, chord: root + turn[bar % 4]! };
    if (place === 0 && (bar < build || bar >= out)) {
      const notes = [of.chord + 12, of.chord + 12 + third, of.chord + 19];
      pad(tape, time(b), 4 * beat, { notes, gain: 0.035 });
    }
    tape.hat(time(b + swung), bar < verse ? 0.12 : 0.2);
    if (bar >= verse && bar < build) verseBeat(tape, style, of);
    if (bar >= build && bar < drop) buildBeat(tape, style, of, (bar - build) / buildBars);
    if (bar >= drop && bar < out) dropBeat(tape, style, of);
    if (bar >= out && place === 0) tape.kick(time(b), 0.5);
  }
  const start = time(4 * build);
  const peak = time(4 * drop - silent);
  riser(tape, start, peak - start, random);
  crash(tape, time(4 * drop), random);
  pad(tape, time(4 * bars), 2.6, { notes: [root + 12, root + 12 + third, root + 19], gain: 0.05 });
  tape.noise(0.0005);
  const loudest = tape.samples.reduce((most, x) => Math.max(most, Math.abs(x)), 0);
  tape.samples.forEach((x, i) => (tape.samples[i] = (0.9 * x) / loudest));
  const beats = Array.from({ length: 4 * bars + 1 }, (_, b) => time(b));
  return {
    ...{ samples: tape.samples, sampleRate: tape.sampleRate, beats },
    downbeats: beats.filter((_, b) => b % 4 === 0),
    drop: time(4 * drop),
    rise: { start, peak },
    sections: [0, verse, build, drop, out].map((bar) => time(4 * bar)),
  };
}
