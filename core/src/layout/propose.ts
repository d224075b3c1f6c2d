import type { Clip, Plan, Wishes } from '../plan/index.ts';
import { sourceFrames } from '../time/index.ts';
import {
  bestInAnyOrder,
  bestInOrder,
  USUAL_WEIGHTS,
  type Found,
  type Problem,
  type Weights,
} from './optimise/index.ts';
import { problemOf, usableClips, type SeenClip } from './problem-of.ts';

/** A layout that is offered. */
export interface Proposal {
  /** What it puts first. */
  readonly leans: 'even' | 'music' | 'pictures';
  readonly plan: Plan;
  readonly found: Found;
}

/** What each proposal puts first: parts of the cost that count more. */
const LEANINGS: readonly (readonly [Proposal['leans'], Partial<Weights>])[] = [
  ['even', {}],
  ['music', { cue: 1.6, pace: 0.7 }],
  ['pictures', { moment: 1.2, movement: 0.8, likeness: 0.9, cue: 0.5 }],
];
/** Part of its worth that a cut keeps where an earlier proposal has one, so that the next is another. */
const USED_BEFORE = 0.55;

/** A problem with its weights leaning, and with cuts of earlier proposals worth less. */
function leaning(problem: Problem, weights: Partial<Weights>, earlier: readonly Found[]): Problem {
  const used = new Set<number>(earlier.flatMap(({ shots }) => shots.map((s) => s.from)));
  return {
    ...problem,
    weights: { ...USUAL_WEIGHTS, ...weights },
    candidates: problem.candidates.map((c) =>
      c.locked || !used.has(c.frame) ? c : { ...c, worth: c.worth * USED_BEFORE },
    ),
  };
}

/** A plan with a layout as its score. */
export function withLayout(plan: Plan, clips: readonly Clip[], { shots }: Found): Plan {
  return {
    ...plan,
    score: {
      length: plan.target,
      shots: shots.map(({ from, material, sourceIn }, i) => ({
        id: `s${i + 1}`,
        start: from,
        clip: clips[material]!.id,
        sourceIn: sourceFrames(sourceIn),
      })),
    },
  };
}

/**
 * Layouts of a plan as wished, each leaning another way and with other cuts where that costs little. Yields the part that
 * is done; returns those found, none when there is no layout at all. The same plan gives the same.
 */
export function* proposals(
  plan: Plan,
  wishes: Wishes = plan.wishes,
  seenOf: (clip: Clip) => SeenClip | null = () => null,
): Generator<number, Proposal[], void> {
  const problem = problemOf(plan, wishes, seenOf);
  const clips = usableClips(plan, wishes);
  const found: Proposal[] = [];
  if (clips.length === 0) return found;
  for (const [i, [leans, weights]] of LEANINGS.entries()) {
    const leant = leaning(
      problem,
      weights,
      found.map((p) => p.found),
    );
    let layout: Found | null;
    if (wishes.order === 'kept') layout = bestInOrder(leant);
    else {
      const search = bestInAnyOrder(leant);
      let step = search.next();
      for (; !step.done; step = search.next()) yield (i + step.value) / LEANINGS.length;
      layout = step.value;
    }
    if (!layout) break;
    found.push({ leans, plan: withLayout(plan, clips, layout), found: layout });
    yield (i + 1) / LEANINGS.length;
  }
  return found;
}
