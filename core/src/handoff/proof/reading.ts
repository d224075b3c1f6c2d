import type { Difference } from './differences.ts';

/** What a program would show that reads a file, against the plan. */
export interface Reading {
  /** How the file is read, where it can be read in more than one way. */
  readonly how: string | null;
  /** Frames that were compared, and those on which the very pictures are shown. */
  readonly frames: number;
  readonly equal: number;
  /** What is not as planned since the form cannot say it: as near as it can be. */
  readonly near: readonly Difference[];
  /** What is wrong. */
  readonly wrong: readonly Difference[];
}
