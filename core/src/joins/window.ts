import type { Section } from '../motion/index.ts';
import type { JoinSettings, Size, Span } from '../plan/index.ts';

/** The side of a cut: the outgoing picture or the incoming one. */
export type Side = 'out' | 'in';

/** Frames before a cut and after it. */
export interface Halves {
  readonly before: number;
  readonly after: number;
}

/** A window as far as its motions are concerned. */
export interface JoinWindow extends Halves {
  /** The part of it on which both pictures are on screen; none where they are one at a time. */
  readonly blend: Halves;
  readonly size: Size;
  /** A span in frames of the film. */
  readonly lengthOf: (span: Span) => number;
}

/**
 * First and last frame on which a side is on screen in a window, counted from the cut; null when it
 * is not.
 */
export function framesOf(
  side: Side,
  { before, after, blend }: Pick<JoinWindow, 'before' | 'after' | 'blend'>,
): { readonly first: number; readonly last: number } | null {
  const first = side === 'out' ? -before : -blend.before;
  const last = side === 'in' ? after - 1 : blend.after - 1;
  return first <= last ? { first, last } : null;
}

/** The halves of a window as sections of a motion, whose peak is at the cut. */
export const halvesOf = ({
  before,
  after,
}: Halves): Readonly<Record<'before' | 'after', Section>> => ({
  before: { near: -1, step: -1, reach: Math.max(0, before - 1) },
  after: { near: 0, step: 1, reach: Math.max(0, after - 1) },
});

/**
 * The part of a window on which both pictures are on screen: all of it, or so many frames about the
 * cut, as evenly as the window allows; of an odd number the later half has the frame more.
 */
export function blendOf(
  { pictures }: Pick<JoinSettings, 'pictures'>,
  { before, after }: Halves,
  wanted: number | null,
): Halves {
  if (pictures === 'inside') return { before: 0, after: 0 };
  if (wanted === null || wanted >= before + after) return { before, after };
  const later = Math.min(after, wanted - Math.min(before, Math.floor(wanted / 2)));
  return { before: wanted - later, after: later };
}
