import { firstAfter } from '../../numbers/index.ts';
import type { Frames } from '../../time/index.ts';
import { DROP, leastOfEvents, showingsOf, type Showing } from './showings.ts';
import { LANDING_WORTH, shotCues, type CueInShot, type ShotCues } from './shot-cues.ts';
import type { Problem } from './problem.ts';
import type { Seen } from './seen-ranges.ts';

/** A shot of a clip, as ways to show it are asked for. */
export interface AskedShot {
  readonly material: number;
  /** Places among the candidates. */
  readonly from: number;
  readonly to: number;
  /** What of the clip was seen before it. */
  readonly seen: Seen;
  /** What a way must cost less than by itself. */
  readonly most: number;
}

/**
 * What is worked out once for a problem: which cuts can follow which, and what each clip costs
 * between them.
 */
export interface ShotCosts {
  /** Places among the candidates to which a shot from candidate `from` may last, in order. */
  readonly ends: (from: number) => readonly number[];
  /**
   * How much a shot counts: its length in wanted lengths, so that many short shots together count
   * as much as few long ones, and no cost makes shots longer or shorter.
   */
  readonly share: (from: number, to: number) => number;
  /**
   * Costs of the length, and of the cue at its end and those it passes over, weighted.
   */
  readonly pace: (from: number, to: number) => number;
  readonly cue: (from: number, to: number) => number;
  /**
   * The ways to show a clip between two candidates, the cheapest first; none if it does not last.
   */
  readonly ways: (material: number, from: number, to: number) => readonly Showing[];
  /**
   * Ways that show nothing of what was seen again, beside it, and that cost less than `most` by
   * themselves; see `Showings`.
   */
  readonly unseen: (shot: AskedShot) => readonly Showing[];
  /** What such ways cost at least by themselves. */
  readonly leastUnseen: (from: number, to: number) => number;
  /** What a clip costs at least to a candidate's `i`-th end. */
  readonly least: (material: number, from: number, i: number) => number;
}

/** Part of the wanted length within which a better cue would have been near. */
const NEAR_CUE = 0.6;
/** What it counts that a shot passes over a stronger cue than are at its ends. */
const PASSED_OVER = 0.3;
/** Parts of the wanted length that count as near it. */
const [NEAR_SHORT, NEAR_LONG] = [0.4, 2.6];

/** Places among the candidates to which a shot from each may last. */
export function endsOf({ candidates, wanted, shortest, longest, near }: Problem): number[][] {
  return candidates.map((start, from) => {
    const found: number[] = [];
    const least = start.asks?.shortest ?? shortest;
    const most = Math.min(start.asks?.longest ?? Infinity, longest);
    for (let to = from + 1; to < candidates.length; to++) {
      const length = candidates[to]!.frame - start.frame;
      // Between two locked cuts a shot may be as short as they make it.
      const held = start.locked && candidates[to]!.locked;
      if (length <= most && (length >= least || held)) found.push(to);
      if (candidates[to]!.locked || length > most) break;
    }
    if (!near) return found;
    const usual = wanted(start.frame);
    const some = found.filter((to) => {
      const length = candidates[to]!.frame - start.frame;
      return length >= NEAR_SHORT * usual && length <= NEAR_LONG * usual;
    });
    // What is held apart, or short of the end, has no choice.
    return some.length > 0 ? some : found;
  });
}

/** Works out what shots of a problem cost, each thing once. */
export function shotCosts(problem: Problem): ShotCosts {
  const { candidates, wanted, materials, weights } = problem;
  const last = candidates.length - 1;
  const ends = endsOf(problem);
  /**
   * Place of the first shot from each candidate in a list of all that may be, and what lies between
   * its ends.
   */
  const firsts = new Uint32Array(candidates.length + 1);
  ends.forEach((found, from) => (firsts[from + 1] = firsts[from]! + found.length));
  const shots = firsts[last + 1]!;
  // The ends of a candidate lie side by side.
  const shotAt = (from: number, to: number): number => firsts[from]! + (to - ends[from]![0]!);
  const wantedAt = candidates.map(({ frame }) => Math.log(Math.max(1, wanted(frame))));
  // A cut is measured against the best that is near, or many cuts would cost more than few.
  const missed = candidates.map(({ frame, worth }, to) => {
    if (to === 0 || to === last) return 0;
    const reach = NEAR_CUE * Math.max(1, wanted(frame));
    const near = candidates.filter(
      (c, i) => i > 0 && i < last && Math.abs(c.frame - frame) <= reach,
    );
    return weights.cue * (near.reduce((best, c) => Math.max(best, c.worth), worth) - worth);
  });
  const [paces, shares] = [new Float64Array(shots), new Float64Array(shots)];
  const cueCosts = new Float64Array(shots);
  ends.forEach((found, from) => {
    let [inside, next] = [0, from + 1];
    found.forEach((to) => {
      for (; next < to; next++) inside = Math.max(inside, candidates[next]!.worth);
      const beside = Math.max(candidates[from]!.worth, candidates[to]!.worth);
      cueCosts[shotAt(from, to)] =
        missed[to]! + weights.cue * PASSED_OVER * Math.max(0, inside - beside);
      const length = candidates[to]!.frame - candidates[from]!.frame;
      const off = Math.log(length) - wantedAt[from]!;
      shares[shotAt(from, to)] = length / Math.max(1, wanted(candidates[from]!.frame));
      paces[shotAt(from, to)] = weights.pace * off * off;
    });
  });
  // Few frames without a cue are worth landing on, and there may be thousands of them.
  const worthLanding = candidates.flatMap(({ worth, kind, lands }, i) =>
    kind === 'drop' || (lands && worth >= LANDING_WORTH) ? [i] : [],
  );
  const cues: ShotCues[] = [];
  /**
   * Shots as long with the same cues at the same places are of one kind: clips show alike in them.
   */
  const [kinds, kindOf] = [new Map<string, number>(), new Uint32Array(shots)];
  ends.forEach((found, from) =>
    found.forEach((to) => {
      const cue = (i: number): CueInShot => ({
        after: candidates[i]!.frame - candidates[from]!.frame,
        worth: candidates[i]!.worth,
        drop: candidates[i]!.kind === 'drop',
      });
      const inside = worthLanding
        .slice(firstAfter(worthLanding, from), firstAfter(worthLanding, to - 1))
        .map(cue);
      const length = candidates[to]!.frame - candidates[from]!.frame;
      const key = [cue(from), ...inside].map(
        ({ after, worth, drop }) => `${after} ${worth} ${drop}`,
      );
      const kind = `${length}: ${key.join()}`;
      if (!kinds.has(kind)) kinds.set(kind, kinds.size);
      kindOf[cues.length] = kinds.get(kind)!;
      cues.push(shotCues([cue(from), ...inside]));
    }),
  );
  const showings = materials.map((material) => showingsOf(material, problem));
  const strongest = materials.map(({ events }) =>
    events.reduce((most, { strength }) => Math.max(most, strength), 0),
  );
  /** How often what a shot costs without an event counts: a drop in it counts beside its length. */
  const countsTimes = Float64Array.from(cues, ({ drop }, at) =>
    drop === null ? shares[at]! : shares[at]! + DROP,
  );
  /** What shots cost at least once their ways are worked out; not a number before. */
  const exact = materials.map(() => new Float64Array(shots).fill(NaN));
  const least: ShotCosts['least'] = (material, from, i) => {
    const at = firsts[from]! + i;
    const worked = exact[material]![at]!;
    if (worked === worked) return Math.min(worked, countsTimes[at]! * weights.moment);
    return countsTimes[at]! * leastOfEvents(strongest[material]!, cues[at]!, weights);
  };
  /** Ways of clips without an event, in which cues count for nothing, by length and drop. */
  const plain = materials.map(() => new Map<number, readonly Showing[]>());
  const seenOf = (material: number, length: Frames, inside: ShotCues) => {
    if (strongest[material]! > 0) return showings[material]!.ways(length, inside);
    const key = 2 * length + Number(inside.drop !== null);
    const found = plain[material]!.get(key) ?? showings[material]!.ways(length, inside);
    plain[material]!.set(key, found);
    return found;
  };
  /** Ways by clip and kind of shot, as they are asked for. */
  const known = materials.map(() => new Array<readonly Showing[] | undefined>(kinds.size));
  const ways: ShotCosts['ways'] = (material, from, to) => {
    const at = shotAt(from, to);
    const found = known[material]![kindOf[at]!];
    const length = (candidates[to]!.frame - candidates[from]!.frame) as Frames;
    const shown = found ?? seenOf(material, length, cues[at]!);
    if (!found) known[material]![kindOf[at]!] = shown;
    const worked = exact[material]![at]!;
    if (worked !== worked) {
      let best = Infinity;
      for (const { cost, drop } of shown) best = Math.min(best, shares[at]! * cost + drop);
      exact[material]![at] = best;
    }
    return shown;
  };
  return {
    ends: (from) => ends[from]!,
    share: (from, to) => shares[shotAt(from, to)]!,
    pace: (from, to) => paces[shotAt(from, to)]!,
    cue: (from, to) => cueCosts[shotAt(from, to)]!,
    least,
    ways,
    leastUnseen: (from, to) => countsTimes[shotAt(from, to)]! * weights.moment,
    unseen: ({ material, from, to, seen, most }) => {
      const length = (candidates[to]!.frame - candidates[from]!.frame) as Frames;
      const share = shares[shotAt(from, to)]!;
      return showings[material]!.unseen(length, cues[shotAt(from, to)]!, seen).filter(
        ({ cost, drop }) => share * cost + drop < most,
      );
    },
  };
}
