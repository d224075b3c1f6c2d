import { filmOf, frameSpan, spanFrames } from '../film/index.ts';
import { VARIATION } from '../plan/edits/edit-effects.ts';
import {
  freshIds,
  type Anchor,
  type EffectPlacement,
  type Plan,
  type Recipe,
  type RecipeEffect,
} from '../plan/index.ts';
import { frames } from '../time/index.ts';

/** What a recipe is used at: the cut before a shot, or a phrase. */
export type Use =
  | { readonly on: 'cut'; readonly shot: string }
  | { readonly on: 'phrase'; readonly phrase: string };

const tiedTo = (at: Anchor, use: Use): boolean =>
  use.on === 'cut'
    ? at.on === 'cut' && at.shot === use.shot
    : at.on === 'phrase' && at.phrase === use.phrase;

/** The instant by which an effect belongs to a cut or a phrase. */
const mainOf = (placement: EffectPlacement): Anchor =>
  placement.kind === 'bed' ? placement.from : placement.at;

/** The effects that are tied to what a recipe is used at. */
const effectsAt = (plan: Plan, use: Use): EffectPlacement[] =>
  plan.effects.filter((placement) => tiedTo(mainOf(placement), use));

/** What a recipe keeps of an effect; null where its other end is nowhere. */
function keptOf(plan: Plan, placement: EffectPlacement): RecipeEffect | null {
  const { effect, gain, reversed } = placement;
  const main = mainOf(placement);
  const common = {
    ...{ effect, gain },
    ...(reversed && { reversed }),
    by: main.on === 'cut' || main.on === 'phrase' ? main.by : 0,
  };
  if (placement.kind === 'hit') {
    const { mark, rate, pitch } = placement;
    return { ...common, mark, rate, pitch };
  }
  const facts = filmOf(plan).effects.find((f) => f.placement.id === placement.id);
  if (!facts?.other) return null;
  const lasts = frames(Math.abs(facts.at.frame - facts.other.frame));
  const over = frameSpan(lasts, plan.rate);
  return placement.kind === 'bed'
    ? { ...common, kind: 'bed', over, fade: placement.fade }
    : {
        ...{ ...common, kind: 'riser', over, pitch: placement.pitch },
        ...(placement.fit && { fit: placement.fit }),
      };
}

const allKept = (plan: Plan, placements: readonly EffectPlacement[]): RecipeEffect[] =>
  placements.flatMap((placement) => keptOf(plan, placement) ?? []);

/** Effects of a recipe as text that is alike where they are, whatever the order of their fields. */
const written = (plan: Plan, effects: readonly RecipeEffect[]): string =>
  JSON.stringify(
    effects.map((effect) => {
      const over = 'over' in effect ? { over: spanFrames(effect.over, plan).frames } : {};
      return Object.entries({ ...effect, ...over, kind: effect.kind ?? 'hit' }).sort(([a], [b]) =>
        a.localeCompare(b),
      );
    }),
  );

/** Whether the effects that a recipe put at a use of it were changed by hand there. */
export function effectsByHandAt(plan: Plan, recipe: Recipe, use: Use): boolean {
  const put = effectsAt(plan, use).filter((placement) => placement.recipe === recipe.id);
  return (
    put.some(({ off }) => off) ||
    written(plan, allKept(plan, put)) !== written(plan, recipe.effects ?? [])
  );
}

/** A kind of effect but for its id. */
type Unnamed<T> = T extends unknown ? Omit<T, 'id'> : never;

/** An effect of a recipe at a use; `repeat` counts from 0 how often it was put before. */
function placed(
  plan: Plan,
  wanted: RecipeEffect,
  use: Use,
  repeat: number,
): Unnamed<EffectPlacement> {
  const { by } = wanted;
  if (wanted.kind === 'riser' || wanted.kind === 'bed') {
    const { kind: _kind, by: _by, over, ...rest } = wanted;
    const lasts = spanFrames(over, plan).frames;
    if ('fade' in rest)
      return { ...rest, kind: 'bed', from: { ...use, by }, to: { ...use, by: by + lasts } };
    return { ...rest, kind: 'riser', from: { ...use, by: by - lasts }, at: { ...use, by } };
  }
  const { kind: _kind, by: _by, ...rest } = wanted;
  const varied = VARIATION[repeat % VARIATION.length]!;
  return {
    ...{ ...rest, kind: 'hit', at: { ...use, by } },
    ...(varied.num !== varied.den && { varied }),
  };
}

/**
 * Puts the effects of a recipe at what it is used at, in place of those that it or another recipe
 * put there. Repeats of a hit vary.
 */
export function soundAt(plan: Plan, recipe: string, uses: readonly Use[]): Plan {
  const { effects: wanted = [] } = plan.recipes.find(({ id }) => id === recipe)!;
  const gone = new Set(
    uses.flatMap((use) =>
      effectsAt(plan, use).flatMap((a) => (a.recipe === undefined ? [] : [a.id])),
    ),
  );
  const effects = gone.size > 0 ? plan.effects.filter(({ id }) => !gone.has(id)) : plan.effects;
  if (wanted.length === 0) return effects === plan.effects ? plan : { ...plan, effects };
  const next = freshIds('effect-', effects);
  const before = effects.filter((placement) => placement.recipe === recipe).length;
  const known = Math.floor(before / wanted.length);
  const put = uses.flatMap((use, i) =>
    wanted.map((effect): EffectPlacement => ({
      id: next(),
      ...placed(plan, effect, use, known + i),
      recipe,
    })),
  );
  return { ...plan, effects: [...effects, ...put] };
}

/** Makes a recipe keep the effects in use at a use of it, which are its own from then on. */
export function keepSound(plan: Plan, recipe: string, use: Use): Plan {
  const here = effectsAt(plan, use).filter(({ off }) => !off);
  const ids = new Set(here.map(({ id }) => id));
  const kept = allKept(plan, here);
  return {
    ...plan,
    recipes: plan.recipes.map((r) => {
      const { effects: _before, ...rest } = r;
      return r.id !== recipe ? r : kept.length > 0 ? { ...rest, effects: kept } : rest;
    }),
    effects: plan.effects.map((placement) =>
      ids.has(placement.id) ? { ...placement, recipe } : placement,
    ),
  };
}
