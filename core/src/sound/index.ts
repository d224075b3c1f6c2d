export {
  CROSSFADE,
  type Heard,
  type AudioEvent,
  heardLength,
  sampleAt,
  samplesUsed,
} from './audio-events.ts';
export { type EffectFacts, lostEffects } from './effect-facts.ts';
export { audibleLength, fittingRate, passes, windowSeconds } from './effect-rate.ts';
export { guideCues } from './guide-cues.ts';
export { KIT, type KitEffect } from './kit.ts';
export { measureEffect } from './measure-effect.ts';
export { CLICK, type Decoded, type Sounding, mixed, soundingOf } from './mix.ts';
export { MIX_RATE } from './mix-rate.ts';
export { heardShot, ownEventsOf, sampleOfSource } from './own-events.ts';
export { type BlockLevel, measureSum } from './sum-meter.ts';
export { type MeasuredSum, SUMMED, type SumLevel, sumFor, sumOf, turnAll } from './sum.ts';
export { type StreamResampler, streamResampler } from './stream-resampler.ts';
export { timeStretched } from './time-stretch.ts';
