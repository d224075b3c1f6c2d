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
export { type FilmedShot, type Solved, sourceInFor } from './solve.ts';
export {
  type Gives,
  GIVES,
  fillFrom,
  type Kept,
  keepRange,
  rangeShown,
  type SourceRange,
} from './keep.ts';
export { GIVING, type KeepAsked, keepWith } from './keep-with.ts';
export { landAll, type LandHolds } from './land.ts';
export { playBetween } from './play.ts';
export { playInside } from './play-inside.ts';
export type { PlayAsked } from './play-stretch.ts';
export { frozen, reversed, type Shaped, stuttered } from './shapes.ts';
export {
  constantRamp,
  HOLD,
  type Keeps,
  keyedAt,
  ordered,
  SPEED_PARTS,
  startKey,
  toSpeed,
} from './splice.ts';
export { constantSteps, type SpeedStep } from './steps.ts';
export { altered, figuresOf, type SpeedChange } from './altered.ts';
export { placeOf } from './places.ts';
export { type Copy, COPIES, copiedRamp } from './copied.ts';
export { crestAdvice, fastAdvice, floorAdvice } from './speed-advice.ts';
export { type OwnSound, ownSoundAt } from './own-sound.ts';
