import { expose } from 'comlink';
import type { Plan } from '@caesura/core/plan';
import { SUMMED, sumOf, type BlockLevel, type MeasuredSum } from '@caesura/core/sound';
import { CaesuraError } from '@caesura/core/time';
import { FilmSound } from '../rehearse/film-sound.ts';
import { sumLevel } from '../rehearse/sum-level.ts';
import { answering } from './task.ts';

const sound = new FilmSound();
const known = new Map<string, BlockLevel>();
let asked = 0;

/** Part of the work that is done when the sounds have been decoded. */
const LOADED = 0.3;

const work = {
  /**
   * Measures the sum of a plan's sounds. Throws 'overtaken' when it is asked for another before it
   * is done.
   */
  sum: answering(
    async (plan: Plan, onProgress: (fraction: number) => void): Promise<MeasuredSum> => {
      const own = ++asked;
      const name = `film ${own}`;
      const tell = (fraction: number) => {
        if (own !== asked) throw new CaesuraError('overtaken', 'Another sum is measured.');
        onProgress(fraction);
      };
      try {
        const silent = await sound.load(name, plan, (f) => tell(LOADED * f));
        const level = await sumLevel({ sound, name, plan }, SUMMED, known, (f) =>
          tell(LOADED + (1 - LOADED) * f),
        );
        return { ...level, of: sumOf(plan), silent };
      } finally {
        sound.drop(name);
      }
    },
  ),
};
export type SumWorker = typeof work;
expose(work);
