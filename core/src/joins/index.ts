export { type Advice, adviceAt } from './advice.ts';
export { shiftsAt, type ShiftOf } from './camera-about.ts';
export { straightWay, wayOf, zoomOf } from './direction.ts';
export { type Handle, handlesOf } from './handles.ts';
export { moveKeys, outgoingOnTop, ownKeys, peakOf } from './move-keys.ts';
export { type Placing, evenTotals, placingOf, splitWindow } from './split.ts';
export { usualSettings } from './usual.ts';
export {
  coverOfBoth,
  joinValues,
  motionOf,
  type Pictured,
  picturedSides,
  valuesIn,
} from './values.ts';
export { blendOf, framesOf, halvesOf, type JoinWindow, type Side } from './window.ts';
export { type JoinFacts, settingsOf, windowConflicts } from './windows.ts';
