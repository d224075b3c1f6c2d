import { BAND_STEP_DECIBELS, BANDS, type OnsetStrength } from '../features/onset-strength.ts';
import { INPUTS } from './forward.ts';

const PITCHES = 12;
/** Decibels in a natural logarithm of an amplitude. */
const DECIBELS = 20 / Math.LN10;

/**
 * What the network is given: `INPUTS` bytes a frame of 10 ms, the mel bands as they are kept and
 * then the pitch classes in the same steps from −100 dB.
 */
export function networkFeatures({ bands, chroma, all }: OnsetStrength): Uint8Array {
  const features = new Uint8Array(all.length * INPUTS);
  for (let frame = 0; frame < all.length; frame++) {
    features.set(bands.subarray(frame * BANDS, (frame + 1) * BANDS), frame * INPUTS);
    for (let pitch = 0; pitch < PITCHES; pitch++) {
      const decibels = DECIBELS * Math.log(chroma[frame * PITCHES + pitch]! + 1e-6);
      features[frame * INPUTS + BANDS + pitch] = Math.min(
        255,
        Math.max(0, Math.round((decibels + 100) / BAND_STEP_DECIBELS)),
      );
    }
  }
  return features;
}
