import type { MomentKind } from '@caesura/core/footage';

/**
 * What each kind of moment is called, and the glyph that stands for it: its outline in a box of ten
 * by ten.
 */
export const MOMENT_KINDS: Readonly<
  Record<MomentKind, { readonly name: string; readonly glyph: string }>
> = {
  start: { name: 'movement starts', glyph: 'M0 10L10 10L10 0Z' },
  peak: { name: 'a hit or break', glyph: 'M5 10L0 0L10 0Z' },
  turn: { name: 'movement turns', glyph: 'M5 10L0 5L5 0L10 5Z' },
  settle: { name: 'comes to rest', glyph: 'M0 0L0 10L10 10Z' },
};
