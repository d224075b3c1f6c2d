import type { Sound } from '../plan/index.ts';
import { instantAfter, partsOf, usedPlaces } from '../plan/index.ts';
import { nearestFrame, offsetFrom, toNumber, type FrameRate } from '../time/index.ts';
import { correctedBeats } from './sound-cues.ts';

/** How far the beats of a sound lie from the frames on which cuts to them fall. */
export interface FrameFit {
  readonly rate: FrameRate;
  readonly worstMilliseconds: number;
  readonly meanMilliseconds: number;
  /** The worst as a part of a frame, at most one half. */
  readonly worstFrames: number;
}

/** The beats of the part used of a sound against the frames of a rate; null when there are none. */
export function beatsOnFrames(sound: Sound, rate: FrameRate): FrameFit | null {
  const parts = partsOf(sound);
  const offsets = correctedBeats(sound)
    .beats.flatMap((b) => usedPlaces(parts, b.at))
    .map((after) => {
      const at = instantAfter(sound, after, rate);
      return offsetFrom(nearestFrame(at, rate), at, rate);
    });
  if (offsets.length === 0) return null;
  const sizes = offsets.map((o) => Math.abs(o.milliseconds));
  return {
    rate,
    worstMilliseconds: Math.max(...sizes),
    meanMilliseconds: sizes.reduce((a, x) => a + x, 0) / sizes.length,
    worstFrames: Math.max(...offsets.map((o) => Math.abs(toNumber(o.frames)))),
  };
}
