import { expose } from 'comlink';
import {
  conflictOf,
  gradeOf,
  gradesOf,
  proposals,
  proposalWords,
  type Conflict,
  type Proposal,
  type Search,
  type MeasuredClip,
  type FilmRange,
} from '@caesura/core/layout';
import { filmOf } from '@caesura/core/film';
import { faultsOf } from '@caesura/core/faults';
import { cutFigures, type CutFigures } from '@caesura/core/edits';
import type { Clip, Plan, Score } from '@caesura/core/plan';
import { finished } from '@caesura/core/time';
import { answering } from './task.ts';

/** A layout that is offered, with its figures. */
export interface Offer extends CutFigures {
  readonly leans: Proposal['leans'];
  readonly score: Score;
  /** How good it is, 0–100, and what it does, in sentences. */
  readonly grade: number;
  readonly words: readonly string[];
  /**
   * Shots in which a moment lands on a cue, and those that begin with one, of those whose clip has
   * one.
   */
  readonly landed: number;
  readonly begun: number;
  readonly withMoment: number;
  readonly faults: number;
}

type MeasuredOf = (clip: Clip) => MeasuredClip | null;

function offerOf(proposal: Proposal, measuredOf: MeasuredOf): Offer {
  const { leans, plan, found } = proposal;
  const grades = gradesOf(plan, found, measuredOf);
  return {
    ...{ leans, score: plan.score!, ...cutFigures(plan) },
    ...{ grade: gradeOf(grades), words: proposalWords(plan, proposal, grades) },
    landed: found.shots.filter((s) => s.landed).length,
    begun: found.shots.filter((s) => s.begins !== null).length,
    withMoment: filmOf(plan).shots.filter(({ clip }) => clip && clip.moments.length > 0).length,
    faults: faultsOf(plan).filter((f) => f.area === 'layout').length,
  };
}

/** Part of the work after which something is told. */
const TOLD_EVERY = 0.02;

/** Tells a step when the fraction done has grown by enough. */
function nowAndThen<P>(doneOf: (step: P) => number, tell: (step: P) => void): (step: P) => void {
  let last = -1;
  return (step) => {
    if (doneOf(step) - last < TOLD_EVERY) return;
    last = doneOf(step);
    tell(step);
  };
}

/**
 * Proposes layouts of a plan, or of a stretch of it; `measured` is what was seen of its clips, by
 * id. Tells how far it is, and each time there are more or better layouts, those.
 */
function propose(
  plan: Plan,
  measured: Readonly<Record<string, MeasuredClip>>,
  range: FilmRange | null,
  onProgress: (fraction: number, best: readonly Offer[] | null) => void,
): Offer[] {
  const measuredOf: MeasuredOf = (clip) => measured[clip.id] ?? null;
  const search = proposals(plan, plan.wishes, measuredOf, range ?? undefined);
  const offers = (found: readonly Proposal[]) => found.map((p) => offerOf(p, measuredOf));
  let shown: readonly Proposal[] = [];
  const tell = nowAndThen<Search>(
    ({ done }) => done,
    ({ done, best }) => {
      onProgress(done, best === shown ? null : offers(best));
      shown = best;
    },
  );
  return offers(finished(search, tell));
}

/** Why a plan has no layout; null when that is not known. */
function explain(
  plan: Plan,
  range: FilmRange | null,
  onProgress: (fraction: number) => void,
): Conflict | null {
  return finished(
    conflictOf(plan, plan.wishes, range ?? undefined),
    nowAndThen((done) => done, onProgress),
  );
}

const work = { propose: answering(propose), explain: answering(explain) };
export type LayoutWorker = typeof work;
expose(work);
