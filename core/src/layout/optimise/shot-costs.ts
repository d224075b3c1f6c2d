import type { Frames } from '../../time/index.ts';
import { CUES_TRIED, fitClip, type Fit } from './fit.ts';
import type { Problem } from './problem.ts';

/** What is worked out once for a problem: which cuts can follow which, and what each clip costs between them. */
export interface ShotCosts {
  /** Places among the candidates to which a shot from candidate `from` may last, in order. */
  readonly ends: (from: number) => readonly number[];
  /** Costs of the length and of the cue at its end, weighted. */
  readonly pace: (from: number, to: number) => number;
  readonly cue: (to: number) => number;
  /** The best use of a clip between two candidates the `use`-th time it is shown; null when it does not last. */
  readonly fit: (material: number, use: number, from: number, to: number) => Fit | null;
}

/** Worth from which a cue is one that a moment may land on. */
const LANDING_WORTH = 0.3;

/** Works out what shots of a problem cost, each thing once. */
export function shotCosts(problem: Problem): ShotCosts {
  const { candidates, wanted, shortest, longest, materials, weights } = problem;
  const last = candidates.length - 1;
  const ends = candidates.map((start, from) => {
    const found: number[] = [];
    for (let to = from + 1; to <= last; to++) {
      const length = candidates[to]!.frame - start.frame;
      // Between two locked cuts a shot may be as short as they make it.
      const held = start.locked && candidates[to]!.locked;
      if (length <= longest && (length >= shortest || held)) found.push(to);
      if (candidates[to]!.locked || length > longest) break;
    }
    return found;
  });
  const wantedAt = candidates.map(({ frame }) => Math.log(Math.max(1, wanted(frame))));
  // A cut is measured against the best that is near, or many cuts would cost more than few.
  const missed = candidates.map(({ frame, worth }, to) => {
    if (to === 0 || to === last) return 0;
    const reach = Math.exp(wantedAt[to]!) / 2;
    const near = candidates.filter((c, i) => i > 0 && i < last && Math.abs(c.frame - frame) <= reach);
    return weights.cue * (near.reduce((best, c) => Math.max(best, c.worth), worth) - worth);
  });
  const landings = new Map<number, readonly number[]>();
  const landingsOf = (from: number, to: number): readonly number[] => {
    const key = from * candidates.length + to;
    let found = landings.get(key);
    if (!found) {
      const start = candidates[from]!.frame;
      found = candidates
        .slice(from, to)
        .filter(({ worth }, i) => i === 0 || worth >= LANDING_WORTH)
        .toSorted((a, b) => b.worth - a.worth)
        .slice(0, CUES_TRIED)
        .map(({ frame }) => frame - start);
      landings.set(key, found);
    }
    return found;
  };
  const fits = materials.map(() => new Map<number, Fit | null>());
  return {
    ends: (from) => ends[from]!,
    pace: (from, to) => {
      const off = Math.log(candidates[to]!.frame - candidates[from]!.frame) - wantedAt[from]!;
      return weights.pace * off * off;
    },
    cue: (to) => missed[to]!,
    fit(material, use, from, to) {
      const { moments } = materials[material]!;
      // Uses beyond those that differ are the same again.
      const turns = Math.max(1, moments.length) * 4;
      const key = ((use % turns) * candidates.length + from) * candidates.length + to;
      let found = fits[material]!.get(key);
      if (found === undefined) {
        const length = (candidates[to]!.frame - candidates[from]!.frame) as Frames;
        found = fitClip(materials[material]!, use, length, landingsOf(from, to), problem);
        fits[material]!.set(key, found);
      }
      return found;
    },
  };
}
