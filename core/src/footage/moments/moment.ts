import type { SourceFrames } from '../../time/index.ts';

/**
 * What happens at a moment: movement begins or comes to rest, light flashes, something strikes or
 * is struck, the camera whips over, something turns back, comes in or goes out, the camera's speed
 * changes; in its own sound something is said or hit, or it pauses, or the song that it was filmed
 * to has a beat; `peak` is any other height of what happens.
 */
export const MOMENT_KINDS = [
  'start',
  'settle',
  'flash',
  'impact',
  'whip',
  'turn',
  'entry',
  'exit',
  'change',
  'word',
  'hit',
  'pause',
  'beat',
  'peak',
] as const;
export type MomentKind = (typeof MOMENT_KINDS)[number];

/** A frame that is worth landing on a cue. */
export interface Moment {
  readonly at: SourceFrames;
  readonly kind: MomentKind;
  /** How much it strikes the eye, 0–1, on one scale for all clips. */
  readonly strength: number;
  /** What is seen there, in words. */
  readonly reason: string;
}

/** Strength from which a moment is strong, and from which it is clear to see; below it is weak. */
export const [STRONG_STRENGTH, CLEAR_STRENGTH] = [0.7, 0.4];
