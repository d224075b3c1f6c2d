export { barLinesOf } from './bars.ts';
export { type EndingChoice, endingChoices } from './choices.ts';
