import type { Film } from '../film/index.ts';
import { removeEffects } from '../plan/edits/edit-effects.ts';
import type { EffectFacts } from '../sound/index.ts';
import { frames, instantOfFrame, toNumber, type GivenFrames } from '../time/index.ts';
import type { Found, Try } from './fault.ts';

/** A number with a decimal and the sign of print: −1.5. */
export const decimal = (x: number): string =>
  (Math.round(x * 10) / 10).toFixed(1).replace('-', '−');

/** What counts as sticking out: less is hidden by the sound's own tail. Seconds. */
export const SLACK = 0.05;

/** Finds what is wrong with effects in use, one by one. */
export const perEffect =
  <Figures extends object>(
    find: (facts: EffectFacts, film: Film) => Omit<Found<Figures>, 'shot' | 'target'>[],
  ) =>
  (film: Film): Found<Figures>[] =>
    film.effects.flatMap((facts) =>
      facts.placement.off
        ? []
        : find(facts, film).map((found) => ({
            ...found,
            shot: null,
            target: facts.placement.id,
            frame: frames(Math.max(0, found.frame ?? 0)),
          })),
    );

/** Where an effect stands, as a fault of it does. */
export const placeOf = ({ at }: EffectFacts) => ({ cut: at.cut, frame: at.frame });

/** The effect that a fault is of. */
export const effectOf = ({ effects }: Film, id: string | undefined): EffectFacts | undefined =>
  effects.find(({ placement }) => placement.id === id);

/** Seconds of the film before a frame. */
export const secondsAt = ({ plan }: Film, frame: GivenFrames): number =>
  toNumber(instantOfFrame(frame, plan.rate));

/** An effect taken out. */
export const takenOut = ({ plan }: Film, id: string): Try => ({
  label: 'Take it out',
  make: () => removeEffects(plan, [id]),
});

/**
 * The shots between which an effect at a cut lies, in seconds of the film; null where it is at no
 * cut.
 */
export function shotsAround(
  film: Film,
  { at: { cut } }: EffectFacts,
): { readonly from: number; readonly to: number } | null {
  if (cut === null || cut < 1) return null;
  const [before, after] = [film.shots[cut - 1]!, film.shots[cut]!];
  return { from: secondsAt(film, before.start), to: secondsAt(film, after.end) };
}

/** Frames of the window of a cut; 0 where it is at none. */
export function windowAt({ joins }: Film, cut: number | null): number {
  const join = cut === null ? undefined : joins[cut - 1];
  return join ? join.before + join.after : 0;
}
