export { crestsAt, matchingSpeed, withSpeedAt } from './match.ts';
export {
  type RampShape,
  USUAL_CREST,
  USUAL_FLOOR,
  shapeOf,
  shapedRamp,
  usualCrest,
} from './shape.ts';
export { crestOnCut, slowPatch, type SlowPatch } from './slow-patch.ts';
export {
  type Landing,
  placeOf,
  rampLengthFor,
  sourceInFor,
  speedBetween,
  speedFor,
} from './solve.ts';
export { constantSteps } from './steps.ts';
