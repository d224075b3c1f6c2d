import { anchorOn, filmOf } from '../film/index.ts';
import {
  freshId,
  type Anchor,
  type EffectPlacement,
  type PlaceAnchor,
  type Plan,
} from '../plan/index.ts';
import { CaesuraError, frames, sourceFrames, type Frames } from '../time/index.ts';
import type { EffectFacts } from '../sound/index.ts';
import { holding, type Copied } from './copied.ts';
import { checkPlaces, copiedFor, idsIn } from './pasted.ts';

/** Frames on either side of the cut that stands for the place from which effects are copied. */
const BESIDE = 100;

const NOTHING = { clip: null, sourceIn: sourceFrames(0) };

/** A place of the film to which effects go: a cut, or a frame. */
export interface EffectPlace {
  readonly frame: Frames;
  /** The cut there; null where there is none. */
  readonly cut: number | null;
}

/** An effect with other anchors, and nothing of what put it there. */
function anchoredAnew(
  { placement, at, other }: EffectFacts,
  anchor: (frame: number) => Anchor,
): EffectPlacement {
  const { run: _run, recipe: _recipe, ...rest } = placement;
  const [one, two] = [anchor(at.frame), other && anchor(other.frame)];
  switch (rest.kind) {
    case 'hit':
      return { ...rest, at: one, ...(rest.to && two && { to: two }) };
    case 'riser':
      return { ...rest, at: one, from: two ?? one };
    case 'bed':
      return { ...rest, from: one, to: two ?? one };
  }
}

/**
 * Copies effects with how far they lie from a frame of the film. Throws when none of them has a
 * place in it.
 */
export function copyEffects(plan: Plan, ids: readonly string[], from: Frames): Copied {
  const wanted = new Set(ids);
  const facts = filmOf(plan).effects.filter(({ placement }) => wanted.has(placement.id));
  if (facts.length === 0)
    throw new CaesuraError(
      'nothing-chosen',
      'Nothing that sounds is chosen.',
      'Choose a place with effects.',
    );
  // Everything is told from the cut between two shots, which stands for the frame.
  const held = holding(plan, [
    { ...NOTHING, length: BESIDE },
    { ...NOTHING, length: BESIDE },
  ]);
  const cut = held.score!.shots[1]!.id;
  const effects = facts.map((one) =>
    anchoredAnew(one, (frame) => ({ on: 'cut', shot: cut, by: frame - from })),
  );
  const used = new Set(effects.map(({ effect }) => effect));
  const effectFiles = plan.effectFiles.filter(({ id }) => used.has(id));
  return { kind: 'effects', plan: { ...held, effects, effectFiles } };
}

/** Puts copied effects on places, as far from each as they lay from their own. */
export function pasteEffects(plan: Plan, copied: Copied, places: readonly EffectPlace[]): Plan {
  checkPlaces('Effects were', 'cut', places);
  const copy = copiedFor(plan, copied, 'effects');
  const files = idsIn(
    copy.effectFiles,
    ({ media }) => plan.effectFiles.find((file) => file.media === media),
    'Add them to its kit on Sound, then paste again.',
  );
  const from = filmOf(copy).shots[1]?.start ?? 0;
  return places.reduce((made, { frame, cut }) => {
    const shot = cut === null ? undefined : made.score?.shots[cut];
    const tied = (by: number): PlaceAnchor =>
      shot
        ? { on: 'cut', shot: shot.id, by }
        : anchorOn(made, frames(Math.max(0, frame + by)), 'cut');
    return filmOf(copy).effects.reduce((put, facts) => {
      const placed = anchoredAnew(facts, (at) => tied(at - from));
      return {
        ...put,
        effects: [
          ...put.effects,
          {
            ...placed,
            id: freshId('effect-', put.effects),
            effect: files.get(placed.effect)!,
          },
        ],
      };
    }, made);
  }, plan);
}
