import type { HandoffFormat } from '../format.ts';

/** The plan itself as plain JSON, to keep or to bring into another Caesura. */
export const planJson: HandoffFormat = {
  id: 'json',
  name: 'Plan',
  purpose: 'The whole plan as plain JSON, to keep, to import again or for a script.',
  extension: 'json',
  mediaType: 'application/json',
  write: (plan) => `${JSON.stringify(plan, null, 2)}\n`,
};
