import { filmOf, tempoOf } from '../film/index.ts';
import type { Plan } from '../plan/index.ts';
import { formatTimecode, toNumber, toText } from '../time/index.ts';
import type { RuleValues } from './calculator.ts';

/** What an open plan says of the values of the calculators: its rate, tempo, size and a shot. */
export function planValues(plan: Plan, shot: number | null): RuleValues {
  const { rate, dropFrame, size, score, target } = plan;
  const tempo = tempoOf(plan);
  const facts = shot === null ? undefined : filmOf(plan).shots[shot];
  const length = facts?.length ?? score?.length ?? target;
  return {
    rate: toText(rate),
    drop: dropFrame ? 'yes' : 'no',
    film: `${size.width}x${size.height}`,
    length: formatTimecode(length, rate, dropFrame),
    ...(facts && { shot: String(length) }),
    ...(tempo && { tempo: 1e6 % tempo.den === 0 ? String(toNumber(tempo)) : toText(tempo) }),
    ...(facts?.clip && {
      source: toText(facts.clip.rate),
      picture: `${facts.clip.size.width}x${facts.clip.size.height}`,
    }),
  };
}
