import { seeded } from '../core/src/testing/random.ts';

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
  { name: 'Out', bars: 4 },
] as const;

const BEAT = 60 / TEMPO;
const BARS = SECTIONS.reduce((sum, s) => sum + s.bars, 0);
/** The last beat of the build is silent: the one pause. */
const PAUSE_BEAT = (4 + 4 + 4) * 4 - 1;

/** The truth about the music, in seconds. */
export interface MusicTruth {
  readonly tempo: number;
  readonly beats: number[];
  readonly downbeats: number[];
  readonly hits: number[];
  readonly pause: { readonly start: number; readonly end: number };
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
    pause: { start: beatTime(PAUSE_BEAT), end: beatTime(PAUSE_BEAT + 1) },
    sections,
  };
}

/** The part that bar `bar` belongs to. */
function sectionOfBar(bar: number): (typeof SECTIONS)[number]['name'] {
  let end = 0;
  for (const section of SECTIONS) {
    end += section.bars;
    if (bar < end) return section.name;
  }
  return 'Out';
}

function kickBeats(): number[] {
  const beats: number[] = [];
  for (let beat = 0; beat < BARS * 4; beat++) {
    if (beat === PAUSE_BEAT) continue;
    const section = sectionOfBar(beat >> 2);
    const place = beat % 4;
    if (section === 'Drop' || (section === 'Build' && beat >= 40)) beats.push(beat);
    else if ((section === 'Verse' || section === 'Build') && place % 2 === 0) beats.push(beat);
    else if (section === 'Out' && place === 0) beats.push(beat);
    else if (section === 'Intro' && place === 0 && beat >= 8) beats.push(beat);
  }
  return beats;
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

/** The teaser's music in stereo, the same samples every time. */
export function renderMusic(): [Channel, Channel] {
  const random = seeded(1841);
  const seconds = beatTime(BARS * 4) + 1.5;
  const stereo: [Channel, Channel] = [
    new Float32Array(Math.ceil(seconds * SAMPLE_RATE)),
    new Float32Array(Math.ceil(seconds * SAMPLE_RATE)),
  ];
  const noise = () => 2 * random() - 1;
  for (const beat of kickBeats()) add(stereo, beatTime(beat), 0.4, 0, kick);
  for (let bar = 0; bar < BARS; bar++) {
    const section = sectionOfBar(bar);
    const root = ROOTS[bar % 4]!;
    const chord = [root + 12, root + 19, root + 24 + (bar % 4 === 0 ? 3 : 4)];
    const silentFrom = bar * 4 + 3 === PAUSE_BEAT ? 3 : 4;
    const length = silentFrom * BEAT;
    if (section !== 'Drop')
      add(
        stereo,
        beatTime(bar * 4),
        length,
        0,
        pad(
          chord.map((n) => n + 12),
          0.03,
          length,
        ),
      );
    for (let place = 0; place < silentFrom; place++) {
      const at = beatTime(bar * 4 + place);
      const loud = section === 'Drop';
      // A press-room ostinato on wooden bars, in quavers once the verse is in.
      add(stereo, at, 0.7, -0.4, mallet(chord[place % 3]! + 24, place === 0 ? 0.22 : 0.15));
      if (section !== 'Intro' && section !== 'Out')
        add(stereo, at + BEAT / 2, 0.6, 0.4, mallet(chord[(place + 1) % 3]! + 24, 0.1));
      if (section === 'Intro') continue;
      if (section !== 'Out' || place === 0)
        add(stereo, at, BEAT * 0.9, 0, bass(root, loud ? 0.28 : 0.2, BEAT * 0.9));
      if (place % 2 === 1 && section !== 'Out') {
        // Sheets slapped down on two and four.
        add(stereo, at, 0.18, 0.15, (t) => (loud ? 0.34 : 0.24) * Math.exp(-t * 24) * noise());
      }
      const ticks = loud ? [0, 0.5] : [0.5];
      for (const part of ticks) {
        let last = 0;
        add(stereo, at + part * BEAT, 0.05, -0.2, (t) => {
          const x = noise();
          const bright = x - last;
          last = x;
          return 0.1 * Math.exp(-t * 80) * bright;
        });
      }
    }
  }
  // Through the build a rising hiss that stops at the pause.
  const [buildStart, buildEnd] = [beatTime(32), beatTime(PAUSE_BEAT)];
  let smooth = 0;
  add(stereo, buildStart, buildEnd - buildStart, 0, (t) => {
    const done = t / (buildEnd - buildStart);
    const x = noise();
    smooth += (0.02 + 0.5 * done) * (x - smooth);
    return 0.09 * done * done * (x - smooth);
  });
  const peak = Math.max(
    ...stereo.map((channel) => channel.reduce((a, x) => Math.max(a, Math.abs(x)), 0)),
  );
  for (const channel of stereo) for (let n = 0; n < channel.length; n++) channel[n]! *= 0.89 / peak;
  return stereo;
}
