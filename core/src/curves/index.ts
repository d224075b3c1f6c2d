export { reversedEasing } from './reversed-easing.ts';
export { type SplitEasing, splitEasing } from './split-easing.ts';
export { type Easing, LINEAR, easedAt, easingText, parseEasing } from './easing.ts';
export {
  type SpeedCurve,
  constantCurve,
  distanceGone,
  framesGone,
  playedAt,
  speedAt,
} from './speed-curve.ts';
