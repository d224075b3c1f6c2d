import { frameSpan } from '../film/index.ts';
import { usualSettings } from '../joins/index.ts';
import { usualPhrase } from '../phrases/index.ts';
import type { MoveKind, NewRecipe, PhraseKind, Plan } from '../plan/index.ts';

/** Recipes to begin with, from the usual figures; common practice, no source. */
export function starterRecipes(plan: Pick<Plan, 'rate'>): NewRecipe[] {
  const n = (count: number) => frameSpan(count, plan.rate, 'frames');
  const usual = (move: MoveKind) => usualSettings(move, plan);
  const phrase = (kind: PhraseKind) => usualPhrase(kind, plan);
  const beats = (num: number, den: number) => ({ unit: 'beats', n: { num, den } }) as const;
  const quarter = { unit: 'seconds', n: { num: 1, den: 4 } } as const;
  return [
    {
      for: 'cut',
      name: 'Zoom, gentle',
      settings: { ...usual('zoom-through'), before: n(3), after: n(3), peak: 1.3 },
    },
    { for: 'cut', name: 'Zoom, usual', settings: usual('zoom-through') },
    {
      for: 'cut',
      name: 'Zoom, strong',
      settings: { ...usual('zoom-through'), peak: 3, radial: 0.15, shutter: 270 },
    },
    { for: 'cut', name: 'Whip pan', settings: usual('whip-pan') },
    { for: 'cut', name: 'Slide', settings: usual('slide') },
    { for: 'cut', name: 'Hinge', settings: usual('hinge') },
    {
      for: 'cut',
      name: 'Dissolve, half a second',
      settings: { ...usual('plain'), before: quarter, after: quarter },
    },
    { for: 'phrase', name: 'Punch-in', settings: phrase('punch-in') },
    {
      for: 'phrase',
      name: 'Pulse, half a beat',
      settings: { ...phrase('pulse'), out: beats(1, 2) },
    },
    { for: 'phrase', name: 'Slow push', settings: phrase('push') },
    { for: 'phrase', name: 'Jolt', settings: phrase('shake') },
    { for: 'phrase', name: 'Flash', settings: phrase('flash') },
  ];
}
