import { seeded } from '../core/src/numbers/seeded.ts';

/** Tempo of the teaser's music, beats a minute, constant. */
export const TEMPO = 112;
/** Seconds of silence before the first beat. */
export const FIRST_BEAT = 0.25;
export const SAMPLE_RATE = 44100;

/** Parts of the music in bars of four beats. */
export const SECTIONS = [
  { name: 'Intro', bars: 4 },
  { name: 'Verse', bars: 4 },
  { name: 'Build', bars: 4 },
  { name: 'Drop', bars: 6 },
  { name: 'Out', bars: 2 },
  { name: 'Held', bars: 2 },
] as const;
type Part = (typeof SECTIONS)[number]['name'];

const BEAT = 60 / TEMPO;
const BARS = SECTIONS.reduce((sum, s) => sum + s.bars, 0);
/** The last bar of the build is silent. */
const SILENT_BAR = 11;
/** The bar with a fill on its last two beats, before the build. */
const FILL_BAR = 7;

/** The truth about the music, in seconds. */
export interface MusicTruth {
  readonly tempo: number;
  readonly beats: number[];
  readonly downbeats: number[];
  readonly hits: number[];
  readonly pause: { readonly start: number; readonly end: number };
  readonly rise: { readonly start: number; readonly peak: number };
  readonly drop: number;
  readonly sections: { readonly name: string; readonly start: number; readonly end: number }[];
}

const beatTime = (beat: number): number => FIRST_BEAT + beat * BEAT;

/** What a listener should find: every beat, the bars, the low hits, the pause and the parts. */
export function musicTruth(): MusicTruth {
  const beats = Array.from({ length: BARS * 4 }, (_, i) => beatTime(i));
  let bar = 0;
  const sections = SECTIONS.map(({ name, bars }) => {
    const start = beatTime(bar * 4);
    bar += bars;
    return { name, start, end: beatTime(bar * 4) };
  });
  return {
    tempo: TEMPO,
    beats,
    downbeats: beats.filter((_, i) => i % 4 === 0),
    hits: kickBeats().map(beatTime),
    pause: { start: beatTime(4 * SILENT_BAR), end: beatTime(4 * SILENT_BAR + 4) },
    rise: { start: beatTime(32), peak: beatTime(4 * SILENT_BAR) },
    drop: beatTime(4 * SILENT_BAR + 4),
    sections,
  };
}

/** The part that bar `bar` belongs to. */
function sectionOfBar(bar: number): Part {
  let end = 0;
  for (const section of SECTIONS) {
    end += section.bars;
    if (bar < end) return section.name;
  }
  return 'Held';
}

/** Beats with a kick: one and three of the verse, every beat of the drop, none of the build. */
function kickBeats(): number[] {
  const every: Readonly<Record<Part, readonly number[]>> = {
    Intro: [0],
    Verse: [0, 2],
    Build: [],
    Drop: [0, 1, 2, 3],
    Out: [0, 2],
    Held: [],
  };
  const beats = Array.from({ length: BARS * 4 }, (_, beat) => beat).filter((beat) =>
    every[sectionOfBar(beat >> 2)].includes(beat % 4),
  );
  // The first two bars are hats alone; the last beat that is struck is the one that is held.
  return [...beats.filter((beat) => beat >= 8), 4 * (BARS - 2)];
}

type Channel = Float32Array;

/**
 * Adds a voice of `length` seconds at `at`; `wave` takes seconds from the attack; `side` −1 left to
 * 1 right.
 */
function add(
  stereo: readonly [Channel, Channel],
  at: number,
  length: number,
  side: number,
  wave: (t: number) => number,
) {
  const [left, right] = stereo;
  const [gainLeft, gainRight] = [
    Math.cos(((side + 1) * Math.PI) / 4),
    Math.sin(((side + 1) * Math.PI) / 4),
  ];
  const first = Math.ceil(at * SAMPLE_RATE);
  for (let n = 0; n < length * SAMPLE_RATE && first + n < left.length; n++) {
    const x = wave((first + n) / SAMPLE_RATE - at);
    left[first + n]! += gainLeft * x;
    right[first + n]! += gainRight * x;
  }
}

const noteHz = (note: number): number => 440 * 2 ** ((note - 69) / 12);

/** A felted mallet on a wooden bar: two inharmonic partials that die quickly. */
const mallet = (note: number, gain: number) => (t: number) =>
  gain *
  Math.min(1, t / 0.002) *
  (Math.exp(-t * 6) * Math.sin(2 * Math.PI * noteHz(note) * t) +
    0.35 * Math.exp(-t * 22) * Math.sin(2 * Math.PI * noteHz(note) * 3.93 * t));

const bass = (note: number, gain: number, length: number) => (t: number) =>
  gain *
  Math.min(1, t / 0.006) *
  Math.min(1, Math.max(0, (length - t) / 0.03)) *
  (Math.sin(2 * Math.PI * noteHz(note) * t) + 0.3 * Math.sin(4 * Math.PI * noteHz(note) * t));

const pad = (notes: readonly number[], gain: number, length: number) => (t: number) => {
  let sum = 0;
  for (const note of notes)
    sum +=
      Math.sin(2 * Math.PI * noteHz(note) * t) +
      0.2 * Math.sin(2 * Math.PI * noteHz(note) * 2.003 * t);
  return gain * sum * Math.min(1, t / 0.15) * Math.min(1, Math.max(0, (length - t) / 0.2));
};

const kick = (t: number) =>
  0.75 * Math.exp(-t * 13) * Math.sin(2 * Math.PI * (48 * t + 3.5 * (1 - Math.exp(-t * 45))));

/** Roots of the four-bar turn, one a bar: D, B flat, F, C. */
const ROOTS = [38, 34, 41, 36];

type Stereo = readonly [Channel, Channel];
type Noise = () => number;

/** A short bright tick, the difference of neighbouring samples of noise. */
function addHat(stereo: Stereo, at: number, gain: number, noise: Noise): void {
  let last = 0;
  add(stereo, at, 0.05, -0.2, (t) => {
    const x = noise();
    const bright = x - last;
    last = x;
    return gain * Math.exp(-t * 80) * bright;
  });
}

/** Sheets slapped down. */
const addSlap = (stereo: Stereo, at: number, gain: number, noise: Noise): void =>
  add(stereo, at, 0.18, 0.15, (t) => gain * Math.exp(-t * 24) * noise());

/** One beat of a bar that is played in full: an ostinato on wooden bars over a bass. */
function addBeat(stereo: Stereo, bar: number, place: number, noise: Noise): void {
  const section = sectionOfBar(bar);
  const at = beatTime(bar * 4 + place);
  const chord = chordOf(bar);
  const loud = section === 'Drop';
  add(stereo, at, 0.7, -0.4, mallet(chord[place % 3]! + 24, place === 0 ? 0.22 : 0.15));
  if (section !== 'Out')
    add(stereo, at + BEAT / 2, 0.6, 0.4, mallet(chord[(place + 1) % 3]! + 24, 0.1));
  add(stereo, at, BEAT * 0.9, 0, bass(ROOTS[bar % 4]!, loud ? 0.3 : 0.17, BEAT * 0.9));
  if (place % 2 === 1 && section !== 'Out') addSlap(stereo, at, loud ? 0.34 : 0.22, noise);
  for (const part of loud ? [0, 0.5] : [0.5]) addHat(stereo, at + part * BEAT, 0.1, noise);
}

/** The notes of a bar. */
const chordOf = (bar: number): number[] => {
  const root = ROOTS[bar % 4]!;
  return [root + 12, root + 19, root + 24 + (bar % 4 === 0 ? 3 : 4)];
};

/** A bar of the build: slaps that come ever quicker, no low end. */
function addBuildBar(stereo: Stereo, bar: number, noise: Noise): void {
  const done = bar - 8;
  const slaps = [4, 8, 16][done]!;
  for (let i = 0; i < slaps; i++)
    addSlap(stereo, beatTime(4 * bar) + (4 * BEAT * i) / slaps, 0.12 + 0.05 * done, noise);
  for (let place = 0; place < 4; place++)
    add(
      stereo,
      beatTime(4 * bar + place),
      0.7,
      -0.4,
      mallet(chordOf(bar)[place % 3]! + 24 + 2 * done, 0.14),
    );
}

/** A rising hiss through the build, which stops where the silence begins. */
function addRise(stereo: Stereo, noise: Noise): void {
  const { start, peak } = musicTruth().rise;
  let smooth = 0;
  add(stereo, start, peak - start, 0, (t) => {
    const done = t / (peak - start);
    const x = noise();
    smooth += (0.02 + 0.5 * done) * (x - smooth);
    return 0.16 * done * done * (x - smooth);
  });
}

/**
 * The teaser's music in stereo, the same samples every time: an intro of hats off the beat, a verse
 * that ends in a fill, a build, a bar of silence, the drop, and an ending that is held.
 */
export function renderMusic(): [Channel, Channel] {
  const random = seeded(1841);
  const noise = () => 2 * random() - 1;
  const seconds = beatTime(BARS * 4) + 1.5;
  const stereo: [Channel, Channel] = [
    new Float32Array(Math.ceil(seconds * SAMPLE_RATE)),
    new Float32Array(Math.ceil(seconds * SAMPLE_RATE)),
  ];
  for (const beat of kickBeats()) add(stereo, beatTime(beat), 0.4, 0, kick);
  for (let bar = 0; bar < BARS - 2; bar++) {
    const section = sectionOfBar(bar);
    if (bar === SILENT_BAR) continue;
    if (section !== 'Drop') {
      const notes = chordOf(bar).map((n) => n + 12);
      add(stereo, beatTime(bar * 4), 4 * BEAT, 0, pad(notes, 0.03, 4 * BEAT));
    }
    if (section === 'Build') addBuildBar(stereo, bar, noise);
    for (let place = 0; place < 4; place++) {
      if (section === 'Intro') {
        addHat(stereo, beatTime(4 * bar + place) + BEAT / 2, 0.14, noise);
        if (bar >= 2 && place % 2 === 0)
          add(
            stereo,
            beatTime(4 * bar + place),
            0.7,
            -0.4,
            mallet(chordOf(bar)[place]! + 24, 0.18),
          );
        if (bar >= 2 && place === 0)
          add(stereo, beatTime(4 * bar), 2 * BEAT, 0, bass(ROOTS[bar % 4]!, 0.14, 2 * BEAT));
      } else if (section !== 'Build') addBeat(stereo, bar, place, noise);
    }
  }
  for (let i = 0; i < 8; i++)
    addSlap(stereo, beatTime(4 * FILL_BAR + 2) + (i * BEAT) / 4, 0.16 + 0.02 * i, noise);
  addRise(stereo, noise);
  const held = beatTime(4 * (BARS - 2));
  add(stereo, held, 7 * BEAT, 0, (t) => Math.exp(-t / 2) * pad(chordOf(0), 0.09, 7 * BEAT)(t));
  add(stereo, held, 3, 0, (t) => Math.exp(-t) * bass(ROOTS[0]!, 0.3, 3)(t));
  const peak = Math.max(
    ...stereo.map((channel) => channel.reduce((a, x) => Math.max(a, Math.abs(x)), 0)),
  );
  for (const channel of stereo) for (let n = 0; n < channel.length; n++) channel[n]! *= 0.89 / peak;
  return stereo;
}
