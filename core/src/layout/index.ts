export { bendPoints, bentPacing, type BendPoint } from './bend-pace.ts';
export { type ArcRange, arcRanges } from './arcs.ts';
export { type Choice, choicesFor } from './choices.ts';
export { type Conflict, conflictOf } from './conflict.ts';
export { formArcs } from './form-arcs.ts';
export { layOutRequest, layoutReport } from './layout-report.ts';
export { bestInOrder } from './optimise/fixed-order.ts';
export { bestInAnyOrder } from './optimise/free-order.ts';
export type { Found } from './optimise/problem.ts';
export { pacePoints } from './pace-points.ts';
export { checkPace, paceCounts, parsePace } from './pace.ts';
export {
  type MeasuredClip,
  type FilmRange,
  limitsOf,
  problemOf,
  rangeOfShots,
} from './problem-of.ts';
export { gradeOf, gradesOf } from './proposal-grade.ts';
export { proposalWords } from './proposal-words.ts';
export { type Proposal, type Search, proposals } from './propose.ts';
export { layOutSteadily } from './steady-layout.ts';
export { wantedLength } from './wanted-length.ts';
export { type BeatPart, beatParts, runEnds, usualRun } from './short-runs.ts';
