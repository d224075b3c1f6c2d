import { AudioSample, AudioSampleSource, Output, WebMOutputFormat } from 'mediabunny';
import { MIX_RATE, streamResampler } from '@caesura/core/sound';
import { blobTarget } from '../files/blob-target.ts';

/** Bits a second of a copy for each of its channels: enough to edit by. */
const BITS_PER_CHANNEL = 56_000;

/** Makes a compressed copy of a sound that comes piece by piece. */
export interface SoundCopy {
  /** The next samples, all channels. Waits while the encoder is behind. */
  readonly take: (planes: readonly Float32Array[]) => Promise<void>;
  /** The whole as a WebM file, and how many samples of the copy there are. */
  readonly end: () => Promise<{ readonly file: Blob; readonly length: number }>;
}

/**
 * Starts a copy at the rate of the mix, in Opus, mono or the first two channels. Its sample n is
 * the sound at n of its own samples a second.
 */
export async function opusCopy(sampleRate: number, channels: number): Promise<SoundCopy> {
  const kept = Math.min(2, channels);
  const { target, blob } = blobTarget();
  const output = new Output({ format: new WebMOutputFormat(), target });
  const source = new AudioSampleSource({
    codec: 'opus',
    // Said in bits a second, as where it is asked whether this browser can encode it.
    // eslint-disable-next-line @typescript-eslint/no-deprecated
    bitrate: kept * BITS_PER_CHANNEL,
  });
  output.addAudioTrack(source);
  await output.start();
  const resampler = streamResampler(sampleRate, MIX_RATE);
  let made = 0;
  const add = async (planes: readonly Float32Array[]): Promise<void> => {
    const length = planes[0]?.length ?? 0;
    if (length === 0) return;
    const data = new Float32Array(kept * length);
    planes.forEach((plane, c) => data.set(plane, c * length));
    const sample = new AudioSample({
      ...{ data, format: 'f32-planar', numberOfChannels: kept, sampleRate: MIX_RATE },
      timestamp: made / MIX_RATE,
    });
    made += length;
    await source.add(sample);
    sample.close();
  };
  return {
    take: (planes) => add(resampler.take(planes.slice(0, kept))),
    async end() {
      await add(resampler.end());
      await output.finalize();
      return { file: blob('video/webm'), length: made };
    },
  };
}
