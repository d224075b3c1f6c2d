import type { Analysis } from './analysis.ts';
import { beatSteps } from './beats.ts';
import { loudnessOf, type Loudness } from './loudness.ts';
import { onsetsOf, type Hit, type Onset } from './onsets.ts';
import type { Outline } from './outline.ts';
import { pausesOf, type Pause } from './pauses.ts';
import { dropsOf, type Drop } from './drops.ts';
import { risesOf, type Rise } from './rises.ts';
import { sectionsOf, type Section } from './sections.ts';
import { finished, part } from '../time/index.ts';
import { voiceLikeness } from './voice-likeness.ts';
import { wordsOf, type Word } from './words.ts';
import { textureOf } from './texture.ts';
import { traceSteps, type Traces } from './traces.ts';

/** Everything that is found in a sound. */
export interface Hearing {
  readonly analysis: Analysis;
  readonly onsets: readonly Onset[];
  /** The strong low ones among the onsets. */
  readonly hits: readonly Hit[];
  readonly words: readonly Word[];
  readonly pauses: readonly Pause[];
  readonly rises: readonly Rise[];
  readonly drops: readonly Drop[];
  readonly sections: readonly Section[];
  readonly loudness: Loudness;
  readonly outline: Outline;
  /** Colour and harmony over time; see `textureOf`. */
  readonly texture: Uint8Array;
}

/** Finds everything in a sound by its traces. Yields the fraction done. */
export function* findingSteps(traces: Traces): Generator<number, Hearing> {
  const analysis = yield* part(beatSteps(traces), 0, 0.6);
  const { onsets, hits } = onsetsOf(traces);
  yield 0.7;
  const pauses = pausesOf(traces);
  const beats = analysis.beats.map((b) => b.at / traces.sampleRate);
  const words = wordsOf(traces, (starts) => voiceLikeness(starts, beats, analysis.confidence));
  const rises = risesOf(traces);
  const drops = dropsOf(traces, analysis, rises, pauses);
  yield 0.9;
  const sections = sectionsOf(traces, analysis);
  return {
    analysis,
    onsets,
    hits,
    words,
    pauses,
    rises,
    drops,
    sections,
    loudness: loudnessOf(traces.powers),
    outline: traces.outline,
    texture: textureOf(traces.strength),
  };
}

/** Runs all of `findingSteps`. */
export const heardIn = (traces: Traces): Hearing => finished(findingSteps(traces));

/**
 * Finds everything in a sound of channels of one length. Yields the fraction done. Throws when there are no samples or
 * the sample rate is out of range.
 */
export function* hearingSteps(channels: readonly Float32Array[], sampleRate: number): Generator<number, Hearing> {
  const traces = yield* part(traceSteps(channels, sampleRate), 0, 0.6);
  return yield* part(findingSteps(traces), 0.6, 1);
}

/** Runs all of `hearingSteps`, telling the fraction done. */
export const hear = (
  channels: readonly Float32Array[],
  sampleRate: number,
  onProgress?: (fraction: number) => void,
): Hearing => finished(hearingSteps(channels, sampleRate), onProgress);
