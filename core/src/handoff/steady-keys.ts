import type { Film, ShotFacts } from '../film/index.ts';
import { steadiedIn } from '../film/index.ts';
import { PARAMETER_UNITS, type Look } from '../motion/index.ts';
import type { Parameter } from '../plan/index.ts';
import type { MotionKeyRow } from './motion-keys.ts';

/** A steadied picture is turned and scaled about its middle, without blur. */
const LOOK: Look = {
  aim: { x: 0.5, y: 0.5 },
  about: 'aim',
  blurAlong: null,
  shutter: 0,
  fill: 'none',
  cover: 'no',
};

const STEADIED = ['scale', 'x', 'y', 'rotation'] as const satisfies readonly Parameter[];

/**
 * What steadies a shot, as keys on every frame of the film on which it is on: shifts in parts of
 * the picture at the scale that it has there.
 */
export function shotSteadyKeys(facts: ShotFacts): MotionKeyRow[] {
  const { shot, clip, time, index, start, length } = facts;
  const { steady } = shot;
  if (!steady || !clip || !time) return [];
  return STEADIED.flatMap((of) =>
    Array.from({ length }, (_, k): MotionKeyRow => {
      const { move, scale } = steadiedIn(facts, time.at(k))!;
      const value = { scale: scale * move.scale, x: scale * move.x, y: scale * move.y };
      const placed = { ...value, rotation: move.rotation };
      return {
        at: `shot ${index + 1}`,
        name: 'steadied',
        side: null,
        frame: start + k,
        clip: clip.name,
        clipFrame: time.at(k),
        of,
        value: Math.round(placed[of] * PARAMETER_UNITS[of].times * 1e4) / 1e4,
        easing: k === length - 1 ? '' : 'linear',
        look: LOOK,
      };
    }),
  );
}

/** What steadies every shot of a film that is. */
export const steadyKeys = ({ shots }: Film): MotionKeyRow[] => shots.flatMap(shotSteadyKeys);
