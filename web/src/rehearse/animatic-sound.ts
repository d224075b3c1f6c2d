import { AudioSampleSource } from 'mediabunny';
import { heardLength, MIX_RATE } from '@caesura/core/sound';
import { addMix } from './add-mix.ts';
import { animaticSize, BITRATE, type AnimaticFormat, type Coded } from './animatic.ts';
import { codecsOf } from './animatic-codecs.ts';
import { keeping } from './coded.ts';
import type { LoadedFilm } from './film-sound.ts';

/**
 * Mixes and codes all that is heard of a film. `onProgress` gets the fraction done. Throws when the
 * browser cannot code it.
 */
export async function codedSound(
  { sound, name, plan }: LoadedFilm,
  format: AnimaticFormat,
  onProgress: (fraction: number) => void,
): Promise<Coded<AudioDecoderConfig>> {
  const codecs = await codecsOf(format.container, animaticSize(format, plan.size));
  const { output, keep, kept } = keeping<AudioDecoderConfig>(format.container);
  const sounds = new AudioSampleSource({
    codec: codecs.audio,
    // eslint-disable-next-line @typescript-eslint/no-deprecated
    bitrate: BITRATE.audio,
    onEncodedPacket: keep,
  });
  output.addAudioTrack(sounds);
  await output.start();
  const total = Math.round(heardLength(plan) * MIX_RATE);
  for (let heard = 0; heard < total; heard += MIX_RATE) {
    const count = Math.min(MIX_RATE, total - heard);
    await addMix(sounds, sound.mix(name, heard, count, format.heard), heard);
    onProgress(heard / total);
  }
  await output.finalize();
  return kept();
}
