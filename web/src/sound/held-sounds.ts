import { seconds, type Seconds } from '@caesura/core/time';
import { ask, mediaUrl } from '../app/http.ts';
import { openSound, type SoundFile } from './sound-file.ts';

/**
 * Most memory that a sound held as a whole may take, in bytes: about 15 minutes of stereo at 48
 * kHz.
 */
const WHOLE_BYTES = 350e6;

/** A part of a decoded sound, or all of it. */
export interface Extract {
  readonly buffer: AudioBuffer;
  /** Time of the file at which the buffer starts. */
  readonly from: Seconds;
}

/** A kept sound that can be played. */
export interface Playable {
  /** Whether it is decoded as a whole, so that any part of it is there at once. */
  readonly whole: boolean;
  /**
   * A buffer that holds the file from one time to another, as far as the file goes. Throws where it
   * is damaged.
   */
  readonly extract: (from: Seconds, to: Seconds) => Promise<Extract>;
}

/** Decodes a file from one sample to another into a buffer. */
async function decoded(file: SoundFile, from: number, to: number): Promise<AudioBuffer> {
  const buffer = new AudioBuffer({
    numberOfChannels: file.channels,
    sampleRate: file.sampleRate,
    length: Math.max(1, to - from),
  });
  let at = 0;
  for await (const planes of file.planes(from, to)) {
    planes.forEach((plane, c) => buffer.copyToChannel(plane as Float32Array<ArrayBuffer>, c, at));
    at += planes[0]!.length;
  }
  return buffer;
}

async function playable(
  media: string,
  name: string,
  length: number,
): Promise<{ sound: Playable; close: () => void }> {
  const file = await openSound(await (await ask(mediaUrl(media))).blob(), name);
  if (length * file.channels * 4 <= WHOLE_BYTES) {
    const buffer = await decoded(file, 0, length);
    file.close();
    return {
      sound: { whole: true, extract: async () => ({ buffer, from: seconds(0) }) },
      close: () => undefined,
    };
  }
  const extract = async (from: Seconds, to: Seconds): Promise<Extract> => {
    const [first, last] = [from, to].map((t) =>
      Math.min(length, Math.max(0, Math.round(t * file.sampleRate))),
    );
    return { buffer: await decoded(file, first!, last!), from: seconds(first! / file.sampleRate) };
  };
  return { sound: { whole: false, extract }, close: file.close };
}

/** Decoded sounds are large, so only the last one is held. */
let held: { readonly media: string; readonly opened: ReturnType<typeof playable> } | null = null;

/**
 * The sound of a kept file of so many samples, fetched unless it is held. Throws when it cannot be
 * decoded.
 */
export function soundOf(media: string, fileName: string, length: number): Promise<Playable> {
  if (held?.media !== media) {
    const opened = playable(media, fileName, length);
    void held?.opened.then(({ close }) => close()).catch(() => undefined);
    held = { media, opened };
    opened.catch(() => {
      if (held?.opened === opened) held = null;
    });
  }
  return held.opened.then(({ sound }) => sound);
}
