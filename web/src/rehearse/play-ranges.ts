import type { PlayRange } from './play-range.ts';
import { sectionAround, rangeAround, wholeFilm } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { frameCovering, rational } from '@caesura/core/time';

/** What can be played. */
export const PLAYS = {
  around: 'Around the cut',
  section: 'The section',
  here: 'From here',
  all: 'All',
} as const;
export type Plays = keyof typeof PLAYS;

/** Seconds before and after a cut that are played with it. */
export const AROUND = { before: rational(3, 2), after: rational(3, 2) } as const;

/**
 * The frames that are played, from which on, for a choice at a position. `cut` is the frame of the
 * cut, if one is chosen.
 */
export function playRangeOf(
  plays: Plays,
  plan: Plan,
  { frame, cut }: { readonly frame: number; readonly cut: number | null },
  loop: boolean,
): PlayRange {
  const { rate } = plan;
  switch (plays) {
    case 'around': {
      const [before, after] = [AROUND.before, AROUND.after].map((s) => frameCovering(s, rate));
      const range = rangeAround(plan, cut ?? frame, before!, after!);
      return { ...range, at: range.from, loop };
    }
    case 'section': {
      const range = sectionAround(plan, frame);
      return { ...range, at: range.from, loop };
    }
    case 'here': {
      const { to } = wholeFilm(plan);
      const from = Math.min(frame, to - 1);
      return { from, to, at: from, loop };
    }
    case 'all': {
      const whole = wholeFilm(plan);
      // From its last frame on there is nothing left: it begins anew.
      return { ...whole, at: frame < whole.to - 1 ? frame : 0, loop };
    }
  }
}
