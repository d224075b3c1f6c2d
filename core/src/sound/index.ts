export { CROSSFADE, type Heard, type AudioEvent, heardLength } from './audio-events.ts';
export { type EffectFacts, fittingRate, lostEffects, semitonesOfRate } from './effect-facts.ts';
export { guideCues } from './guide-cues.ts';
export { KIT, type KitEffect } from './kit.ts';
export { measureEffect } from './measure-effect.ts';
export { CLICK, type Decoded, MIX_RATE, type Sounding, mixed, soundingOf } from './mix.ts';
export { type BlockLevel, measureSum } from './sum-meter.ts';
export { type MeasuredSum, SUMMED, type SumLevel, sumFor, sumOf, turnAll } from './sum.ts';
export { timeStretched } from './time-stretch.ts';
