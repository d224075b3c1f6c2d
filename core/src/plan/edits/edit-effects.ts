import { joinAt } from '../../film/index.ts';
import { windowSeconds, passes } from '../../sound/index.ts';
import { CaesuraError, rational, type Frames, type CutIndex } from '../../time/index.ts';
import {
  freshId,
  type EffectPlacement,
  type Anchor,
  type BedPlacement,
  type EffectFile,
  type HitPlacement,
  type Plan,
  type RiserPlacement,
} from '../index.ts';

/**
 * Adds a file to the effects of a plan; one that is there already, by content, is measured anew.
 */
export function addEffectFile(plan: Plan, effect: Omit<EffectFile, 'id'>): Plan {
  const known = plan.effectFiles.find(({ media }) => media === effect.media);
  if (known)
    return {
      ...plan,
      effectFiles: plan.effectFiles.map((e) =>
        e === known ? { ...effect, id: e.id, name: e.name } : e,
      ),
    };
  return {
    ...plan,
    effectFiles: [...plan.effectFiles, { ...effect, id: freshId('effect-', plan.effectFiles) }],
  };
}

/** Renames an effect. */
export const renameEffectFile = (plan: Plan, id: string, name: string): Plan => ({
  ...plan,
  effectFiles: plan.effectFiles.map((effect) =>
    effect.id === id ? { ...effect, name: name.trim() } : effect,
  ),
});

/** Takes an effect out of a plan, and every effect that uses it, those of recipes as well. */
export const removeEffectFile = (plan: Plan, id: string): Plan => ({
  ...plan,
  recipes: plan.recipes.map((recipe) =>
    recipe.effects
      ? { ...recipe, effects: recipe.effects.filter(({ effect }) => effect !== id) }
      : recipe,
  ),
  effectFiles: plan.effectFiles.filter((effect) => effect.id !== id),
  effects: plan.effects.filter(({ effect }) => effect !== id),
});

function added(plan: Plan, placement: EffectPlacement): Plan {
  if (!plan.effectFiles.some(({ id }) => id === placement.effect))
    throw new CaesuraError('no-effect', 'That effect is not in the plan.', 'Add its file first.');
  return { ...plan, effects: [...plan.effects, placement] };
}

/** The instant at which a cut falls. Throws when there is no such cut. */
function atCut(plan: Plan, cut: number): Anchor {
  const shot = plan.score?.shots[cut];
  if (!shot || cut < 1)
    throw new CaesuraError('no-cut', `There is no cut ${cut}.`, 'Choose a cut of the film.');
  return { on: 'cut', shot: shot.id, by: 0 };
}

const AS_FILED = { num: 1, den: 1 };

/**
 * How fast an effect sounds that is put on a cut: as filed; a whoosh of the kit so that it fills
 * the window there.
 */
function rateAtCut(plan: Plan, effect: string, cut: number): HitPlacement['rate'] {
  const file = plan.effectFiles.find(({ id }) => id === effect);
  return file && passes(file) && windowSeconds(joinAt(plan, cut), plan) !== null
    ? 'window'
    : AS_FILED;
}

/**
 * Puts an effect on a cut: its peak on the cut, at the rate that is usual there; see `rateAtCut`.
 */
export function putHit(plan: Plan, effect: string, cut: CutIndex): Plan {
  const at = atCut(plan, cut);
  return added(plan, {
    id: freshId('effect-', plan.effects),
    kind: 'hit',
    effect,
    gain: 'advised',
    at,
    mark: 'peak',
    rate: rateAtCut(plan, effect, cut),
    pitch: 'follows',
  });
}

/** The same for several cuts. */
export const putHitsOnCuts = (plan: Plan, effect: string, cuts: readonly CutIndex[]): Plan =>
  cuts.reduce((put, cut) => putHit(put, effect, cut), plan);

/** Puts an effect on what phrases land on: its peak there, as filed. */
export const putHitsOnPhrases = (plan: Plan, effect: string, phrases: readonly string[]): Plan =>
  phrases.reduce(
    (put, phrase) =>
      added(put, {
        id: freshId('effect-', put.effects),
        kind: 'hit',
        effect,
        gain: 'advised',
        at: { on: 'phrase', phrase, by: 0 },
        mark: 'peak',
        rate: AS_FILED,
        pitch: 'follows',
      }),
    plan,
  );

/** Puts a riser from one instant to another, on which it peaks. */
export const putRiser = (plan: Plan, effect: string, from: Anchor, at: Anchor): Plan =>
  added(plan, {
    id: freshId('effect-', plan.effects),
    kind: 'riser',
    effect,
    gain: 'advised',
    from,
    at,
    pitch: 'follows',
  });

/** Puts a bed under the film from one instant to another. `fade` in frames. */
export const putBed = (
  plan: Plan,
  effect: string,
  { from, to }: { readonly from: Anchor; readonly to: Anchor },
  fade: Frames,
): Plan =>
  added(plan, {
    id: freshId('effect-', plan.effects),
    kind: 'bed',
    effect,
    gain: 'advised',
    from,
    to,
    fade,
  });

/**
 * Rates of the repeats of a run in turn, so that no two neighbours sound alike. A repeat at 0.8 of
 * the speed sounds different enough: common practice, no published source.
 */
export const VARIATION: readonly { readonly num: number; readonly den: number }[] = [
  { num: 1, den: 1 },
  { num: 4, den: 5 },
  { num: 11, den: 10 },
  { num: 9, den: 10 },
];

/**
 * Puts an effect on every cut from one to another, each a little other than the one before. Throws
 * when there is none.
 */
export function putRun(plan: Plan, effect: string, from: CutIndex, to: CutIndex): Plan {
  const runs = [...new Set(plan.effects.flatMap(({ run }) => run ?? []))];
  const run = freshId(
    'run-',
    runs.map((id) => ({ id })),
  );
  let made = plan;
  for (let cut = from; cut <= to; cut++) {
    const rate = VARIATION[(cut - from) % VARIATION.length]!;
    made = added(made, {
      id: freshId('effect-', made.effects),
      kind: 'hit',
      effect,
      gain: 'advised',
      at: atCut(made, cut),
      mark: 'peak',
      rate,
      pitch: 'follows',
      run,
    });
  }
  if (made === plan)
    throw new CaesuraError('no-cut', 'A run needs a cut.', 'Choose its first and its last cut.');
  return made;
}

/** What may be changed of an effect. */
export type PlacementChange = Partial<
  Omit<HitPlacement, 'id' | 'kind'> &
    Omit<RiserPlacement, 'id' | 'kind'> &
    Omit<BedPlacement, 'id' | 'kind'>
>;

/** Changes an effect. */
export const changeEffect = (plan: Plan, id: string, change: PlacementChange): Plan => ({
  ...plan,
  effects: plan.effects.map((placement) =>
    placement.id === id ? ({ ...placement, ...change } as EffectPlacement) : placement,
  ),
});

/** Takes effects out. */
export const removeEffects = (plan: Plan, ids: readonly string[]): Plan => ({
  ...plan,
  effects: plan.effects.filter(({ id }) => !ids.includes(id)),
});

/** The speed of an effect in per cent as a fraction, to a hundredth. */
export const effectRate = (percent: number) => rational(Math.round(percent * 100), 10_000);
