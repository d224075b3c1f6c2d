import { expose } from 'comlink';
import {
  matchedMedia,
  musicPlaceOf,
  planBeside,
  planOfFilm,
  readFilm,
  type HowRead,
  type MatchedMedia,
  type MusicPlace,
  type ReadFilm,
  type Told,
} from '@caesura/core/handoff';
import type { Plan } from '@caesura/core/plan';
import { answering } from './task.ts';

/** A film that was read, and the clips that its media may be. */
export interface MatchedFilm extends ReadFilm {
  readonly matched: readonly MatchedMedia[];
}

/** The plan of a film, what could not be taken over, and where its music lies. */
export interface FilmPlan {
  readonly plan: Plan;
  readonly told: readonly Told[];
  readonly music: MusicPlace | null;
}

const work = {
  /** Reads a film, and finds its media among the clips of a plan. */
  read: answering((text: string, how: Omit<HowRead, 'clips'>, open: Plan | null): MatchedFilm => {
    const read = readFilm(text, { ...how, clips: open?.clips ?? [] });
    return { ...read, matched: matchedMedia(read.film, open?.clips ?? []) };
  }),
  /** How many media of a film are found among the clips of each of some plans. */
  found: answering((text: string, plans: readonly Plan[]): number[] => {
    const { film } = readFilm(text, { clips: [] });
    return plans.map(
      ({ clips }) => matchedMedia(film, clips).filter(({ taken }) => taken !== null).length,
    );
  }),
  /**
   * The plan of a film with the clips that were chosen for its media, by their place; those that
   * are left out are as they were found.
   */
  plan: answering(
    (
      text: string,
      how: Omit<HowRead, 'clips'>,
      open: Plan | null,
      chosen: Readonly<Record<number, string | null>>,
    ): FilmPlan => {
      const { film } = readFilm(text, { ...how, clips: open?.clips ?? [] });
      const clips = open?.clips ?? [];
      const matched = matchedMedia(film, clips).map((one, i): MatchedMedia => {
        const id = chosen[i];
        if (id === undefined) return one;
        const clip = clips.find((c) => c.id === id);
        const known = one.fits.find((fit) => fit.clip.id === id);
        if (!clip) return { ...one, taken: null };
        return {
          ...one,
          taken: known ?? {
            ...{ clip, file: false, name: false, reel: false, rate: false },
            ...{ length: false, used: 'by timecode' },
          },
        };
      });
      const { plan, told } = planOfFilm(film, matched, planBeside(film, open));
      return { plan, told, music: musicPlaceOf(film, null) };
    },
  ),
};
export type FilmReader = typeof work;
expose(work);
