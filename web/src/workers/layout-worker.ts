import { expose } from 'comlink';
import { proposals, type Found, type Proposal, type SeenClip } from '@caesura/core/layout';
import { cutFigures, type Plan, type Score } from '@caesura/core/plan';
import { answering } from './task.ts';

/** A layout that is offered, with its figures. */
export interface Offer {
  readonly leans: Proposal['leans'];
  readonly score: Score;
  readonly costs: Found['costs'];
  readonly cuts: number;
  readonly onCue: number;
  /** Moments that land on a cue, of the shots whose clip has one. */
  readonly landed: number;
  readonly withMoment: number;
}

const offerOf = ({ leans, plan, found }: Proposal): Offer => {
  const moments = new Map(plan.clips.map((c) => [c.id, c.moments.length]));
  const { cuts, onCue } = cutFigures(plan);
  return {
    ...{ leans, score: plan.score!, costs: found.costs, cuts, onCue },
    landed: found.shots.filter((s) => s.landed).length,
    withMoment: plan.score!.shots.filter((s) => moments.get(s.clip ?? '')).length,
  };
};

/** Proposes layouts of a plan; `seen` is what was seen of its clips, by id. */
function propose(
  plan: Plan,
  seen: Readonly<Record<string, SeenClip>>,
  onProgress: (fraction: number) => void,
): Offer[] {
  const search = proposals(plan, plan.wishes, (clip) => seen[clip.id] ?? null);
  let told = 0;
  let step = search.next();
  for (; !step.done; step = search.next()) if (step.value - told >= 0.02) onProgress((told = step.value));
  return step.value.map(offerOf);
}

const work = { propose: answering(propose) };
export type LayoutWorker = typeof work;
expose(work);
