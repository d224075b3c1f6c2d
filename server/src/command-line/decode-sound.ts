import { stat } from 'node:fs/promises';
import path from 'node:path';
import { ALL_FORMATS, AudioSampleSink, FilePathSource, Input, UnsupportedInputFormatError } from 'mediabunny';
import { CaesuraError } from '@caesura/core/time';

/** The samples of a file. */
export interface DecodedSound {
  readonly channels: Float32Array[];
  readonly sampleRate: number;
}

const MEND = 'Give a WAV file of PCM samples; any other sound can be listened to in the browser.';

/**
 * Reads the samples of an uncompressed sound file, channel by channel. Node has no decoder for compressed sound,
 * so those are refused. Throws with the file's name and the reason.
 */
export async function decodeSound(file: string): Promise<DecodedSound> {
  const name = path.basename(file);
  const refuse = (reason: string) => new CaesuraError('bad-sound', `“${name}” ${reason}`, MEND);
  const { size } = await stat(file);
  if (size === 0) throw refuse('is empty.');
  const input = new Input({ source: new FilePathSource(file), formats: ALL_FORMATS });
  try {
    const track = await input.getPrimaryAudioTrack();
    if (!track) throw refuse('holds no sound.');
    if (!(await track.canDecode()))
      throw refuse(`is coded as ${(await track.getCodec()) ?? 'something unknown'}, which cannot be decoded here.`);
    const parts: Float32Array[][] = [];
    const sampleRate = await track.getSampleRate();
    for await (const sample of new AudioSampleSink(track).samples()) {
      parts.push(
        Array.from({ length: sample.numberOfChannels }, (_, planeIndex) => {
          const plane = new Float32Array(sample.numberOfFrames);
          sample.copyTo(plane, { planeIndex, format: 'f32-planar' });
          return plane;
        }),
      );
      sample.close();
    }
    const count = parts[0]?.length ?? 0;
    return { channels: Array.from({ length: count }, (_, c) => joined(parts.map((part) => part[c]!))), sampleRate };
  } catch (error) {
    if (error instanceof UnsupportedInputFormatError) throw refuse('is not a sound file that can be read.');
    if (error instanceof CaesuraError || 'code' in (error as object)) throw error;
    throw refuse(`is damaged: ${(error as Error).message}`);
  } finally {
    input.dispose();
  }
}

function joined(parts: readonly Float32Array[]): Float32Array {
  const whole = new Float32Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}
