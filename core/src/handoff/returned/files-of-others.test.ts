import { describe, expect, it } from 'vitest';
import { CaesuraError, frameRate, toNumber } from '../../time/index.ts';
import { BROKEN_FILES, FILES_OF_OTHERS, TRUE_FILM } from '../testing/files-of-others.ts';
import { planBeside } from './beside.ts';
import { matchedMedia } from './match-clips.ts';
import { planOfFilm } from './plan-of-film.ts';
import { formOf, readFilm } from './read-film.ts';

describe('files that others wrote', () => {
  it('are at least sixty with those that are broken, twenty of them broken', () => {
    expect(FILES_OF_OTHERS.length + BROKEN_FILES.length).toBeGreaterThanOrEqual(80);
    expect(BROKEN_FILES.length).toBeGreaterThanOrEqual(20);
  });

  it.each(FILES_OF_OTHERS.map((file) => [file.what, file] as const))(
    'are the film that they say: %s',
    (_, { text, fps = 25, starts, tells, sameSource = true }) => {
      const rate = frameRate(fps);
      const how = { clips: [], ...(formOf(text) !== 'otio' && { rate }) };
      const { film } = readFilm(text, how);
      const counted = TRUE_FILM.map((_shot, i) =>
        TRUE_FILM.slice(0, i).reduce((sum, { lasts }) => sum + lasts, 0),
      );
      expect(film.pieces.map(({ start }) => start)).toEqual(starts ?? counted);
      const shown = film.pieces.filter(({ media }) => media !== null);
      expect(shown).toHaveLength(TRUE_FILM.length);
      expect(shown.map(({ from }) => Math.round(toNumber(from) * fps))).toEqual(
        TRUE_FILM.map(({ from }) => from),
      );
      if (sameSource)
        expect(film.pieces.at(-1)!.end).toBe(counted.at(-1)! + TRUE_FILM.at(-1)!.lasts);
      if (tells) expect(film.told.map(({ words }) => words).join(' ')).toMatch(tells);
      // It can be planned, and what is planned has its shots.
      const { plan } = planOfFilm(film, matchedMedia(film, []), planBeside(film, null));
      expect(plan.score!.shots.map(({ start }) => start)).toEqual(starts ?? counted);
    },
  );

  it.each(BROKEN_FILES.map((file) => [file.what, file.text] as const))(
    'that are broken are refused with the reason, or hold nothing that is not told: %s',
    (_, text) => {
      try {
        const { film } = readFilm(text, { clips: [] });
        const planned = planOfFilm(film, matchedMedia(film, []), planBeside(film, null));
        expect(film.told.length + planned.told.length).toBeGreaterThan(0);
      } catch (error) {
        expect(error).toBeInstanceOf(CaesuraError);
        expect((error as CaesuraError).message.length).toBeGreaterThan(10);
      }
    },
  );
});
