import { CaesuraError, frames, rational, type Frames } from '../../time/index.ts';
import { shotFacts } from '../../film/index.ts';
import {
  freshId,
  type Accent,
  type Anchor,
  type BedAccent,
  type Effect,
  type HitAccent,
  type Plan,
  type RiserAccent,
} from '../index.ts';

/** Adds a file to the effects of a plan; one that is there already, by content, is measured anew. */
export function addEffect(plan: Plan, effect: Omit<Effect, 'id'>): Plan {
  const known = plan.effects.find(({ media }) => media === effect.media);
  if (known)
    return {
      ...plan,
      effects: plan.effects.map((e) => (e === known ? { ...effect, id: e.id, name: e.name } : e)),
    };
  return {
    ...plan,
    effects: [...plan.effects, { ...effect, id: freshId('effect-', plan.effects) }],
  };
}

/** Renames an effect. */
export const renameEffect = (plan: Plan, id: string, name: string): Plan => ({
  ...plan,
  effects: plan.effects.map((effect) =>
    effect.id === id ? { ...effect, name: name.trim() } : effect,
  ),
});

/** Takes an effect out of a plan, and every accent that uses it, those of recipes as well. */
export const removeEffect = (plan: Plan, id: string): Plan => ({
  ...plan,
  recipes: plan.recipes.map((recipe) =>
    recipe.accents
      ? { ...recipe, accents: recipe.accents.filter(({ effect }) => effect !== id) }
      : recipe,
  ),
  effects: plan.effects.filter((effect) => effect.id !== id),
  accents: plan.accents.filter(({ effect }) => effect !== id),
});

function added(plan: Plan, accent: Accent): Plan {
  if (!plan.effects.some(({ id }) => id === accent.effect))
    throw new CaesuraError(
      'no-effect',
      'That effect is not in the plan.',
      'Add its file in Sound.',
    );
  return { ...plan, accents: [...plan.accents, accent] };
}

/** The instant at which a cut falls. Throws when there is no such cut. */
function atCut(plan: Plan, cut: number): Anchor {
  const shot = plan.score?.shots[cut];
  if (!shot || cut < 1)
    throw new CaesuraError('no-cut', `There is no cut ${cut}.`, 'Choose a cut of the film.');
  return { on: 'cut', shot: shot.id, by: 0 };
}

const AS_FILED = { num: 1, den: 1 };

/** Puts an effect on a cut: its peak on the cut, as fast as its file, or fitted to the window where there is one. */
export function putHit(plan: Plan, effect: string, cut: number): Plan {
  const shot = plan.score?.shots[cut];
  return added(plan, {
    id: freshId('effect-', plan.accents),
    kind: 'hit',
    effect,
    gain: 'advised',
    at: atCut(plan, cut),
    mark: 'peak',
    rate: shot?.join && !shot.join.off ? 'window' : AS_FILED,
    pitch: 'follows',
  });
}

/** Puts a riser from one instant to another, on which it peaks. */
export const putRiser = (plan: Plan, effect: string, from: Anchor, at: Anchor): Plan =>
  added(plan, {
    id: freshId('effect-', plan.accents),
    kind: 'riser',
    effect,
    gain: 'advised',
    from,
    at,
    pitch: 'follows',
  });

/** Puts a bed under the film from one instant to another. `fade` in frames. */
export const putBed = (plan: Plan, effect: string, from: Anchor, to: Anchor, fade: Frames): Plan =>
  added(plan, {
    id: freshId('effect-', plan.accents),
    kind: 'bed',
    effect,
    gain: 'advised',
    from,
    to,
    fade,
  });

/**
 * Rates of the repeats of a run in turn, so that no two neighbours sound alike. A repeat at 0.8 of the speed sounds different
 * enough: common practice, no published source.
 */
export const VARIATION: readonly { readonly num: number; readonly den: number }[] = [
  { num: 1, den: 1 },
  { num: 4, den: 5 },
  { num: 11, den: 10 },
  { num: 9, den: 10 },
];

/** Puts an effect on every cut from one to another, each a little other than the one before. Throws when there is none. */
export function putRun(plan: Plan, effect: string, from: number, to: number): Plan {
  const runs = [...new Set(plan.accents.flatMap(({ run }) => run ?? []))];
  const run = freshId(
    'run-',
    runs.map((id) => ({ id })),
  );
  let made = plan;
  for (let cut = from; cut <= to; cut++) {
    const rate = VARIATION[(cut - from) % VARIATION.length]!;
    made = added(made, {
      id: freshId('effect-', made.accents),
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

/** What may be changed of an accent. */
export type AccentChange = Partial<
  Omit<HitAccent, 'id' | 'kind'> & Omit<RiserAccent, 'id' | 'kind'> & Omit<BedAccent, 'id' | 'kind'>
>;

/** Changes an accent. */
export const changeAccent = (plan: Plan, id: string, change: AccentChange): Plan => ({
  ...plan,
  accents: plan.accents.map((accent) =>
    accent.id === id ? ({ ...accent, ...change } as Accent) : accent,
  ),
});

/** Takes accents out. */
export const removeAccents = (plan: Plan, ids: readonly string[]): Plan => ({
  ...plan,
  accents: plan.accents.filter(({ id }) => !ids.includes(id)),
});

/** Ties an instant of the film to the cut nearest to it, so that it moves with it. Frames. */
export function anchorNear(plan: Plan, frame: Frames): Anchor {
  const shots = shotFacts(plan);
  const nearest = shots.reduce<(typeof shots)[number] | null>(
    (best, facts) =>
      best === null || Math.abs(facts.start - frame) < Math.abs(best.start - frame) ? facts : best,
    null,
  );
  return nearest
    ? { on: 'cut', shot: nearest.shot.id, by: frame - nearest.start }
    : { on: 'frame', frame: frames(frame) };
}

/** The speed of an effect in per cent as a fraction, to a hundredth. */
export const effectRate = (percent: number) => rational(Math.round(percent * 100), 10_000);
