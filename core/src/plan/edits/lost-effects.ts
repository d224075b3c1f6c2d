import { filmOf, placeOfAnchor } from '../../film/index.ts';
import { frames, plural } from '../../time/index.ts';
import type { Anchor, EffectPlacement, Plan } from '../index.ts';
import { changeEffect, changeEffects, type PlacementChange } from './edit-effects.ts';

/** The instants that an effect is tied to, by their names. */
export const anchorsOf = (placement: EffectPlacement): Readonly<Partial<Record<Tie, Anchor>>> => {
  switch (placement.kind) {
    case 'hit':
      return { at: placement.at, ...(placement.to && { to: placement.to }) };
    case 'riser':
      return { from: placement.from, at: placement.at };
    case 'bed':
      return { from: placement.from, to: placement.to };
  }
};
type Tie = 'at' | 'from' | 'to';

/** The ties of an effect that a test holds for, each changed. */
function tiesChanged(
  placement: EffectPlacement,
  change: (anchor: Anchor) => Anchor | null,
): PlacementChange {
  return Object.fromEntries(
    Object.entries(anchorsOf(placement)).flatMap(([tie, anchor]) => {
      const to = change(anchor);
      return to ? [[tie, to]] : [];
    }),
  );
}

/** The effects that an edit left without what they were tied to. */
function leftBy(before: Plan, edited: Plan): EffectPlacement[] {
  if (before.effects.length === 0 || edited.effects.length === 0) return [];
  const there = new Set(filmOf(edited).effects.map(({ placement }) => placement.id));
  const known = new Set(filmOf(before).effects.map(({ placement }) => placement.id));
  return edited.effects.filter(({ id }) => known.has(id) && !there.has(id));
}

/**
 * A plan after an edit, in which effects that the edit left without what they were tied to stay on
 * their frames, loose.
 */
export const keptInPlace = (before: Plan, after: Plan): Plan =>
  leftBy(before, after).reduce((made, placement) => {
    const ties = tiesChanged(placement, (anchor) => {
      if (placeOfAnchor(after, anchor)) return null;
      const was = placeOfAnchor(before, anchor)?.frame ?? 0;
      return { on: 'frame', frame: frames(Math.max(0, was)), loose: true };
    });
    return changeEffect(made, placement.id, ties);
  }, after);

/** How many effects an edit left loose, in a sentence; empty where it left none. */
export function looseWords(before: Plan, after: Plan): string {
  const was = new Set(looseEffects(before).map(({ id }) => id));
  const count = looseEffects(after).filter(({ id }) => !was.has(id)).length;
  if (count === 0) return '';
  const what = count === 1 ? 'is not tied to its cut or sound' : 'are not tied to cuts or sounds';
  return `${plural(count, 'effect')} ${what} any more, and ${count === 1 ? 'stays on its frame' : 'stay on their frames'}.`;
}

const isLoose = (anchor: Anchor): boolean => anchor.on === 'frame' && anchor.loose === true;

/** Effects in use of which what they were tied to is gone. */
export const looseEffects = ({ effects }: Plan): EffectPlacement[] =>
  effects.filter(
    (placement) => !placement.off && Object.values(anchorsOf(placement)).some(isLoose),
  );

/** The cut nearest to a frame, and by how many frames it is later; null where there is none. */
export function nearestCut(
  plan: Plan,
  frame: number,
): { readonly cut: number; readonly later: number; readonly anchor: Anchor } | null {
  const byDistance = filmOf(plan).joins.toSorted(
    (a, b) => Math.abs(a.frame - frame) - Math.abs(b.frame - frame),
  );
  const [nearest] = byDistance;
  return nearest
    ? {
        ...{ cut: nearest.cut, later: nearest.frame - frame },
        anchor: { on: 'cut', shot: nearest.into.shot.id, by: 0 },
      }
    : null;
}

/** Ties what is loose of effects to the cuts nearest to it, or to the frame on which it is. */
export const tieLoose = (plan: Plan, ids: readonly string[], to: 'cuts' | 'frames'): Plan =>
  plan.effects.reduce((made, placement) => {
    if (!ids.includes(placement.id)) return made;
    const ties = tiesChanged(placement, (anchor) => {
      if (anchor.on !== 'frame' || !anchor.loose) return null;
      const nearest = to === 'cuts' ? nearestCut(plan, anchor.frame) : null;
      return nearest?.anchor ?? { on: 'frame', frame: anchor.frame };
    });
    return changeEffects(made, [placement.id], ties);
  }, plan);
