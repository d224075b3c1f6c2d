import { remembered, type Film, type ShotFacts } from '../film/index.ts';
import type { JoinFacts } from '../joins/index.ts';
import type { PhraseFacts } from '../phrases/index.ts';
import type { Found } from './fault.ts';
import type { Known } from './known.ts';

type Find<Figures extends object> = (film: Film, known: Known) => readonly Found<Figures>[];
type FindAt<Facts, Figures extends object> = (
  facts: Facts,
  film: Film,
  known: Known,
) => readonly Found<Figures>[];

/**
 * Looks at things one by one and remembers what was found at each, for as long as it stays the
 * same.
 */
function perEach<Facts extends object, Figures extends object>(
  listOf: (film: Film) => readonly Facts[],
  find: FindAt<Facts, Figures>,
): Find<Figures> {
  const kept = remembered<Facts, readonly Found<Figures>[]>();
  return (film, known) => {
    const { rate, dropFrame, start, size } = film.plan;
    const inputs = [rate, dropFrame, start, size, known.measuredOf];
    return listOf(film).flatMap((facts) => kept(facts, inputs, () => find(facts, film, known)));
  };
}

/**
 * Finds faults shot by shot. What is found may depend on the shot, on rate, timecode and size of
 * the film and on what was measured of clips, and on nothing else.
 */
export const perShot = <Figures extends object>(find: FindAt<ShotFacts, Figures>): Find<Figures> =>
  perEach((film) => film.shots, find);

/** Finds faults cut by cut; the same holds as for `perShot`. */
export const perJoin = <Figures extends object>(find: FindAt<JoinFacts, Figures>): Find<Figures> =>
  perEach((film) => film.joins, find);

/** Finds faults phrase by phrase; the same holds as for `perShot`. */
export const perPhrase = <Figures extends object>(
  find: FindAt<PhraseFacts, Figures>,
): Find<Figures> => perEach((film) => film.phrases, find);
