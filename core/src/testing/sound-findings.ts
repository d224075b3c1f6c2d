import { samples } from '../time/index.ts';
import type { Analysis } from '../listen/analysis.ts';
import type { SoundFindings } from '../listen/analyse.ts';

/**
 * A hearing with the given beats, a hit at sample 22050, a high onset that strikes, a pause of half
 * a second and some loudness.
 */
export const findingsOf = (analysis: Analysis): SoundFindings => ({
  analysis,
  onsets: [
    { at: samples(22050), band: 'low', strength: 0.9, confidence: 0.8 },
    { at: samples(33075), band: 'high', strength: 0.7, confidence: 0.6 },
  ],
  hits: [{ at: samples(22050), strength: 0.9, confidence: 0.8 }],
  strikes: [{ at: samples(33075), strength: 0.7, confidence: 0.6 }],
  words: [{ at: samples(30000), strength: 0.5, confidence: 0.7 }],
  rises: [{ start: samples(11025), peak: samples(33075), strength: 0.6, confidence: 0.9 }],
  drops: [{ at: samples(33075), strength: 0.8, confidence: 0.75 }],
  sections: [{ at: samples(22050), strength: 1, confidence: 0.5 }],
  pauses: [{ start: samples(44100), end: samples(66150), confidence: 1 }],
  loudness: {
    integrated: -14.127,
    momentaryMaximum: -9,
    shortTermMaximum: -Infinity,
    momentary: [-20, -9],
    shortTerm: [],
  },
  chromaAndTimbre: new Uint8Array(0),
  outline: new Uint8Array(0),
});
