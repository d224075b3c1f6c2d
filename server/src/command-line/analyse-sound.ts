import { stat } from 'node:fs/promises';
import path from 'node:path';
import {
  ALL_FORMATS,
  AudioSampleSink,
  FilePathSource,
  Input,
  UnsupportedInputFormatError,
} from 'mediabunny';
import { audioAnalyser, type AudioFeatures } from '@caesura/core/listen';
import { CaesuraError } from '@caesura/core/time';

const MEND =
  'Turn it into a WAV file of PCM samples first, such as by “ffmpeg -i SOUND sound.wav”, or listen to it in the browser.';

/**
 * Keeps the traces of an uncompressed sound file while reading it, so that a long one is never held
 * whole. Node has no decoder for compressed sound, so those are refused. Throws with the file's
 * name and the reason.
 */
export async function analyseSoundFile(file: string): Promise<AudioFeatures> {
  const name = path.basename(file);
  const refuse = (reason: string) => new CaesuraError('bad-sound', `“${name}” ${reason}`, MEND);
  const { size } = await stat(file);
  if (size === 0) throw refuse('is empty.');
  const input = new Input({ source: new FilePathSource(file), formats: ALL_FORMATS });
  try {
    const track = await input.getPrimaryAudioTrack();
    if (!track) throw refuse('holds no sound.');
    if (!(await track.canDecode()))
      throw refuse(
        `is coded as ${(await track.getCodec()) ?? 'something unknown'}, which cannot be decoded here.`,
      );
    const analyser = audioAnalyser(await track.getSampleRate(), await track.getNumberOfChannels());
    let room: Float32Array[] = [];
    for await (const sample of new AudioSampleSink(track).samples()) {
      const { numberOfChannels, numberOfFrames } = sample;
      if ((room[0]?.length ?? 0) < numberOfFrames)
        room = Array.from({ length: numberOfChannels }, () => new Float32Array(numberOfFrames));
      const planes = room.map((plane) => plane.subarray(0, numberOfFrames));
      planes.forEach((plane, planeIndex) =>
        sample.copyTo(plane, { planeIndex, format: 'f32-planar' }),
      );
      sample.close();
      analyser.take(planes);
    }
    return analyser.end();
  } catch (error) {
    if (error instanceof UnsupportedInputFormatError)
      throw refuse('is not a sound file that can be read.');
    if (error instanceof CaesuraError || 'code' in (error as object)) throw error;
    throw refuse(`is damaged: ${(error as Error).message}`);
  } finally {
    input.dispose();
  }
}
