import { MIX_RATE } from '../mix-rate.ts';
import type { KitEffect } from './kit-effect.ts';
import { bandOf, levelled, noise } from './synth.ts';

/** Rooms: how large they sound, by where their hum and their air lie in hertz. */
const ROOMS = [
  { id: 'room-small', name: 'Small room', seed: 51, hum: 220, air: 1500, share: 0.5 },
  { id: 'room-large', name: 'Large room', seed: 53, hum: 90, air: 600, share: 0.35 },
] as const;

/** Air: how bright it is. */
const AIRS = [
  { id: 'air-1', name: 'Air 1', seed: 61, hertz: 3800 },
  { id: 'air-2', name: 'Air 2', seed: 62, hertz: 1700 },
] as const;

/** What lies under a stretch unchanged. */
export const LASTING: readonly KitEffect[] = [
  {
    id: 'room',
    family: 'room',
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
  ...ROOMS.map(({ id, name, seed, hum, air, share }): KitEffect => ({
    ...{ id, family: 'room', name, length: 6 },
    render: () => {
      const low = bandOf(noise(seed), () => hum, 0.7);
      const high = bandOf(
        noise(seed + 1),
        (t) => air * (1 + 0.1 * Math.sin(2 * Math.PI * 0.4 * t)),
        0.6,
      );
      return levelled(6, (n) => low(n) + share * high(n));
    },
  })),
  ...AIRS.map(({ id, name, seed, hertz }): KitEffect => ({
    ...{ id, family: 'air', name, length: 6 },
    render: () => {
      const band = bandOf(noise(seed), () => hertz, 0.5);
      return levelled(
        6,
        (n) => band(n) * (1 + 0.15 * Math.sin((2 * Math.PI * 0.5 * n) / MIX_RATE)),
      );
    },
  })),
];
