import { finished } from '../../time/index.ts';
import { featureProgress, type AudioFeatures } from '../features/audio-features.ts';
import type { Tape } from '../../testing/synthesis.ts';

/** The traces of a made sound. */
export const featuresOf = ({
  samples,
  sampleRate,
}: Pick<Tape, 'samples' | 'sampleRate'>): AudioFeatures =>
  finished(featureProgress([samples], sampleRate));
