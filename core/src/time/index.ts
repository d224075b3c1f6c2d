export { frameLocks, framesPerBeat } from './beats.ts';
export { keepTime, positionAtRate } from './convert.ts';
export { CaesuraError } from './errors.ts';
export {
  type Fraction,
  ZERO,
  floorOf,
  fraction,
  minus,
  ofDouble,
  ofRational,
  over,
  plus,
  reduced,
  roundOf,
  times,
  toDouble,
} from './fraction.ts';
export {
  type Instant,
  frameCovering,
  frameShownAt,
  instantOfFrame,
  instantOfSample,
  nearestFrame,
  offsetFrom,
  samplesPerFrame,
} from './instant.ts';
export { type Length, type LengthContext, parseFilmLength, parseLength } from './length.ts';
export { semitonesOf, semitonesOfRate } from './pitch.ts';
export { finished, part } from './progress.ts';
export {
  type FrameRate,
  USUAL_RATES,
  frameRate,
  nominalRate,
  parseRate,
  rateLabel,
  sameRate,
} from './rate.ts';
export {
  type Rational,
  add,
  ceil,
  compare,
  divide,
  floor,
  multiply,
  parseRational,
  rational,
  round,
  subtract,
  toNumber,
  toText,
} from './rational.ts';
export { canDropFrames, formatTimecode, framesPerDay, parseTimecode } from './timecode.ts';
export {
  type BeatsPerMinute,
  type Frames,
  type Samples,
  type Seconds,
  type SourceFrames,
  beatsPerMinute,
  frames,
  samples,
  seconds,
  sourceFrames,
  shotAtCut,
  type CutIndex,
  type GivenFrames,
  type GivenSamples,
  type GivenSeconds,
  type GivenSourceFrames,
  type ShotIndex,
} from './units.ts';
export { firstFew, inWords, percent, plural } from './words.ts';
