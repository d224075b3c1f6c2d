export * from './analysis.ts';
export * from './corrections.ts';
export { findingSteps, hear, hearingSteps, type Hearing } from './hear.ts';
export * from './mix.ts';
export { OUTLINE_RATE, type Outline } from './outline.ts';
export { openEar, traceSteps, type Ear, type Traces } from './traces.ts';
