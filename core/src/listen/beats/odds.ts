import odds from './odds.json' with { type: 'json' };

/** How much each fact counts. */
type Counts<Facts> = Readonly<Record<keyof Facts, number>>;

/** How much the facts of readings, of bars and of single beats count, as fitted on music. */
export const ODDS = odds;

/** The sum of facts, each by how much it counts. */
export const weighed = <Facts extends object>(facts: Facts, counts: Counts<Facts>): number =>
  (Object.keys(facts) as (keyof Facts)[]).reduce(
    (sum, name) => sum + counts[name] * (facts[name] as number),
    0,
  );

/** How likely something is by facts that count so much: the logistic function of their sum. */
export const chanceOf = <Facts extends object>(facts: Facts, counts: Counts<Facts>): number =>
  1 / (1 + Math.exp(-weighed(facts, counts)));

/**
 * How likely each of several choices is, by sums of their facts, one of which must be true: the
 * conditional logit (McFadden 1974, “Conditional logit analysis of qualitative choice behavior”).
 */
export function likelihoods(sums: readonly number[]): number[] {
  const most = Math.max(...sums);
  const each = sums.map((x) => Math.exp(x - most));
  const total = each.reduce((a, x) => a + x, 0);
  return each.map((x) => x / total);
}

/** How near to 0 and 1 a probability is believed. */
const LEAST = 0.001;

/** The natural logarithm of the odds of a probability, kept within what is believed. */
export function logOdds(probability: number, least = LEAST): number {
  const p = Math.min(1 - least, Math.max(least, probability));
  return Math.log(p / (1 - p));
}
