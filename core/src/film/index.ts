export { blendedIn, type WeightedFrame } from './blended-frames.ts';
export { beatsOnFrames } from './beats-on-frames.ts';
export {
  anchorNear,
  anchorOn,
  anchorOnCue,
  barLineBefore,
  dropsOf,
  instantOn,
  placeOfAnchor,
} from './anchor-places.ts';
export { type Cue, landingOf, nearestCueIndex, soundsOf } from './cues.ts';
export { type Film, filmOf, joinAt, shotFactsAt } from './film.ts';
export { sectionAround, rangeAround, wholeFilm } from './film-range.ts';
export { isEffectInUse, isMove, isPhraseInUse } from './in-use.ts';
export { heardAt, mixSample } from './heard.ts';
export { type Layer, type Moving, type WindowRow, layersAt, windowRows } from './layers.ts';
export { type PhraseOnFrame, phrasesAt } from './phrases-at.ts';
export { type Line, frameAtTime, linesOf, musicLines, scoreLines } from './lines.ts';
export { keysOn, rampOf, shotTime } from './shot-time.ts';
export { type ShotFacts } from './shots.ts';
export {
  type SoundCue,
  cuesOfSound,
  correctedBeats,
  rangesBetween,
  usedCues,
} from './sound-cues.ts';
export { sectionOfSound } from './sound-section.ts';
export {
  NORMAL_SPEED,
  clipOf,
  shotEnd,
  slowestCleanSpeed,
  sourceFramesUsed,
  speedOf,
  strideOf,
} from './source.ts';
export { USUAL_SPEEDS, atSpeed, speedsFor } from './speeds.ts';
export { anchored, type Anchored } from './anchors.ts';
export { frameSpan, parseSpan, type SpanFrames, spanFrames, spanText } from './span.ts';
export { lengthContext, tempoOf } from './tempo.ts';
export { shotSpeed } from './shot-speed.ts';
export { LANDING_KINDS, SEEN_ABOUT, type EventMark, type EventState } from './event-marks.ts';
export { landedMoment, landedMoments, type LandedMoment } from './landed-moment.ts';
export { remembered } from './remembered.ts';
export { steadiedIn, steadiedReach, steadyCost } from './steadied-frames.ts';
export {
  withoutJoins,
  withoutPhrases,
  withoutRamps,
  withoutBlending,
  withoutSteadying,
} from './versions.ts';
