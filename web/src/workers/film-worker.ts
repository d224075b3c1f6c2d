import { expose, transfer } from 'comlink';
import type { Plan } from '@caesura/core/plan';
import type { Heard } from '@caesura/core/sound';
import { animatic, type AnimaticFormat } from '../rehearse/animatic.ts';
import { FilmPainter } from '../rehearse/film-painter.ts';
import { FilmSound } from '../rehearse/film-sound.ts';
import { guideTrack, type GuideTrack } from '../rehearse/guide-track.ts';
import { answering } from './task.ts';

/** A file that was made, and what of its sound stayed silent, in words. */
export interface MadeFilm {
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly silent: readonly string[];
}

const FILM = 'film';
/** Part of the work that is done when the sounds have been decoded. */
const LOADED = 0.1;

async function loaded(plan: Plan, onProgress: (fraction: number) => void) {
  const sound = new FilmSound();
  const silent = await sound.load(FILM, plan, (f) => onProgress(f * LOADED));
  return { sound, silent, rest: (f: number) => onProgress(LOADED + (1 - LOADED) * f) };
}

const work = {
  /** Writes the film as a video file. */
  animatic: answering(
    async (
      plan: Plan,
      format: AnimaticFormat,
      onProgress: (fraction: number) => void,
    ): Promise<MadeFilm> => {
      const { sound, silent, rest } = await loaded(plan, onProgress);
      const painter = new FilmPainter();
      painter.load(FILM, plan);
      const bytes = await animatic(painter, { sound, name: FILM, plan }, format, rest);
      return transfer({ bytes, silent }, [bytes.buffer]);
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
