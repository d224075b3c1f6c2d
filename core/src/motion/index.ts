export { coverScale, openPart } from './cover.ts';
export { type Framed, framedIn, sameShape } from './framing.ts';
export {
  blurDirection,
  type Look,
  type Motion,
  type MotionFrame,
  motionFrames,
  picturedIn,
  showsEdge,
  wholeCover,
} from './motion.ts';
export {
  after,
  inverseOf,
  mapped,
  type Matrix,
  matrixOf,
  scaledAbout,
  tilesUnder,
  underFrame,
} from './matrix.ts';
export { angleOf, effectiveAngle, exposureOf, softnessAt } from './optics.ts';
export {
  type FramedKey,
  framedKeys,
  frameOfPlace,
  partOn,
  type Place,
  type Section,
  tracksOf,
} from './places.ts';
export { PARAMETER_UNITS } from './parameter-units.ts';
export { steadyMatrix, steadyNeeds, steadyScale } from './steady.ts';
export { sampledAt, type Tracks, valueAt, type ValueKey } from './tracks.ts';
export {
  type Box,
  cornersOf,
  foreshortened,
  type Pivot,
  placedAt,
  type Placed,
  type Point,
  turnOf,
} from './transform.ts';
export { AT_REST, type PictureValues, rests } from './values.ts';
export { directionOf, shiftAlong } from './ways.ts';
