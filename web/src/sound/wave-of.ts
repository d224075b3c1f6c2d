import { AudioSample, AudioSampleSource, BufferTarget, Output, WavOutputFormat } from 'mediabunny';
import { isWave } from '@caesura/core/handoff';
import type { Sound } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import { ask, mediaUrl } from '../app/http.ts';
import { withSound } from './sound-file.ts';

/** Largest WAV that is made, in bytes: its size must fit into four, and it into memory. */
const MOST_BYTES = 1.5e9;

/**
 * A kept sound as a WAV file: the very file where it is one, else decoded to 16
 * bits. `onProgress` gets the fraction done; an abort stops it. Throws when it cannot be decoded or
 * would be too large.
 */
export async function waveOf(
  { media, fileName, analysis: { length } }: Pick<Sound, 'media' | 'fileName' | 'analysis'>,
  onProgress: (fraction: number) => void,
  signal: AbortSignal,
): Promise<Uint8Array> {
  const blob = await (await ask(mediaUrl(media), { signal })).blob();
  const tooLarge = () =>
    new CaesuraError(
      'too-large',
      `“${fileName}” is too long to be written as WAV.`,
      'Choose another form for the cues.',
    );
  if (isWave(new Uint8Array(await blob.slice(0, 12).arrayBuffer()))) {
    if (blob.size > MOST_BYTES) throw tooLarge();
    return new Uint8Array(await blob.arrayBuffer());
  }
  return withSound(blob, fileName, async (sound) => {
    const { sampleRate, channels } = sound;
    if (length * channels * 2 > MOST_BYTES) throw tooLarge();
    const target = new BufferTarget();
    const output = new Output({ format: new WavOutputFormat(), target });
    const source = new AudioSampleSource({ codec: 'pcm-s16' });
    output.addAudioTrack(source);
    await output.start();
    let at = 0;
    for await (const planes of sound.planes(0, length)) {
      signal.throwIfAborted();
      const frames = planes[0]!.length;
      const data = new Float32Array(frames * channels);
      planes.forEach((plane, c) => data.set(plane, c * frames));
      const sample = new AudioSample({
        data,
        format: 'f32-planar',
        numberOfChannels: channels,
        sampleRate,
        timestamp: at / sampleRate,
      });
      await source.add(sample);
      sample.close();
      at += frames;
      onProgress(at / length);
    }
    await output.finalize();
    return new Uint8Array(target.buffer!);
  });
}
