import { decoderDelay } from '@caesura/core/listen';
import { CaesuraError } from '@caesura/core/time';
import type { SoundHeader } from '../workers/sound-header.ts';

/** Most memory that one decoded sound may take, in bytes: about 70 minutes of stereo at 48 kHz. */
const MOST_BYTES = 1.6e9;

/** Throws when a sound would not fit into memory once decoded. */
export function checkSoundSize(name: string, { sampleRate, channels, duration }: SoundHeader): void {
  const minutes = (count: number) => Math.round(count / 60);
  if (sampleRate * channels * duration * 4 <= MOST_BYTES) return;
  throw new CaesuraError(
    'too-long',
    `“${name}” lasts ${minutes(duration)} minutes, too long to be held in memory at once.`,
    `Cut out the part you need: up to ${minutes(MOST_BYTES / (sampleRate * channels * 4))} minutes of this kind of sound.`,
  );
}

/** A decoded sound that starts so many samples later in it, or after so many of silence when negative. */
function startingAt(sound: AudioBuffer, first: number): AudioBuffer {
  if (first === 0 || first >= sound.length) return sound;
  const { numberOfChannels, sampleRate } = sound;
  const moved = new AudioBuffer({ numberOfChannels, sampleRate, length: sound.length - first });
  for (let c = 0; c < numberOfChannels; c++)
    moved.copyToChannel(sound.getChannelData(c).subarray(Math.max(0, first)), c, Math.max(0, -first));
  return moved;
}

/**
 * Decodes a whole sound file at its own sample rate, so that nothing is resampled, and takes off what the coder put
 * before it. The browser decodes WAV, MP3, FLAC, OGG and M4A. Throws when it cannot.
 */
export async function decodeSound(name: string, bytes: ArrayBuffer, sampleRate: number): Promise<AudioBuffer> {
  // Decoding takes the bytes away.
  const { samples } = decoderDelay(new Uint8Array(bytes));
  try {
    return startingAt(await new OfflineAudioContext(1, 1, sampleRate).decodeAudioData(bytes), samples);
  } catch {
    throw new CaesuraError(
      'undecodable',
      `“${name}” is damaged or coded in a way that this browser cannot decode.`,
      'Convert it to WAV, FLAC or MP3 and choose it again.',
    );
  }
}
