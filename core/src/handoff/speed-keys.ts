import type { Film, ShotFacts } from '../film/index.ts';
import { ordered, placeOf } from '../ramps/index.ts';

/** A key of the speeds of a shot, as a person types it in another program. */
export interface SpeedKeyRow {
  /** Shot, from 1. */
  readonly shot: number;
  readonly clip: string;
  /** Programs differ in which of the two frames they ask for. */
  readonly frame: number;
  readonly clipFrame: number;
  readonly percent: number;
  /** How it goes over to the next key in the words of CSS; empty for the last one. */
  readonly easing: string;
}

function shotSpeedKeys({ ramp, clip, time, length, start, index }: ShotFacts): SpeedKeyRow[] {
  if (!ramp || !clip || !time) return [];
  return ordered(ramp, length).map((key, i, all) => {
    const at = placeOf(key, length);
    return {
      ...{ shot: index + 1, clip: clip.name, frame: start + at, clipFrame: time.at(at) },
      percent: Math.round((1e4 * key.speed.num) / key.speed.den) / 100,
      easing: i === all.length - 1 ? '' : key.ease,
    };
  });
}

/** Every key of the speeds of every shot that changes its speed, in film frames and clip frames. */
export const speedKeys = ({ shots }: Film): SpeedKeyRow[] => shots.flatMap(shotSpeedKeys);
