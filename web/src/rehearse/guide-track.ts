import { AudioSampleSource, BufferTarget, Output, WavOutputFormat } from 'mediabunny';
import { withWaveCues } from '@caesura/core/handoff';
import { guideCues, heardLength, MIX_RATE, type Heard } from '@caesura/core/sound';
import { CaesuraError } from '@caesura/core/time';
import { addMix } from './add-mix.ts';
import type { LoadedFilm } from './film-sound.ts';
import { sumLevel } from './sum-level.ts';

/** Samples that are mixed at once. */
const BLOCK = MIX_RATE;
/** Longest track that is written, in seconds: it is made in memory. */
const LONGEST = 3600;
/** Highest sample of a track, in dB below full scale. */
const HEADROOM = 1;

/** The mixed sound of a film as a file. */
export interface GuideTrack {
  readonly bytes: Uint8Array<ArrayBuffer>;
  /** Highest sample of the sum, dB against full scale, and where: seconds of the film. */
  readonly top: number;
  readonly topAt: number;
  /** Decibels by which all was turned down so that it does not clip. */
  readonly turnedDown: number;
  /** LUFS of the track as written (ITU-R BS.1770); −Infinity for silence. */
  readonly loudness: number;
}

/** Goes through the mix of a loaded plan second by second. */
function* blocksOf({ sound, name, plan }: LoadedFilm, heard: readonly Heard[]) {
  const total = Math.round(heardLength(plan) * MIX_RATE);
  for (let at = 0; at < total; at += BLOCK)
    yield { at, done: at / total, planes: sound.mix(name, at, Math.min(BLOCK, total - at), heard) };
}

/**
 * The mix of a loaded plan as a WAV file of 24 bits with a cue point on every cut and effect. A sum
 * that would come nearer to full scale than 1 dB is turned down as a whole. Only `written` of what
 * is heard is in the file, turned down as the whole is, so that such files together are the whole.
 * Throws when it is too long.
 */
export async function guideTrack(
  film: LoadedFilm,
  { heard, written }: { readonly heard: readonly Heard[]; readonly written: readonly Heard[] },
  onProgress: (fraction: number) => void,
): Promise<GuideTrack> {
  const { plan } = film;
  if (heardLength(plan) > LONGEST)
    throw new CaesuraError(
      'too-long',
      'A guide track lasts up to an hour.',
      'Lay out a shorter film.',
    );
  const { top, topAt, loudness } = await sumLevel(film, heard, new Map(), (f) => onProgress(f / 2));
  const turnedDown = Math.max(0, top + HEADROOM);
  const gain = 10 ** (-turnedDown / 20);
  const output = new Output({ format: new WavOutputFormat(), target: new BufferTarget() });
  const source = new AudioSampleSource({ codec: 'pcm-s24' });
  output.addAudioTrack(source);
  await output.start();
  for (const { at, done, planes } of blocksOf(film, written)) {
    const [left, right] = planes;
    await addMix(source, [left.map((x) => x * gain), right.map((x) => x * gain)], at);
    onProgress(0.5 + done / 2);
  }
  await output.finalize();
  const bytes = withWaveCues(
    new Uint8Array(output.target.buffer!),
    guideCues(plan),
  ) as Uint8Array<ArrayBuffer>;
  return { bytes, top, topAt, turnedDown, loudness: loudness - turnedDown };
}
