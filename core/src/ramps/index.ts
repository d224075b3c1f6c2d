export { crestsAt, matchingSpeed, withSpeedAt } from './match.ts';
export {
  type Crest,
  type RampEnd,
  type RampShape,
  keysNear,
  withCrest,
  USUAL_CREST,
  USUAL_FLOOR,
  shapeOf,
  shapedRamp,
  usualCrest,
} from './shape.ts';
export { crestOnCut, slowPatch, type SlowPatch } from './slow-patch.ts';
export { rampLengthFor, sourceInFor, speedBetween, speedFor } from './solve.ts';
export { constantSteps, type SpeedStep } from './steps.ts';
export { placeOf } from './places.ts';
