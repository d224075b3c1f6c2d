import { easedAt, type Easing } from '../curves/index.ts';
import { PARAMETERS, type Parameter } from '../plan/index.ts';
import type { GivenFrames } from '../time/index.ts';
import { AT_REST, type PictureValues } from './values.ts';

/** A value at a frame, and how it goes over to that of the next key. */
export interface ValueKey {
  readonly at: number;
  readonly value: number;
  readonly ease: Easing;
}

/** The keys of a motion by parameter, each in order of frames; what has none rests. */
export type Tracks = Partial<Record<Parameter, readonly ValueKey[]>>;

/**
 * The value of keys at an instant between frames or on one; before the first that of the first,
 * after the last of the last.
 */
export function valueAt(
  keys: readonly ValueKey[] | undefined,
  at: GivenFrames,
  rest: number,
): number {
  if (!keys || keys.length === 0) return rest;
  const i = keys.findLastIndex((key) => key.at <= at);
  const [key, next] = [keys[Math.max(0, i)]!, keys[i + 1]];
  if (i < 0 || !next) return key.value;
  return (
    key.value + (next.value - key.value) * easedAt(key.ease, (at - key.at) / (next.at - key.at))
  );
}

/** The values of all parameters at an instant. */
export function sampledAt(tracks: Tracks, at: GivenFrames): PictureValues {
  const found = {} as Record<Parameter, number>;
  for (const of of PARAMETERS) found[of] = valueAt(tracks[of], at, AT_REST[of]);
  return found;
}
