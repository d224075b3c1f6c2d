import { audioAnalyser, findingsProgress, foundIn } from '@caesura/core/listen';
import type { ClipSound } from '@caesura/core/plan';
import { MIX_RATE } from '@caesura/core/sound';
import { CaesuraError, samples, type FrameRate } from '@caesura/core/time';
import { transfer } from 'comlink';
import { opusCopy } from '../sound/opus-copy.ts';
import { withSound, type SoundFile } from '../sound/sound-file.ts';
import { withInput } from './media-input.ts';

const MEND = 'Choose an MP4, MOV, WebM or MKV file that this browser can play.';

/** What was heard in the file of a clip, with what is kept of it. */
export interface HeardClip {
  readonly sound: Omit<ClipSound, 'media' | 'outline'>;
  readonly outline: Uint8Array<ArrayBuffer>;
  readonly copy: Blob;
}

/** Part of the work that is done when the whole file has been decoded and copied. */
const COPIED = 0.7;

/** Time of the file at which its first picture is shown, in seconds; whether it has a sound. */
const headOf = (file: File): Promise<{ readonly first: number; readonly sounds: boolean }> =>
  withInput(file, MEND, async (input) => {
    const pictures = await input.getPrimaryVideoTrack();
    return {
      first: pictures ? await pictures.getFirstTimestamp() : 0,
      sounds: (await input.getAudioTracks()).length > 0,
    };
  });

/**
 * Listens to the sound of a clip's file and makes a copy of it, bit by bit. Null where the file has
 * none. All times are those of the copy, at the rate of the mix; `rate` is that of its pictures,
 * `wanted` which of its sound tracks, null for its main one.
 * Throws when its sound cannot be decoded.
 */
export async function listenToClip(
  file: File,
  { rate, wanted }: { readonly rate: FrameRate; readonly wanted: number | null },
  onProgress: (fraction: number) => void,
): Promise<HeardClip | null> {
  const { first, sounds } = await headOf(file);
  if (!sounds) return null;
  const listen = async (sound: SoundFile): Promise<HeardClip> => {
    const { sampleRate, channels, delay, tracks, track } = sound;
    const [analyser, copy] = [
      audioAnalyser(sampleRate, channels),
      await opusCopy(sampleRate, channels),
    ];
    let [taken, told] = [0, 0];
    for await (const planes of sound.planes(0, Infinity)) {
      analyser.take(planes);
      await copy.take(planes);
      taken += planes[0]!.length / sampleRate;
      const done = Math.min(1, taken / sound.duration) * COPIED;
      if (done - told >= 0.01) onProgress((told = done));
    }
    if (taken === 0)
      throw new CaesuraError('empty-sound', `The sound of “${file.name}” is empty.`, MEND);
    const steps = findingsProgress(analyser.end());
    let step = steps.next();
    for (; !step.done; step = steps.next()) onProgress(COPIED + (1 - COPIED) * step.value);
    // What strikes in a clip need not be low, as what hits in music is.
    const { strikes } = step.value;
    const { hits, words, pauses, loudness } = foundIn({ ...step.value, hits: strikes });
    const at = (sample: number) => samples(Math.round((sample * MIX_RATE) / sampleRate));
    const moved = <T extends { readonly at: number }>(cues: readonly T[]) =>
      cues.map((cue) => ({ ...cue, at: at(cue.at) }));
    const { file: whole, length } = await copy.end();
    const outline = new Uint8Array(step.value.outline);
    const heard: HeardClip = {
      sound: {
        ...{ sampleRate: MIX_RATE, channels: Math.min(2, channels), length: samples(length) },
        start: Math.round((first - delay / sampleRate) * MIX_RATE),
        ...{ rate, tracks, track },
        heard: {
          hits: moved(hits),
          words: moved(words),
          pauses: pauses.map(({ start, end, confidence }) => ({
            ...{ start: at(start), end: at(end), confidence },
          })),
          loudness,
        },
      },
      ...{ outline, copy: whole },
    };
    return transfer(heard, [outline.buffer]);
  };
  return withSound(file, file.name, listen, wanted);
}
