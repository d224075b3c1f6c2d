import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { askSpeeds } from '@caesura/core/edits';
import { filmOf } from '@caesura/core/film';
import { readPlan } from '@caesura/core/plan';
import { ASKS, askedOf, questionOf, type Ask } from './questions.tsx';

const ROOT = new URL('../../../../', import.meta.url);

describe('the questions as they stand at first', () => {
  for (const name of ['even', 'rehearsed'])
    it(`have an answer for every shot of the film “${name}”`, () => {
      const plan = readPlan(
        JSON.parse(readFileSync(new URL(`demo/output/tried/${name}.json`, ROOT), 'utf8')),
      );
      const film = filmOf(plan);
      const wrong = film.shots.flatMap((facts) =>
        (Object.keys(ASKS) as Ask[]).flatMap((ask) => {
          const at = facts.start + Math.floor(facts.length / 3);
          const asked = askedOf(facts, film, { typed: {}, at });
          const { reason } = askSpeeds(plan, facts.index, questionOf(ask, asked, facts, at));
          return reason === null ? [] : [`shot ${facts.index + 1}, ${ask}: ${reason}`];
        }),
      );
      expect(wrong).toEqual([]);
    });
});
