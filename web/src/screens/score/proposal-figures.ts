import { TERMS, type Score, type Term } from '@caesura/core/plan';

const COSTS: Readonly<Record<Term, string>> = {
  pace: 'off the pace',
  cue: 'on weaker cues',
  moment: 'moments that do not land',
  movement: 'stillness',
  likeness: 'neighbours that do not go together',
  flow: 'movement that turns at a cut',
  speed: 'other speeds',
  repeat: 'clips again soon',
  variety: 'neighbours of one length',
};
/** Least part of all that a term is worth naming for. */
const NAMED = 0.1;

/** What a layout was marked down for, the most first. */
export function pricesOf(costs: Readonly<Record<Term, number>>): string {
  const all = TERMS.reduce((sum, term) => sum + costs[term], 0);
  const named = TERMS.filter((term) => costs[term] > NAMED * all).toSorted(
    (a, b) => costs[b] - costs[a],
  );
  return named.map((term) => `${COSTS[term]} ${costs[term].toFixed(1)}`).join(', ') || 'nothing';
}

/** Part of the film at which two scores cut on the same frames and show the same clips. */
export function sameAs(one: Score, other: Score): number {
  const at = new Map(
    other.shots.map((s, i) => [`${s.start} ${s.clip}`, other.shots[i + 1]?.start ?? other.length]),
  );
  const same = one.shots.reduce((sum, s, i) => {
    const end = one.shots[i + 1]?.start ?? one.length;
    return at.get(`${s.start} ${s.clip}`) === end ? sum + end - s.start : sum;
  }, 0);
  return same / one.length;
}
