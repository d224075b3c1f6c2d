import { filmOf, frameSpan, spanFrames } from '@caesura/core/film';
import { valuesIn } from '@caesura/core/joins';
import type { PictureValues } from '@caesura/core/motion';
import { newPlan, type Phrase, type Plan, type Recipe } from '@caesura/core/plan';
import { frames } from '@caesura/core/time';

/** What a picture that a recipe moves is at an instant, as far as a small drawing shows it. */
export interface Step {
  readonly scale: number;
  readonly x: number;
  readonly y: number;
  readonly rotation: number;
  /** White that is mixed in. */
  readonly flash: number;
}

const stepOf = ({ scale, x, y, rotation, flash }: PictureValues): Step => ({
  scale,
  x,
  y,
  rotation,
  flash,
});
const REST: Step = { scale: 1, x: 0, y: 0, rotation: 0, flash: 0 };

/** Frames of a half of a window that a drawing shows where a recipe has none. */
const SHOWN = 6;
/** Most frames of a hold, and of the whole, that are drawn. */
const [MOST_HELD, MOST] = [12, 60];

/** Where a phrase is drawn: far enough from the start of the film for any way in. */
const FAR = frames(100_000);

/** The frames of a recipe, from rest to rest: a join's outgoing picture, then its incoming one. */
export function picturedRecipe(plan: Plan, recipe: Recipe): readonly Step[] {
  const steps = recipe.for === 'cut' ? cutSteps(plan, recipe) : phraseSteps(plan, recipe);
  return steps.length > 1 ? steps : [REST, REST];
}

function cutSteps(plan: Plan, { settings }: Extract<Recipe, { for: 'cut' }>): Step[] {
  const lengthOf = (span: typeof settings.before) => spanFrames(span, plan).frames;
  const [before, after] = [lengthOf(settings.before), lengthOf(settings.after)];
  const none = before + after === 0;
  const window = {
    before: none ? SHOWN : before,
    after: none ? SHOWN : after,
    blend: { before: 0, after: 0 },
    size: plan.size,
    lengthOf,
  };
  const values = valuesIn({ ...settings, cover: 'no' }, window);
  return [...values.out, ...values.in].map(stepOf);
}

function phraseSteps(plan: Plan, { settings }: Extract<Recipe, { for: 'phrase' }>): Step[] {
  // A long hold is drawn as a short one.
  const held = Math.min(MOST_HELD, spanFrames(settings.hold, plan).frames);
  const set = { ...settings, hold: frameSpan(held, plan.rate), cover: 'no' as const };
  const phrase: Phrase = { id: 'p', at: { on: 'frame', frame: FAR }, to: null, set };
  const { rate, size } = plan;
  const [facts] = filmOf({ ...newPlan('A recipe'), rate, size, phrases: [phrase] }).phrases;
  if (!facts) return [];
  const count = facts.end - facts.start + 1;
  const drawn = Math.min(MOST, count);
  return Array.from({ length: drawn }, (_, i) =>
    stepOf(facts.pictured((i * (count - 1)) / Math.max(1, drawn - 1))),
  );
}
