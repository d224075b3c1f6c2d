import {
  withoutBlending,
  withoutJoins,
  withoutPhrases,
  withoutRamps,
  withoutSteadying,
} from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import type { Heard } from '@caesura/core/sound';

export const SPEEDS = { '1': 'As it is', '0.5': 'Half', '0.25': 'Quarter' } as const;
export type Speed = keyof typeof SPEEDS;
/** The speeds in the order of their number keys. */
export const SPEED_KEYS = ['1', '0.5', '0.25'] as const;

/** What can be heard and seen or not, by its words. */
export const HEARD = {
  music: 'Music',
  voice: 'Voice and sounds',
  placement: 'Effects',
  own: 'Own sound of clips',
  click: 'Click on cuts',
} as const;
export const SEEN = {
  joins: 'Joins',
  phrases: 'Phrases',
  ramps: 'Ramps',
  blending: 'Pictures between frames',
  steadying: 'Steadying',
  figures: 'Figures in the picture',
} as const;

/** How a film is played. */
export type Switches = Readonly<Record<keyof typeof HEARD | keyof typeof SEEN, boolean>>;

export const ALL_ON: Switches = {
  music: true,
  voice: true,
  placement: true,
  own: true,
  click: false,
  joins: true,
  phrases: true,
  ramps: true,
  blending: true,
  steadying: true,
  figures: true,
};

/** What of the sound is heard with some switches. */
export const soundsWith = ({
  music,
  voice,
  placement,
  own,
  click,
}: Pick<Switches, keyof typeof HEARD>): Heard[] => [
  ...(music ? (['music'] as const) : []),
  ...(voice ? (['voice', 'effect'] as const) : []),
  ...(placement ? (['placement'] as const) : []),
  ...(own ? (['own'] as const) : []),
  ...(click ? (['click'] as const) : []),
];

/** The version of a plan that is seen with some switches. */
export function seenWith(
  plan: Plan,
  {
    joins,
    phrases,
    ramps,
    blending,
    steadying,
  }: Pick<Switches, 'joins' | 'phrases' | 'ramps' | 'blending' | 'steadying'>,
): Plan {
  const joined = joins ? plan : withoutJoins(plan);
  const moved = phrases ? joined : withoutPhrases(joined);
  const sped = ramps ? moved : withoutRamps(moved);
  const made = blending ? sped : withoutBlending(sped);
  return steadying ? made : withoutSteadying(made);
}
