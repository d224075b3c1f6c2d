import type { Film, ShotFacts } from '../film/index.ts';
import { formatTimecode } from '../time/index.ts';

/** A shot as messages name it: by its number and timecode. */
export const shotName = ({ plan }: Film, { index, start }: ShotFacts): string =>
  `Shot ${index + 1} at ${formatTimecode(plan.start + start, plan.rate, plan.dropFrame)}`;
