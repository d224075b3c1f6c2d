import { AudioSample, AudioSampleSource, BufferTarget, Output, WavOutputFormat } from 'mediabunny';

/** One channel of samples as a WAV file of 16 bits. */
export async function wavFile(
  name: string,
  samples: Float32Array,
  sampleRate: number,
): Promise<File> {
  const output = new Output({ format: new WavOutputFormat(), target: new BufferTarget() });
  const source = new AudioSampleSource({ codec: 'pcm-s16' });
  output.addAudioTrack(source);
  await output.start();
  const data = Float32Array.from(samples);
  const sample = new AudioSample({
    data,
    format: 'f32-planar',
    numberOfChannels: 1,
    sampleRate,
    timestamp: 0,
  });
  await source.add(sample);
  sample.close();
  await output.finalize();
  return new File([output.target.buffer!], name, { type: 'audio/wav' });
}
