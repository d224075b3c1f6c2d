import type { Analysis } from './analysis.ts';
import { beatProgress } from './beats/beats.ts';
import { loudnessOf, type Loudness } from './loudness/loudness.ts';
import { onsetsOf, type Hit, type Onset } from './cues/onsets.ts';
import { strikesOf } from './cues/strikes.ts';
import type { Outline } from './features/outline.ts';
import { pausesOf, type Pause } from './cues/pauses.ts';
import { dropsOf, type Drop } from './cues/drops.ts';
import { risesOf, type Rise } from './cues/rises.ts';
import { sectionsOf, type Section } from './cues/sections.ts';
import { finished, part } from '../time/index.ts';
import { voiceLikeness } from './cues/voice-likeness.ts';
import { wordsOf, type Word } from './cues/words.ts';
import { chromaAndTimbreOf } from './features/chroma-and-timbre.ts';
import { learnedCurves } from './network/learned-curves.ts';
import { featureProgress, type AudioFeatures } from './features/audio-features.ts';

/** Everything that is found in a sound. */
export interface SoundFindings {
  readonly analysis: Analysis;
  readonly onsets: readonly Onset[];
  /** The strong low ones among the onsets. */
  readonly hits: readonly Hit[];
  /** What strikes where the sound is that of a clip; see `strikesOf`. */
  readonly strikes: readonly Hit[];
  readonly words: readonly Word[];
  readonly pauses: readonly Pause[];
  readonly rises: readonly Rise[];
  readonly drops: readonly Drop[];
  readonly sections: readonly Section[];
  readonly loudness: Loudness;
  readonly outline: Outline;
  /** Colour and harmony over time; see `chromaAndTimbreOf`. */
  readonly chromaAndTimbre: Uint8Array;
}

/** Finds everything in a sound by its features. Yields the fraction done. */
export function* findingsProgress(features: AudioFeatures): Generator<number, SoundFindings> {
  const curves = yield* part(learnedCurves(features.strength), 0, 0.4);
  const analysis = yield* part(beatProgress(features, curves), 0.4, 0.7);
  const { onsets, hits } = onsetsOf(features);
  yield 0.8;
  const pauses = pausesOf(features);
  const beats = analysis.beats.map((b) => b.at / features.sampleRate);
  const words = wordsOf(features, curves, (starts) =>
    voiceLikeness(starts, beats, analysis.confidence),
  );
  const rises = risesOf(features, analysis, curves.rise);
  const drops = dropsOf(features, analysis, { rises, pauses }, curves.drop);
  yield 0.9;
  const sections = sectionsOf(features, analysis, curves.section);
  return {
    analysis,
    onsets,
    hits,
    strikes: strikesOf(features, { onsets, hits }, curves),
    words,
    pauses,
    rises,
    drops,
    sections,
    loudness: loudnessOf(features.powers),
    outline: features.outline,
    chromaAndTimbre: chromaAndTimbreOf(features.strength),
  };
}

/** Runs all of `findingsProgress`. */
export const findingsIn = (features: AudioFeatures): SoundFindings =>
  finished(findingsProgress(features));

/**
 * Finds everything in a sound of channels of one length. Yields the fraction done. Throws when
 * there are no samples or the sample rate is out of range.
 */
export function* soundFindingsProgress(
  channels: readonly Float32Array[],
  sampleRate: number,
): Generator<number, SoundFindings> {
  const features = yield* part(featureProgress(channels, sampleRate), 0, 0.6);
  return yield* part(findingsProgress(features), 0.6, 1);
}

/** Runs all of `soundFindingsProgress`, telling the fraction done. */
export const analyseSound = (
  channels: readonly Float32Array[],
  sampleRate: number,
  onProgress?: (fraction: number) => void,
): SoundFindings => finished(soundFindingsProgress(channels, sampleRate), onProgress);
