import { anchorOn, filmOf } from '../film/index.ts';
import { phraseSettings } from '../phrases/index.ts';
import { scoreOf } from '../plan/edits/edit-cuts.ts';
import { addPhrases, phraseAt } from '../plan/edits/edit-phrases.ts';
import type { Phrase, Plan } from '../plan/index.ts';
import { CaesuraError, frames, sourceFrames, type Frames } from '../time/index.ts';
import { holding, type Copied } from './copied.ts';
import { copiedFor, isKnown } from './pasted.ts';

/** Copies a phrase with its length. Throws when it is not in the plan. */
export function copyPhrase(plan: Plan, id: string): Copied {
  const { phrase, start, end, lands, to } = phraseAt(plan, id);
  const at = (frame: number) => ({ on: 'frame', frame: frames(frame - start) }) as const;
  const { recipe, set } = phrase;
  const alone: Phrase = {
    ...{ id: 'phrase-1', set, at: at(lands), to: to ? at(Math.max(lands, to.frame)) : null },
    ...(recipe !== undefined && { recipe }),
  };
  const held = holding(plan, [
    { clip: null, sourceIn: sourceFrames(0), length: Math.max(1, end - start) },
  ]);
  const recipes = plan.recipes.filter((one) => one.id === recipe);
  return { kind: 'phrase', plan: { ...held, phrases: [alone], recipes } };
}

/**
 * Puts a copied phrase on frames of the film, so that it lands on each as it did on its own.
 * Throws when there is no film.
 */
export function pastePhrase(plan: Plan, copied: Copied, on: readonly Frames[]): Plan {
  const copy = copiedFor(plan, copied, 'phrase');
  const facts = filmOf(copy).phrases[0];
  if (!facts) throw new CaesuraError('bad-copy', 'No phrase was copied.', 'Copy it again.');
  const { phrase, lands, to } = facts;
  const { length } = scoreOf(plan);
  const tied = (frame: number) =>
    anchorOn(plan, frames(Math.min(length, Math.max(0, frame))), 'cut');
  const places = on.map((frame) => ({
    at: tied(frame),
    to: to && tied(frame + to.frame - lands),
  }));
  const { recipe, set } = phrase;
  const follows = recipe !== undefined && isKnown(recipe, plan.recipes, copy.recipes);
  return addPhrases(
    plan,
    places,
    follows ? { recipe, set } : { set: recipe === undefined ? set : phraseSettings(copy, phrase) },
  );
}
