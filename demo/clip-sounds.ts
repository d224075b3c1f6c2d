import { KIT, measureEffect, MIX_RATE } from '@caesura/core/sound';
import type { Moment, Scene } from './scenes.ts';

/** What is heard of a scene: where it was filmed, and what each kind of its moments sounds like. */
interface Sounding {
  /** Effects of the kit by whose sound it goes, at a level in decibels. */
  readonly place: readonly [id: string, level: number];
  readonly moments: Partial<Record<Moment['kind'], readonly [id: string, level: number]>>;
}

const INSIDE: Sounding['place'] = ['room-small', -34];
const OUTSIDE: Sounding['place'] = ['air-2', -36];

/** What each scene sounds like; one that is not here was filmed without sound. */
const SOUNDS: Readonly<Record<string, Sounding>> = {
  'street-door': { place: OUTSIDE, moments: { start: ['click', -14], stop: ['thump-dull', -12] } },
  'drying-rack': { place: INSIDE, moments: {} },
  flywheel: { place: ['room-large', -24], moments: { impact: ['thump-dull', -9] } },
  'type-drawer': { place: INSIDE, moments: {} },
  'platen-closes': { place: ['room-large', -30], moments: { impact: ['impact-1', -4] } },
  guillotine: { place: INSIDE, moments: { start: ['page-1', -22], impact: ['impact-2', -8] } },
  'sheet-lifted': { place: INSIDE, moments: { start: ['page-1', -12] } },
  'type-set': { place: INSIDE, moments: { impact: ['click', -8] } },
  'open-sign': { place: OUTSIDE, moments: { turn: ['tick-2', -22] } },
};

/** An effect of the kit, and the sample with which it begins to be heard. */
function effect(id: string): { readonly sound: Float32Array; readonly onset: number } {
  const sound = KIT.find((made) => made.id === id)!.render();
  return { sound, onset: measureEffect([sound], MIX_RATE).onset };
}

/**
 * What a microphone at the camera hears of a scene, one channel at MIX_RATE: its place, and each of
 * its moments, which begins to be heard on its instant. Null where it was filmed without sound.
 */
export function soundOfScene({ id, seconds, moments }: Scene): Float32Array | null {
  const sounding = SOUNDS[id];
  if (!sounding) return null;
  const [place, level] = sounding.place;
  const around = effect(place).sound;
  const heard = Float32Array.from(
    { length: Math.round(seconds * MIX_RATE) },
    (_, n) => around[n % around.length]! * 10 ** (level / 20),
  );
  for (const { at, kind } of moments) {
    const made = sounding.moments[kind];
    if (!made) continue;
    const { sound, onset } = effect(made[0]);
    const from = Math.round(at * MIX_RATE) - onset;
    sound.forEach((x, n) => {
      if (from + n >= 0 && from + n < heard.length) heard[from + n]! += x * 10 ** (made[1] / 20);
    });
  }
  return heard;
}
