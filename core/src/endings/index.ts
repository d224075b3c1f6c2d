export { barLinesOf, type BarLines } from './bars.ts';
export { endingChoices, type EndingChoice } from './choices.ts';
