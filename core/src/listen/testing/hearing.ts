import { samples } from '../../time/index.ts';
import type { Analysis } from '../analysis.ts';
import type { Hearing } from '../hear.ts';

/** A hearing with the given beats, a hit at sample 22050, a high onset, a pause of half a second and some loudness. */
export const hearingOf = (analysis: Analysis): Hearing => ({
  analysis,
  onsets: [
    { at: samples(22050), band: 'low', strength: 0.9, confidence: 0.8 },
    { at: samples(33075), band: 'high', strength: 0.7, confidence: 0.6 },
  ],
  pauses: [{ start: samples(44100), end: samples(66150), confidence: 1 }],
  loudness: { integrated: -14.127, momentaryMaximum: -9, shortTermMaximum: -Infinity },
});
