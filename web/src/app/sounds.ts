import { ask, mediaUrl } from './http.ts';
import { decodeSound } from './decode-sound.ts';

/** Decoded sounds are large, so only the last one is held. */
let held: { readonly media: string; readonly sound: Promise<AudioBuffer> } | null = null;

/** Holds a sound that is decoded already. */
export function holdSound(media: string, sound: AudioBuffer): void {
  held = { media, sound: Promise.resolve(sound) };
}

/** The decoded sound of a kept file, fetched unless it is held. */
export function soundOf(media: string, fileName: string, sampleRate: number): Promise<AudioBuffer> {
  if (held?.media === media) return held.sound;
  const sound = ask(mediaUrl(media))
    .then((answer) => answer.arrayBuffer())
    .then((bytes) => decodeSound(fileName, bytes, sampleRate));
  held = { media, sound };
  sound.catch(() => {
    if (held?.media === media) held = null;
  });
  return sound;
}
