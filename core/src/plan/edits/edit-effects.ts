import { filmOf } from '../../film/index.ts';
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
 * How fast an effect sounds that is put on an instant: as filed; a whoosh of the kit on a cut so
 * that it fills the window there.
 */
function rateOn(plan: Plan, effect: string, at: Anchor): HitPlacement['rate'] {
  const file = plan.effectFiles.find(({ id }) => id === effect);
  if (at.on !== 'cut' || at.by !== 0 || !file || !passes(file)) return AS_FILED;
  const cut = filmOf(plan).joins.find(({ into }) => into.shot.id === at.shot);
  return cut && windowSeconds(cut, plan) !== null ? 'window' : AS_FILED;
}

/** Puts an effect on instants: its peak on each, at the rate that is usual there; see `rateOn`. */
export const putHits = (plan: Plan, effect: string, anchors: readonly Anchor[]): Plan =>
  anchors.reduce(
    (put, at) =>
      added(put, {
        id: freshId('effect-', put.effects),
        kind: 'hit',
        effect,
        gain: 'advised',
        at,
        mark: 'peak',
        rate: rateOn(put, effect, at),
        pitch: 'follows',
      }),
    plan,
  );

/** Puts an effect on a cut. Throws when there is none. */
export const putHit = (plan: Plan, effect: string, cut: CutIndex): Plan =>
  putHits(plan, effect, [atCut(plan, cut)]);

/**
 * How many times longer than its time a sound is that is better trimmed than stretched: sped up by
 * more than a quarter it is heard as another sound, four semitones up; common practice, no source.
 */
const TRIMMED_FROM = 1.25;

/**
 * Puts a riser from one instant to another, on which it peaks: stretched to the time between them,
 * or with its beginning left out where it is much longer.
 */
export function putRiser(plan: Plan, effect: string, from: Anchor, at: Anchor): Plan {
  const stretched = added(plan, {
    id: freshId('effect-', plan.effects),
    kind: 'riser',
    effect,
    gain: 'advised',
    from,
    at,
    pitch: 'follows',
  });
  const made = stretched.effects.at(-1)!;
  const facts = filmOf(stretched).effects.find(({ placement }) => placement === made);
  return facts && facts.rate > TRIMMED_FROM
    ? changeEffect(stretched, made.id, { fit: 'trimmed' })
    : stretched;
}

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
 * Puts an effect on instants in turn, each a little other than the one before. Throws when there
 * are none.
 */
export function putRun(plan: Plan, effect: string, anchors: readonly Anchor[]): Plan {
  if (anchors.length === 0)
    throw new CaesuraError(
      'no-cut',
      'A run needs something to be put on.',
      'Choose cuts, phrases or cues.',
    );
  const runs = [...new Set(plan.effects.flatMap(({ run }) => run ?? []))];
  const run = freshId(
    'run-',
    runs.map((id) => ({ id })),
  );
  return anchors.reduce(
    (made, at, i) =>
      added(made, {
        id: freshId('effect-', made.effects),
        kind: 'hit',
        effect,
        gain: 'advised',
        at,
        mark: 'peak',
        rate: VARIATION[i % VARIATION.length]!,
        pitch: 'follows',
        run,
      }),
    plan,
  );
}

/** The cuts from one to another as instants to be tied to; none where there are no such cuts. */
export const cutAnchors = (plan: Plan, from: CutIndex, to: CutIndex): Anchor[] =>
  (plan.score?.shots ?? [])
    .slice(Math.max(1, from), to + 1)
    .map(({ id }) => ({ on: 'cut', shot: id, by: 0 }));

/** What may be changed of an effect. */
type Fields = Omit<HitPlacement, 'id' | 'kind' | 'to'> &
  Omit<RiserPlacement, 'id' | 'kind'> &
  Omit<BedPlacement, 'id' | 'kind'>;
export type PlacementChange = { readonly [F in keyof Fields]?: Fields[F] | undefined };

/** What each kind of effect has beside what all have. */
const FIELDS: Readonly<Record<EffectPlacement['kind'], ReadonlySet<string>>> = {
  hit: new Set(['at', 'to', 'fit', 'mark', 'rate', 'pitch', 'varied']),
  riser: new Set(['from', 'at', 'fit', 'pitch']),
  bed: new Set(['from', 'to', 'fade']),
};
const COMMON = new Set(['effect', 'gain', 'off', 'reversed', 'run', 'recipe']);

/** An effect with what of a change it can have; what is undefined is taken away. */
function withChange(placement: EffectPlacement, change: PlacementChange): EffectPlacement {
  const own = FIELDS[placement.kind];
  const fits = Object.entries(change).filter(([field]) => own.has(field) || COMMON.has(field));
  const all = Object.entries({ ...placement, ...Object.fromEntries(fits) });
  return Object.fromEntries(all.filter(([, value]) => value !== undefined)) as EffectPlacement;
}

/** Changes effects; where one is not of a kind that has what is changed, it stays as it is. */
export const changeEffects = (
  plan: Plan,
  ids: readonly string[],
  change: PlacementChange,
): Plan => ({
  ...plan,
  effects: plan.effects.map((placement) =>
    ids.includes(placement.id) ? withChange(placement, change) : placement,
  ),
});

/** Changes an effect. */
export const changeEffect = (plan: Plan, id: string, change: PlacementChange): Plan =>
  changeEffects(plan, [id], change);

/** Turns effects up by so many decibels; levels that were advised become such as are set. */
export function turnEffects(plan: Plan, ids: readonly string[], by: number): Plan {
  const gains = new Map(filmOf(plan).effects.map(({ placement, gain }) => [placement.id, gain]));
  const turned = (gain: number) => Math.min(24, Math.max(-90, Math.round(10 * (gain + by)) / 10));
  return ids.reduce((made, id) => {
    const gain = gains.get(id);
    return gain === undefined ? made : changeEffect(made, id, { gain: turned(gain) });
  }, plan);
}

/** Takes effects out. */
export const removeEffects = (plan: Plan, ids: readonly string[]): Plan => ({
  ...plan,
  effects: plan.effects.filter(({ id }) => !ids.includes(id)),
});

/** The speed of an effect in per cent as a fraction, to a hundredth. */
export const effectRate = (percent: number) => rational(Math.round(percent * 100), 10_000);
