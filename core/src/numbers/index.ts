export { chance } from './chance.ts';
export { clamp } from './clamp.ts';
export { median } from './median.ts';
export { peakAround } from './peaks.ts';
export { firstAfter } from './first-after.ts';
