import { filmOf } from '../film/index.ts';
import type { Pacing, Plan } from '../plan/index.ts';
import { frames } from '../time/index.ts';
import { wantedLength } from './wanted-length.ts';

/** Points at most, when a pace is first drawn by hand. */
const MOST = 32;

/**
 * The points by which the pace of a plan is drawn: those there are, or the lengths that follow from
 * its pacing at the bars of the music, or every so often without. Throws when a pace cannot be
 * read.
 */
export function pacePoints(plan: Plan): Extract<Pacing, { kind: 'drawn' }>['points'] {
  const { pacing } = plan.wishes;
  if (pacing.kind === 'drawn') return pacing.points;
  const wanted = wantedLength(plan, pacing);
  const bars = filmOf(plan)
    .beats.filter((c) => c.kind === 'downbeat' && c.frame < plan.target)
    .map((c) => c.frame as number);
  const every = Array.from({ length: MOST }, (_, i) => Math.floor((i * plan.target) / MOST));
  const step = Math.ceil(bars.length / MOST);
  const chosen = bars.length > 1 ? bars.filter((_, i) => i % step === 0) : [...new Set(every)];
  return chosen.map((frame) => ({
    frame: frames(frame),
    length: frames(Math.max(1, Math.round(wanted(frames(frame))))),
  }));
}
