import { longestFor, strideAt } from './lasting.ts';
import type { Step } from './explain.ts';
import type { Problem } from './problem.ts';
import { rulesOf, usesBefore } from './rules.ts';
import { endsOf } from './shot-costs.ts';

/** States looked at before the search gives up: some seconds of work at most. */
const MOST_STATES = 200_000;

/**
 * What is known of whether a problem has a layout: one, none, or that the search was too large to
 * tell.
 */
export type Feasible = { readonly steps: readonly Clipped[] } | 'none' | 'unknown';

/** A shot with its clip, in whatever way it is shown. */
export type Clipped = Omit<Step, 'show'>;

/** A way to be at a candidate: with what, so often each, and from where. */
interface State {
  readonly step: Clipped | null;
  readonly before: State | null;
  readonly uses: Uint16Array;
}

/**
 * Whether there is any layout, exactly: by going from candidate to candidate over all states that
 * differ in what may still come, which is which clip was last and how often each was shown, as far
 * as a rule asks for it. `kept`: the clips come in their order, round and round.
 */
export function feasible(problem: Problem, kept: boolean): Feasible {
  const { candidates, materials, handles, shownBefore, before } = problem;
  const end = candidates.length - 1;
  const rules = rulesOf(problem);
  const ends = endsOf(problem);
  const longest = materials.map((material) =>
    Math.max(
      ...material.speeds.map((_, i) => longestFor(material, strideAt(material, i), handles)),
    ),
  );
  const leads = new Set(before.map(([one]) => one));
  /** Uses beyond this of a clip change nothing. */
  const counted = materials.map(({ most, must }, i) =>
    Math.max(Number.isFinite(most) ? most : 0, must || leads.has(i) ? 1 : 0),
  );
  const keyOf = (uses: Uint16Array, last: number | null): string =>
    `${last} ${materials.map((_, i) => Math.min(uses[i]!, counted[i]!)).join()}`;
  const states = candidates.map(() => new Map<string, State>());
  const start: State = { step: null, before: null, uses: usesBefore(problem) };
  states[0]!.set('', start);
  let looked = 0;
  for (let from = 0; from < end; from++) {
    for (const state of states[from]!.values()) {
      const last = state.step?.material ?? shownBefore.at(-1) ?? null;
      const next = last === null ? 0 : (last + 1) % materials.length;
      for (let material = 0; material < materials.length; material++) {
        if (kept && material !== next) continue;
        if (!rules.starts(material, from) || !rules.follows(material, last, state.uses)) continue;
        for (const to of ends[from]!) {
          const length = candidates[to]!.frame - candidates[from]!.frame;
          if (length > longest[material]! || !rules.ends(material, to)) continue;
          if (++looked > MOST_STATES) return 'unknown';
          const uses = state.uses.slice();
          uses[material]!++;
          const key = keyOf(uses, material);
          if (!states[to]!.has(key))
            states[to]!.set(key, { step: { from, to, material }, before: state, uses });
        }
      }
    }
    // What lies behind is only reached over the ways themselves.
    states[from]!.clear();
  }
  for (const state of states[end]!.values()) {
    if (!materials.every(({ must }, i) => !must || state.uses[i]! > 0)) continue;
    const steps: Clipped[] = [];
    for (let way: State | null = state; way?.step; way = way.before) steps.unshift(way.step);
    return { steps };
  }
  return 'none';
}
