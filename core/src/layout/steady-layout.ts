import { frames, sourceFrames } from '../time/index.ts';
import { lengthContext, filmOf } from '../film/index.ts';
import { checkLength } from '../plan/edits/edit-brief.ts';
import { withShots } from '../plan/edits/with-shots.ts';
import type { Plan, Shot } from '../plan/index.ts';
import { assignClips } from './assign-clips.ts';
import { parsePace } from './pace.ts';
import { steadyCuts } from './steady-cuts.ts';

/**
 * Lays out a plan at its steady pace: cuts on the music, the sum of the shots exactly the target,
 * clips in order. A cut that is there again keeps its join. Without clips the shots stay empty.
 * Deterministic: the same plan gives the same score. Throws with the reason when the pace cannot be
 * read, there is nothing to cut on, or no clip is long enough.
 */
export function layOutSteadily(plan: Plan): Plan {
  checkLength(plan, plan.target);
  const pace = parsePace(plan.pace, lengthContext(plan));
  const starts = [frames(0), ...steadyCuts(pace, filmOf(plan).beats, plan.target)];
  const lengths = starts.map((start, i) => frames((starts[i + 1] ?? plan.target) - start));
  const assigned = plan.clips.length > 0 ? assignClips(lengths, plan.clips, plan.rate) : [];
  const shots = starts.map((start, i): Omit<Shot, 'id'> => ({
    start,
    clip: assigned[i]?.clip ?? null,
    sourceIn: assigned[i]?.sourceIn ?? sourceFrames(0),
  }));
  const score = plan.score && { ...plan.score, length: plan.target };
  return withShots({ ...plan, score }, shots, { from: frames(0), to: plan.target });
}
