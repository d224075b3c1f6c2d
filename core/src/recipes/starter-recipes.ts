import { frameSpan, usualSettings } from '../joins/index.ts';
import type { Plan, Recipe } from '../plan/index.ts';

/** Recipes to begin with, from the usual figures; common practice, no source. */
export function starterRecipes(plan: Pick<Plan, 'rate'>): Omit<Recipe, 'id'>[] {
  const n = (count: number) => frameSpan(count, plan.rate, 'frames');
  const usual = (move: Parameters<typeof usualSettings>[0]) => usualSettings(move, plan);
  return [
    {
      name: 'Zoom, gentle',
      settings: { ...usual('zoom-through'), before: n(3), after: n(3), peak: 1.3 },
    },
    { name: 'Zoom, usual', settings: usual('zoom-through') },
    { name: 'Zoom, strong', settings: { ...usual('zoom-through'), peak: 3, shutter: 270 } },
    {
      name: 'Zoom, long and smooth',
      settings: {
        ...usual('zoom-through'),
        before: n(10),
        after: n(10),
        easeOut: 'ease-in-out',
        easeIn: 'ease-in-out',
      },
    },
    {
      name: 'Zoom, outgoing only',
      settings: { ...usual('zoom-through'), after: n(0), sides: 'out' },
    },
    { name: 'Pull back', settings: usual('pull-back') },
    { name: 'Whip pan', settings: usual('whip-pan') },
    { name: 'Slide', settings: usual('slide') },
    { name: 'Drop', settings: usual('drop') },
    { name: 'Hinge', settings: usual('hinge') },
    { name: 'Smear', settings: usual('smear') },
    {
      name: 'Dissolve, half a second',
      settings: {
        ...usual('plain'),
        before: { unit: 'seconds', n: { num: 1, den: 4 } },
        after: { unit: 'seconds', n: { num: 1, den: 4 } },
      },
    },
  ];
}
