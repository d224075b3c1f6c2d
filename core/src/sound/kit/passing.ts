import { MIX_RATE } from '../mix-rate.ts';
import type { KitEffect } from './kit-effect.ts';
import { bandOf, levelled, noise, swell } from './synth.ts';

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

/** What rises to an instant, or passes through it. */
export const PASSING: readonly KitEffect[] = [
  {
    id: 'whoosh-soft',
    family: 'whoosh',
    name: 'Whoosh, soft',
    length: 1.2,
    passes: true,
    render: whoosh({ seed: 1, peak: 0.7, length: 1.2, up: 6, down: 8, hertz: 300, sweep: 2 }),
  },
  {
    id: 'whoosh-hard',
    family: 'whoosh',
    name: 'Whoosh, hard',
    length: 0.5,
    passes: true,
    render: whoosh({ seed: 2, peak: 0.3, length: 0.5, up: 16, down: 22, hertz: 600, sweep: 2.5 }),
  },
  {
    id: 'whoosh-long',
    family: 'whoosh',
    name: 'Whoosh, long',
    length: 2,
    passes: true,
    render: whoosh({ seed: 11, peak: 1.3, length: 2, up: 3.5, down: 6, hertz: 220, sweep: 2.2 }),
  },
  {
    id: 'riser',
    family: 'riser',
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
    id: 'riser-air',
    family: 'riser',
    name: 'Riser, air only',
    length: 4.2,
    render: () => {
      const peak = 4;
      const band = bandOf(noise(12), (t) => 500 * 2 ** ((3.5 * Math.min(t, peak)) / peak), 1);
      const envelope = swell(peak, 1.1, 40, 4.2);
      return levelled(4.2, (n) => band(n) * envelope(n / MIX_RATE));
    },
  },
  {
    id: 'riser-steps',
    family: 'riser',
    name: 'Riser in steps',
    length: 4.2,
    render: () => {
      const peak = 4;
      const envelope = swell(peak, 1, 60, 4.2);
      let phase = 0;
      return levelled(4.2, (n) => {
        const t = n / MIX_RATE;
        // Sixteen steps over two octaves, each struck anew.
        const step = Math.min(15, Math.floor((16 * t) / peak));
        const since = t - (step * peak) / 16;
        phase += (2 * Math.PI * 165 * 2 ** ((2 * step) / 15)) / MIX_RATE;
        const struck = Math.min(1, since / 0.004) * Math.exp(-since * 5);
        return (Math.sin(phase) + 0.4 * Math.sin(2 * phase)) * struck * envelope(t);
      });
    },
  },
  ...[
    { n: 1, seed: 13, peak: 1.4, length: 1.45, up: 3 },
    { n: 2, seed: 14, peak: 2.6, length: 2.65, up: 1.8 },
  ].map(({ n: number, seed, peak, length, up }): KitEffect => ({
    id: `swell-${number}`,
    family: 'swell',
    name: `Reverse swell ${number}`,
    length,
    render: () => {
      const envelope = swell(peak, up, 200, length);
      const hiss = bandOf(noise(seed), () => 5200, 0.8);
      // Partials that are in no simple ratio ring as struck metal does.
      const partials = [1, 1.483, 1.932, 2.546, 2.63, 3.897].map((ratio) => 420 * ratio);
      return levelled(length, (n) => {
        const t = n / MIX_RATE;
        const metal = partials.reduce((sum, f) => sum + Math.sin(2 * Math.PI * f * t + f), 0);
        return (hiss(n) + 0.1 * metal) * envelope(t);
      });
    },
  })),
];
