import type { Plan } from '../plan/index.ts';

/** A file format that a plan is handed over in. */
export interface HandoffFormat {
  readonly id: 'csv' | 'keys' | 'edl' | 'otio' | 'html' | 'json';
  readonly name: string;
  /** What the file is for, in a sentence. */
  readonly purpose: string;
  readonly extension: string;
  readonly mediaType: string;
  /** Writes the file. Throws, with the mend, when the format cannot carry the plan. */
  readonly write: (plan: Plan) => string;
}
