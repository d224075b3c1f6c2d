import type { ShiftOf } from '../joins/index.ts';
import type { Plan } from '../plan/index.ts';

/** A list that goes with a film: marks, words or sections, in a form of its own. */
export interface ListFile {
  readonly id: string;
  readonly name: string;
  /** What it is for, in a sentence. */
  readonly purpose: string;
  /** The end of its file name. */
  readonly ending: string;
  readonly mediaType: string;
  /** Its text; `shiftOf` tells how cameras go, where clips were watched. */
  readonly write: (plan: Plan, shiftOf?: ShiftOf) => string;
}
