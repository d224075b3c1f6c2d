import { beatSteps, checkSound, part, type Sound } from './analyse.ts';
import type { Analysis } from './analysis.ts';
import { loudnessOf, type Loudness } from './loudness.ts';
import { mixedToMono } from './mix.ts';
import { onsetStrength } from './onset-strength.ts';
import { onsetsOf, type Onset } from './onsets.ts';
import { pausesOf, type Pause } from './pauses.ts';

/** Everything that is found in a sound. */
export interface Hearing {
  readonly analysis: Analysis;
  readonly onsets: readonly Onset[];
  readonly pauses: readonly Pause[];
  readonly loudness: Loudness;
}

/**
 * Finds everything in a sound of channels of one length. Yields the fraction done. Throws when there are no samples or
 * the sample rate is out of range.
 */
export function* hearingSteps(channels: readonly Float32Array[], sampleRate: number): Generator<number, Hearing> {
  const sound: Sound = { mono: mixedToMono(channels), sampleRate };
  checkSound(sound);
  const strength = yield* part(onsetStrength(sound.mono, sampleRate), 0, 0.5);
  const analysis = yield* part(beatSteps(sound, strength), 0.5, 0.8);
  const onsets = onsetsOf(sound, strength);
  yield 0.9;
  return { analysis, onsets, pauses: pausesOf(sound), loudness: loudnessOf(channels, sampleRate) };
}

/** Runs all of `hearingSteps`. */
export function hear(channels: readonly Float32Array[], sampleRate: number): Hearing {
  const steps = hearingSteps(channels, sampleRate);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}
