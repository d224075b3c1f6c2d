export * from './analysis.ts';
export { analyse, analysisSteps, type Sound } from './analyse.ts';
export * from './corrections.ts';
export { hear, hearingSteps, type Hearing } from './hear.ts';
export * from './mix.ts';
export * from './outline.ts';
