import { CaesuraError } from '@caesura/core/time';
import { withInput } from './media-input.ts';

/** What the header of a sound file says. */
export interface SoundHeader {
  readonly sampleRate: number;
  readonly channels: number;
  /** Seconds, as the container says; for a check of size only. */
  readonly duration: number;
}

const MEND = 'Choose a WAV, MP3, FLAC, OGG or M4A file.';

/** Reads a sound file's own sample rate and size. Throws when it is no sound or cannot be read. */
export function readSoundHeader(file: File): Promise<SoundHeader> {
  return withInput(file, MEND, async (input) => {
    const track = await input.getPrimaryAudioTrack();
    if (!track) throw new CaesuraError('no-sound', `“${file.name}” holds no sound.`, MEND);
    return {
      sampleRate: await track.getSampleRate(),
      channels: await track.getNumberOfChannels(),
      duration: await track.computeDuration({ skipLiveWait: true }),
    };
  });
}
