import type { Plan } from '../plan/index.ts';

/** A change that may help: what it says, and how it is made. It may throw where it is not possible. */
export interface Try {
  readonly label: string;
  readonly make: () => Plan;
}
