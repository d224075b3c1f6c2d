import { samples, type Samples } from '../../time/index.ts';
import type { Onset } from '../cues/onsets.ts';

/** Steps in a second on which beats are tried. */
const STEPS = 100;
/** How far a beat may lie from the even division, as a part of the interval. */
const PLAY = 0.4;
/** How near an onset must be to count, in steps. */
const REACH = 2;
/** How unwilling the interval is to change, against the strength of attacks. */
const STEADINESS = 12;

/**
 * Beats between two that stay, `count` intervals apart: the path by dynamic programming that falls
 * on strong onsets and keeps its interval even (Ellis 2007, “Beat tracking by dynamic
 * programming”), onsets in place of the sound. Includes both ends. Beats on an onset take its
 * instant.
 */
export function retracked(
  { from, to, count }: { readonly from: Samples; readonly to: Samples; readonly count: number },
  onsets: readonly Onset[],
  sampleRate: number,
): Samples[] {
  const interval = ((to - from) / sampleRate / count) * STEPS;
  const inside = onsets.filter((o) => o.at >= from && o.at <= to);
  const stepOf = (at: number) => Math.round(((at - from) / sampleRate) * STEPS);
  const length = stepOf(to) + 1;
  const attack = new Float32Array(length);
  for (const onset of inside)
    for (let k = -REACH; k <= REACH; k++) {
      const step = stepOf(onset.at) + k;
      if (step >= 0 && step < length)
        attack[step] = Math.max(
          attack[step]!,
          onset.strength * onset.confidence * (1 - Math.abs(k) / (REACH + 1)),
        );
    }
  const play = Math.floor(PLAY * interval);
  // Place p of beat i is `play` steps before to after its even place.
  const even = (i: number) => Math.round(i * interval);
  let scores = new Float64Array(2 * play + 1).fill(-Infinity);
  scores[play] = 0;
  const cameFrom: Int32Array[] = [];
  for (let i = 1; i <= count; i++) {
    const next = new Float64Array(2 * play + 1).fill(-Infinity);
    const best = new Int32Array(2 * play + 1);
    for (let p = i === count ? play : 0; p <= (i === count ? play : 2 * play); p++) {
      const at = even(i) + p - play;
      for (let q = 0; q <= 2 * play; q++) {
        const gap = at - (even(i - 1) + q - play);
        if (gap < 1) continue;
        const score = scores[q]! - STEADINESS * Math.log(gap / interval) ** 2;
        if (score > next[p]!) [next[p], best[p]] = [score, q];
      }
      next[p]! += attack[at] ?? 0;
    }
    cameFrom.push(best);
    scores = next;
  }
  const steps = [even(count)];
  let p = play;
  for (let i = count; i > 0; i--) {
    p = cameFrom[i - 1]![p]!;
    steps.push(even(i - 1) + p - play);
  }
  const onOnset = (step: number): Samples => {
    const at = from + (step / STEPS) * sampleRate;
    const near = inside.filter((o) => Math.abs(stepOf(o.at) - step) <= REACH);
    const nearest = near.reduce<Onset | null>(
      (best, o) => (!best || Math.abs(o.at - at) < Math.abs(best.at - at) ? o : best),
      null,
    );
    return nearest?.at ?? samples(Math.round(at));
  };
  const between = steps.reverse().slice(1, -1).map(onOnset);
  return [from, ...between, to].filter((at, i, all) => i === 0 || at > all[i - 1]!);
}
