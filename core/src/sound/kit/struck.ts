import { MIX_RATE } from '../mix-rate.ts';
import type { KitEffect } from './kit-effect.ts';
import { bandOf, levelled, noise } from './synth.ts';

/** Seconds before a struck sound sets in, and over which it does. */
const BEFORE = 0.005;
const SET_IN = 0.0006;

/** A sound that is struck: `sample` of seconds since then and of the sample's number. */
const struck =
  (length: number, sample: (t: number, n: number) => number, setIn = SET_IN) =>
  (): Float32Array =>
    levelled(length, (n) => {
      const t = n / MIX_RATE - BEFORE;
      const end = Math.min(1, (length - BEFORE - t) / 0.02);
      return t < 0 ? 0 : sample(t, n) * Math.min(1, t / setIn) * end;
    });

/** The phase of a tone whose hertz change over time, in turns: the sum over samples. */
function glide(hertz: (t: number) => number): (t: number) => number {
  let phase = 0;
  return (t) => (phase += (2 * Math.PI * hertz(t)) / MIX_RATE);
}

/** Rooms that an impact dies away in: seconds to fall by 60 dB, and where its tone begins. */
const IMPACTS = [
  { seed: 21, decay: 1.2, hertz: 110 },
  { seed: 22, decay: 2.4, hertz: 80 },
  { seed: 23, decay: 3.6, hertz: 55 },
] as const;

const impact = ({ seed, decay, hertz }: (typeof IMPACTS)[number]): (() => Float32Array) => {
  const make = () => {
    const tone = glide((t) => hertz * (0.5 + 0.5 * Math.exp(-t * 18)));
    const tail = bandOf(noise(seed), (t) => 200 + 1800 * Math.exp(-t * 3), 0.6);
    const blow = noise(seed + 100);
    const falls = Math.log(1000) / decay;
    return struck(
      decay,
      (t, n) =>
        Math.sin(tone(t)) * Math.exp(-t * 5) +
        0.5 * blow() * Math.exp(-t * 90) +
        2 * tail(n) * Math.exp(-t * falls),
      0.002,
    );
  };
  return () => make()();
};

/** Tones that drop, from where to where in hertz over how many seconds. */
const DROPS = [
  { from: 120, to: 30, length: 1.6 },
  { from: 90, to: 26, length: 2.6 },
] as const;

/** What ticks: hertz and how fast it dies away, in e-folds a second. */
const TICKS = [
  { hertz: 3200, falls: 420 },
  { hertz: 4300, falls: 520 },
  { hertz: 2300, falls: 360 },
] as const;

/** Shutters: seconds from opening to closing, and where their spring rings. */
const SHUTTERS = [
  { seed: 31, apart: 0.055, hertz: 1900 },
  { seed: 33, apart: 0.11, hertz: 1500 },
] as const;

/** Sheets that are turned: seconds, and how often they rustle in one. */
const PAGES = [
  { seed: 41, length: 0.55, rustles: 23 },
  { seed: 43, length: 0.8, rustles: 15 },
  { seed: 45, length: 0.35, rustles: 31 },
] as const;

/** What sets in at once. */
export const STRUCK: readonly KitEffect[] = [
  ...IMPACTS.map((made, i): KitEffect => ({
    ...{ id: `impact-${i + 1}`, family: 'impact', name: `Impact ${i + 1}` },
    length: made.decay,
    render: impact(made),
  })),
  {
    id: 'thump',
    family: 'thump',
    name: 'Thump',
    length: 0.5,
    render: () => {
      const next = noise(5);
      let phase = 0;
      return levelled(0.5, (n) => {
        const t = n / MIX_RATE - 0.01;
        if (t < 0) return 0;
        phase += (2 * Math.PI * (52 + 90 * Math.exp(-t * 35))) / MIX_RATE;
        return (
          (Math.sin(phase) * Math.exp(-t * 13) + 0.3 * next() * Math.exp(-t * 220)) *
          Math.min(1, t / 0.002)
        );
      });
    },
  },
  {
    id: 'thump-dull',
    family: 'thump',
    name: 'Thump, dull',
    length: 0.6,
    render: () => {
      const tone = glide((t) => 44 + 40 * Math.exp(-t * 22));
      return struck(0.6, (t) => Math.sin(tone(t)) * Math.exp(-t * 10), 0.006)();
    },
  },
  ...DROPS.map(({ from, to, length }, i): KitEffect => ({
    ...{ id: `sub-drop-${i + 1}`, family: 'drop', name: `Sub drop ${i + 1}`, length },
    render: () => {
      const tone = glide((t) => from * (to / from) ** Math.min(1, t / length));
      return struck(length, (t) => Math.sin(tone(t)) * Math.exp((-t * 2.2) / length), 0.012)();
    },
  })),
  {
    id: 'click',
    family: 'click',
    name: 'Click',
    length: 0.08,
    render: () => {
      const next = noise(4);
      return levelled(0.08, (n) => {
        const t = n / MIX_RATE - 0.005;
        return t < 0
          ? 0
          : (next() * Math.exp(-t * 900) + Math.sin(2 * Math.PI * 2600 * t) * Math.exp(-t * 260)) *
              Math.min(1, t / 0.0003);
      });
    },
  },
  {
    id: 'click-soft',
    family: 'click',
    name: 'Click, soft',
    length: 0.1,
    render: () => {
      const next = noise(24);
      return struck(
        0.1,
        (t) =>
          0.4 * next() * Math.exp(-t * 500) + Math.sin(2 * Math.PI * 1250 * t) * Math.exp(-t * 180),
      )();
    },
  },
  ...TICKS.map(({ hertz, falls }, i): KitEffect => ({
    ...{ id: `tick-${i + 1}`, family: 'tick', name: `Tick ${i + 1}`, length: 0.06 },
    render: struck(
      0.06,
      (t) =>
        Math.exp(-t * falls) *
        (Math.sin(2 * Math.PI * hertz * t) + 0.5 * Math.sin(2 * Math.PI * 1.71 * hertz * t)),
      0.0002,
    ),
  })),
  ...SHUTTERS.map(({ seed, apart, hertz }, i): KitEffect => ({
    ...{
      id: `shutter-${i + 1}`,
      family: 'shutter',
      name: `Shutter ${i + 1}`,
      length: apart + 0.12,
    },
    render: () => {
      const next = noise(seed);
      const blow = (t: number) =>
        t < 0
          ? 0
          : (next() * Math.exp(-t * 260) +
              0.5 * Math.sin(2 * Math.PI * hertz * t) * Math.exp(-t * 90)) *
            Math.min(1, t / SET_IN);
      return struck(apart + 0.12, (t) => 0.7 * blow(t) + blow(t - apart))();
    },
  })),
  ...PAGES.map(({ seed, length, rustles }, i): KitEffect => ({
    ...{ id: `page-${i + 1}`, family: 'page', name: `Page ${i + 1}`, length },
    render: () => {
      const paper = bandOf(noise(seed), (t) => 2600 + 2400 * Math.sin((Math.PI * t) / length), 0.9);
      // How loud each rustle is, known beforehand so that it can be gone over to evenly.
      const next = noise(seed + 1);
      const loud = Array.from({ length: Math.ceil(rustles * length) + 2 }, () => next() ** 2);
      return levelled(length, (n) => {
        const t = n / MIX_RATE;
        const place = t * rustles;
        const [k, part] = [Math.floor(place), place % 1];
        const level = loud[k]! + part * (loud[k + 1]! - loud[k]!);
        return paper(n) * (0.15 + level) * Math.sin((Math.PI * t) / length) ** 0.7;
      });
    },
  })),
];
