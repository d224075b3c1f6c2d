import type { MomentKind } from '@caesura/core/footage';

/**
 * What each kind of moment is called, and the glyph that stands for it: its outline in a box of ten
 * by ten.
 */
export const MOMENT_KINDS: Readonly<
  Record<MomentKind, { readonly name: string; readonly glyph: string }>
> = {
  start: { name: 'movement starts', glyph: 'M0 10L10 10L10 0Z' },
  settle: { name: 'comes to rest', glyph: 'M0 0L0 10L10 10Z' },
  flash: { name: 'a flash', glyph: 'M5 0L6.4 3.6L10 5L6.4 6.4L5 10L3.6 6.4L0 5L3.6 3.6Z' },
  impact: { name: 'an impact', glyph: 'M5 10L0 0L10 0Z' },
  whip: { name: 'a whip of the camera', glyph: 'M0 3H10V7H0Z' },
  turn: { name: 'movement turns', glyph: 'M5 10L0 5L5 0L10 5Z' },
  entry: { name: 'comes into the picture', glyph: 'M0 0H10V3H3V7H10V10H0Z' },
  exit: { name: 'goes out of the picture', glyph: 'M0 0H10V10H0V7H7V3H0Z' },
  change: { name: 'the camera changes speed', glyph: 'M0 10V6H5V0H10V10Z' },
  word: { name: 'a word', glyph: 'M0 2H10V8H5L2 10V8H0Z' },
  hit: { name: 'a hit in its sound', glyph: 'M4 0H6V4H10V6H6V10H4V6H0V4H4Z' },
  pause: { name: 'its sound pauses', glyph: 'M1 0H4V10H1ZM6 0H9V10H6Z' },
  beat: { name: 'a beat of the song', glyph: 'M4 0H6V10H4Z' },
  peak: { name: 'a moment', glyph: 'M5 0A5 5 0 1 1 4.99 0Z' },
};
