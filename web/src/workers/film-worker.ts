import { expose, transfer } from 'comlink';
import type { Plan } from '@caesura/core/plan';
import type { Heard } from '@caesura/core/sound';
import type { AnimaticFormat, Coded } from '../rehearse/animatic.ts';
import { animaticFile } from '../rehearse/animatic-file.ts';
import { codedPictures } from '../rehearse/animatic-pictures.ts';
import { codedSound } from '../rehearse/animatic-sound.ts';
import { FilmPainter } from '../rehearse/film-painter.ts';
import { FilmSound } from '../rehearse/film-sound.ts';
import { guideTrack, type GuideTrack } from '../rehearse/guide-track.ts';
import { answering } from './task.ts';

const FILM = 'film';
/** Part of the work that is done when the sounds have been decoded. */
const LOADED = 0.1;

async function loaded(plan: Plan, onProgress: (fraction: number) => void) {
  const sound = new FilmSound();
  const silent = await sound.load(FILM, plan, (f) => onProgress(f * LOADED));
  return { sound, silent, rest: (f: number) => onProgress(LOADED + (1 - LOADED) * f) };
}

const painter = new FilmPainter();

const bytesOf = (coded: Coded<unknown>): ArrayBuffer[] =>
  coded.parts.map(({ data }) => data.buffer);

const work = {
  /** Paints and codes frames of the film. */
  pictures: answering(
    async (
      plan: Plan,
      format: AnimaticFormat,
      frames: { readonly from: number; readonly to: number },
      onFrames: (done: number) => void,
    ): Promise<Coded<VideoDecoderConfig>> => {
      painter.load(FILM, plan);
      const coded = await codedPictures({ painter, name: FILM, plan }, format, frames, onFrames);
      return transfer(coded, bytesOf(coded));
    },
  ),
  /** Mixes and codes the sound of the film. */
  sound: answering(
    async (
      plan: Plan,
      format: AnimaticFormat,
      onProgress: (fraction: number) => void,
    ): Promise<Coded<AudioDecoderConfig> & { readonly silent: readonly string[] }> => {
      const { sound, silent, rest } = await loaded(plan, onProgress);
      const coded = await codedSound({ sound, name: FILM, plan }, format, rest);
      return transfer({ ...coded, silent }, bytesOf(coded));
    },
  ),
  /** Writes coded pictures and sound as a video file. */
  file: answering(
    async (...all: Parameters<typeof animaticFile>): Promise<Uint8Array<ArrayBuffer>> => {
      const bytes = await animaticFile(...all);
      return transfer(bytes, [bytes.buffer]);
    },
  ),
  /** Writes what is to be written of the mixed sound of the film. */
  guide: answering(
    async (
      plan: Plan,
      heard: { readonly heard: readonly Heard[]; readonly written: readonly Heard[] },
      onProgress: (fraction: number) => void,
    ): Promise<GuideTrack & { readonly silent: readonly string[] }> => {
      const { sound, silent, rest } = await loaded(plan, onProgress);
      const track = await guideTrack({ sound, name: FILM, plan }, heard, rest);
      return transfer({ ...track, silent }, [track.bytes.buffer]);
    },
  ),
};
export type FilmWorker = typeof work;
expose(work);
