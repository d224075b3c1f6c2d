export type { Activity } from './activity.ts';
export { type Plane, boxed, turned } from './boxed.ts';
export { cameraDirection, usualMove } from './camera-words.ts';
export {
  type ClipAnalysis,
  meanMovement,
  meantMoment,
  movementAt,
  openProposals,
  clipAnalysisOf,
  stillTail,
} from './clip-analysis.ts';
export { FACTS_VERSION, packFacts, unpackFacts } from './facts-file.ts';
export {
  type FrameAnalyser,
  type FrameFacts,
  type FrameMeasurements,
  frameAnalyser,
} from './frame-analyser.ts';
export {
  type FrameTimes,
  framesAtRate,
  packTimes,
  storedFrameAt,
  unpackTimes,
} from './frame-times.ts';
export { interlacingDetector } from './interlacing.ts';
export { clipLikeness } from './likeness.ts';
export { CELLS, type ColourGrid, cellMeans, evenGrid } from './look.ts';
export type { Luma } from './luma.ts';
export {
  type Moment,
  type MomentKind,
  CLEAR_STRENGTH,
  MOMENT_KINDS,
  STRONG_STRENGTH,
} from './moments/moment.ts';
export { type Met, meetingOf, orderByLikeness } from './neighbours.ts';
export { type FoundRate, rateOfTimestamps } from './rate-of-timestamps.ts';
export { shakePath, type Steadying, steadied, steadyMoves } from './steadying.ts';
export { isTrembling, type Off, tremblingOf } from './trembling.ts';
export { type StillLimits, USUAL_LIMITS } from './still-ranges.ts';
