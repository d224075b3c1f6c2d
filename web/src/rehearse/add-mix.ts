import { AudioSample, type AudioSampleSource } from 'mediabunny';
import { MIX_RATE } from '@caesura/core/sound';
import type { GivenSamples } from '@caesura/core/time';

/** Adds both sides of a piece of the mix to a file, which begins there at sample `at`. */
export async function addMix(
  to: AudioSampleSource,
  [left, right]: readonly [Float32Array, Float32Array],
  at: GivenSamples,
): Promise<void> {
  const data = new Float32Array(2 * left.length);
  data.set(left);
  data.set(right, left.length);
  const sample = new AudioSample({
    data,
    format: 'f32-planar',
    numberOfChannels: 2,
    sampleRate: MIX_RATE,
    timestamp: at / MIX_RATE,
  });
  await to.add(sample);
  sample.close();
}
