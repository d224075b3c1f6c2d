import { MIX_RATE } from './mix-rate.ts';

/** An effect that is made here. */
export interface KitEffect {
  readonly id: string;
  readonly name: string;
  /** Seconds. */
  readonly length: number;
  /**
   * Whether it sounds well fitted to the window of a cut: a whoosh, which passes as the pictures
   * do.
   */
  readonly passes?: boolean;
  /** Its one channel at MIX_RATE. */
  readonly render: () => Float32Array;
}

/**
 * Even noise from −1 to 1, the same each time (linear congruence of Numerical Recipes, from
 * memory).
 */
function noise(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 31 - 1;
  };
}

/**
 * A two-pole state-variable filter whose centre may move; gives the band (Chamberlin 1985). `q`
 * from 0.5 up.
 */
function bandOf(
  next: () => number,
  centre: (t: number) => number,
  q: number,
): (n: number) => number {
  let [low, band] = [0, 0];
  return (n) => {
    const f = 2 * Math.sin(Math.PI * Math.min(0.16, centre(n / MIX_RATE) / MIX_RATE));
    const high = next() - low - band / q;
    band += f * high;
    low += f * band;
    return band;
  };
}

/** Samples of a length in seconds, the highest of them at −1 dB. */
function levelled(length: number, sample: (n: number) => number): Float32Array {
  const made = Float32Array.from({ length: Math.round(length * MIX_RATE) }, (_, n) => sample(n));
  const top = made.reduce((most, x) => Math.max(most, Math.abs(x)), 1e-9);
  return made.map((x) => (x / top) * 10 ** (-1 / 20));
}

/**
 * Rises to 1 at `peak` and falls after it, each by a rate of e-folds a second; nothing at its ends.
 */
const swell = (peak: number, up: number, down: number, length: number) => (t: number) =>
  (t < peak ? Math.exp((t - peak) * up) : Math.exp((peak - t) * down)) *
  Math.min(1, t / 0.01, (length - t) / 0.02);

interface Whoosh {
  readonly seed: number;
  /** Seconds. */
  readonly peak: number;
  readonly length: number;
  /** Rise and fall, in e-folds a second. */
  readonly up: number;
  readonly down: number;
  /** The band that is heard: where it begins, and by how many octaves it is swept. */
  readonly hertz: number;
  readonly sweep: number;
}

const whoosh =
  ({ seed, peak, length, up, down, hertz, sweep }: Whoosh) =>
  () => {
    const envelope = swell(peak, up, down, length);
    const band = bandOf(
      noise(seed),
      (t) => hertz * 2 ** (sweep * (1 - Math.abs(t - peak) / length)),
      1.2,
    );
    return levelled(length, (n) => band(n) * envelope(n / MIX_RATE));
  };

/**
 * The small kit: a soft and a hard whoosh, a riser, a click, a thump and the room of a workshop.
 * All made by formula.
 */
export const KIT: readonly KitEffect[] = [
  {
    id: 'whoosh-soft',
    name: 'Whoosh, soft',
    length: 1.2,
    passes: true,
    render: whoosh({ seed: 1, peak: 0.7, length: 1.2, up: 6, down: 8, hertz: 300, sweep: 2 }),
  },
  {
    id: 'whoosh-hard',
    name: 'Whoosh, hard',
    length: 0.5,
    passes: true,
    render: whoosh({ seed: 2, peak: 0.3, length: 0.5, up: 16, down: 22, hertz: 600, sweep: 2.5 }),
  },
  {
    id: 'riser',
    name: 'Riser',
    length: 4.2,
    render: () => {
      const peak = 4;
      const band = bandOf(noise(3), (t) => 300 * 2 ** ((4 * Math.min(t, peak)) / peak), 2);
      const envelope = swell(peak, 1.3, 30, 4.2);
      let phase = 0;
      return levelled(4.2, (n) => {
        const t = n / MIX_RATE;
        phase += (2 * Math.PI * 110 * 2 ** ((2 * Math.min(t, peak)) / peak)) / MIX_RATE;
        return (band(n) + 0.4 * Math.sin(phase)) * envelope(t);
      });
    },
  },
  {
    id: 'click',
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
    id: 'thump',
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
    id: 'room',
    name: 'Workshop room',
    length: 6,
    render: () => {
      const hum = bandOf(noise(6), () => 140, 0.7);
      const air = bandOf(noise(7), (t) => 900 + 120 * Math.sin(2 * Math.PI * 0.5 * t), 0.6);
      return levelled(
        6,
        (n) => hum(n) + 0.25 * air(n) * (1 + 0.3 * Math.sin((2 * Math.PI * n) / MIX_RATE / 3)),
      );
    },
  },
];
