import { addClips, changeBrief, setMusic, type NewSound } from '@caesura/core/edits';
import { faultsOf, type Known } from '@caesura/core/faults';
import { filmOf } from '@caesura/core/film';
import { CLEAR_STRENGTH, movementAt, type ClipAnalysis } from '@caesura/core/footage';
import { proposals } from '@caesura/core/layout';
import type { Clip, EffectFile, Plan } from '@caesura/core/plan';
import { CaesuraError, finished, type Frames } from '@caesura/core/time';

/** What the plans of the demo are made of. */
export interface DemoMaterial {
  readonly music: NewSound;
  readonly clips: readonly Clip[];
  /** What was seen of a clip. */
  readonly seen: (clip: Clip) => ClipAnalysis;
  readonly kit: readonly Omit<EffectFile, 'id'>[];
  readonly line: NewSound;
}

/** For whom all films of the demo are. */
export const CLIENT = 'Marrow Lane Letterpress';

/**
 * Source frames of moments that were looked at, by clip: of what is clear in it these are kept. The
 * platen strikes twice; that the press shakes after it is no strike.
 */
const LOOKED_AT: Readonly<Record<string, readonly number[]>> = { 'platen-closes': [301, 661] };

/** A clip with the moments kept that are clear to see. */
const withMoments = (clip: Clip, seen: ClipAnalysis): Clip => ({
  ...clip,
  moments: seen.proposed
    .filter(
      ({ strength, at }) =>
        strength >= CLEAR_STRENGTH && (LOOKED_AT[clip.id]?.includes(at) ?? true),
    )
    .map(({ at, kind, strength }) => ({ at, kind, strength })),
});

/** A plan with the music, some of the clips with their clear moments, and a length. */
export const withMaterial = (
  plan: Plan,
  { music, seen }: DemoMaterial,
  clips: readonly Clip[],
  target: Frames,
): Plan =>
  changeBrief(
    addClips(
      setMusic(plan, music),
      clips.map((clip) => withMoments(clip, seen(clip))),
    ),
    { client: CLIENT, target },
  );

/** The best proposal for a plan. */
export function proposed(plan: Plan, { seen }: DemoMaterial): Plan {
  const [best] = finished(proposals(plan, plan.wishes, seen));
  if (!best) throw new Error('The demo has no layout.');
  return best.plan;
}

/** What is known of the clips when faults are told. */
export const knownOf = ({ seen }: Pick<DemoMaterial, 'seen'>): Known => ({
  measuredOf: (clip) => ({
    movementAt: (frame) => movementAt(seen(clip).activity, frame, clip.limits),
    offAt: null,
  }),
  sum: null,
});

/** A plan with an edit; null where it cannot be done. */
export function tried(plan: Plan, change: (plan: Plan) => Plan): Plan | null {
  try {
    return change(plan);
  } catch (error) {
    if (error instanceof CaesuraError) return null;
    throw error;
  }
}

/** A plan with an edit, if that can be done and adds no fault; else null. */
export function cleanly(plan: Plan, known: Known, change: (plan: Plan) => Plan): Plan | null {
  const changed = tried(plan, change);
  const faults = (of: Plan) => faultsOf(of, known).length;
  return changed && faults(changed) <= faults(plan) ? changed : null;
}

/** The number of the shot that is on screen at a frame. */
export const shotAt = (plan: Plan, frame: number): number =>
  filmOf(plan).shots.findLast(({ start }) => start <= frame)!.index;

/** How many source frames of its clips a film shows again. */
export function shownAgain(plan: Plan): number {
  const seen = new Set<string>();
  let again = 0;
  for (const { clip, sourceIn, sourceOut } of filmOf(plan).shots)
    for (let frame = sourceIn; clip && frame < sourceOut; frame++) {
      const key = `${clip.id} ${frame}`;
      if (seen.has(key)) again++;
      seen.add(key);
    }
  return again;
}
