import { z } from 'zod';
import { toText } from '../../time/index.ts';
import type { Told } from '../told.ts';
import type { MatchedMedia } from './match-clips.ts';
import { filmWords, type ReadFilm } from './read-film.ts';

/** What was read of a film, before a plan is made of it. */
export const ReadReportSchema = z.object({
  form: z.enum(['edl', 'otio', 'csv']),
  name: z.string(),
  rate: z.string(),
  dropFrame: z.boolean(),
  /** How its labels were taken to count; null where the file says so itself. */
  counting: z.string().nullable(),
  /** How labels of sources were read; null where the form has none of its own. */
  sources: z.enum(['of the list', 'of each file']).nullable(),
  holds: z.string(),
  /** Length in frames, and the timecode of its first frame as a count. */
  length: z.number().int(),
  start: z.number().int(),
  media: z.array(
    z.object({
      name: z.string(),
      file: z.string().nullable(),
      reel: z.string().nullable(),
      shots: z.number().int(),
      /** The clip that it was taken for; null where none fits, or two fit as well. */
      taken: z.string().nullable(),
      fits: z.array(z.string()),
    }),
  ),
  /** What could not be taken over as it stands in the file, with its line or place. */
  told: z.array(z.object({ where: z.string(), words: z.string() })),
});
export type ReadReport = z.output<typeof ReadReportSchema>;

/** The report of a film that was read, with what its media were taken for. */
export const readReport = (
  { form, film, counting, sources }: ReadFilm,
  matched: readonly MatchedMedia[],
  told: readonly Told[],
): ReadReport => ({
  ...{ form, name: film.name, rate: toText(film.rate), dropFrame: film.dropFrame },
  ...{ counting: counting?.why ?? null, sources, holds: filmWords(film) },
  ...{ length: film.pieces.at(-1)?.end ?? 0, start: film.start },
  media: matched.map(({ media, pieces, fits, taken }) => ({
    ...{ name: media.name, file: media.fileName, reel: media.reel, shots: pieces.length },
    ...{ taken: taken?.clip.name ?? null, fits: fits.map(({ clip }) => clip.name) },
  })),
  told: told.map(({ where, words }) => ({ where, words })),
});
