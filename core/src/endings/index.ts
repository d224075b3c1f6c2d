export { barLinesOf } from './bars.ts';
export { type EndingChoice, endingChoices } from './choices.ts';
export { type MusicWindow, dropsLeftOut, musicWindows } from './windows.ts';
