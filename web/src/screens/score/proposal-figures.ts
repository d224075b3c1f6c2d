import type { Score } from '@caesura/core/plan';

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
