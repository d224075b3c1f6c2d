import { clipLikeness, meanMovement, type ClipAnalysis } from '@caesura/core/footage';
import type { Clip, Plan } from '@caesura/core/plan';
import { toNumber } from '@caesura/core/time';

/** In which order the cards stand. */
export const ORDERS = ['plan', 'movement', 'rate', 'length', 'name', 'likeness'] as const;
export type PlayRange = (typeof ORDERS)[number];

/** Which cards are there. */
export const FILTERS = ['all', 'used', 'unused', 'moments', 'no-moments', 'unwatched'] as const;
export type Filter = (typeof FILTERS)[number];

/** How the cards are arranged. */
export interface Arrangement {
  readonly order: PlayRange;
  readonly filter: Filter;
  /** Part of a name or file name. */
  readonly find: string;
  /** The clip by likeness to which they are ordered. */
  readonly like: string | null;
}

/** A clip with its place in the plan and the shots that use it. */
export interface Placed {
  readonly clip: Clip;
  readonly place: number;
  readonly used: number;
}

function passes({ clip, used }: Placed, filter: Filter, find: string): boolean {
  const named = `${clip.name} ${clip.fileName ?? ''}`
    .toLowerCase()
    .includes(find.trim().toLowerCase());
  const kinds: Readonly<Record<Filter, boolean>> = {
    all: true,
    used: used > 0,
    unused: used === 0,
    moments: clip.moments.length > 0,
    'no-moments': clip.moments.length === 0,
    unwatched: !clip.movement,
  };
  return named && kinds[filter];
}

/**
 * The clips of a plan as arranged; those of which too little is known to compare them come last, in
 * the plan's order.
 */
export function arranged(
  plan: Pick<Plan, 'clips' | 'score'>,
  { order, filter, find, like }: Arrangement,
  clipAnalysisOf: (clip: Clip) => ClipAnalysis | null,
): Placed[] {
  const uses = new Map<string, number>();
  for (const { clip } of plan.score?.shots ?? [])
    if (clip !== null) uses.set(clip, (uses.get(clip) ?? 0) + 1);
  const placed = plan.clips
    .map((clip, place): Placed => ({ clip, place, used: uses.get(clip.id) ?? 0 }))
    .filter((one) => passes(one, filter, find));
  if (order === 'plan') return placed;
  if (order === 'name') return placed.toSorted((a, b) => a.clip.name.localeCompare(b.clip.name));
  const model = plan.clips.find((c) => c.id === like) ?? placed[0]?.clip;
  const looks = model && clipAnalysisOf(model)?.looks;
  const worth = ({ clip }: Placed): number => {
    if (order === 'rate') return toNumber(clip.rate);
    if (order === 'length') return clip.frames / toNumber(clip.rate);
    const analysis = clipAnalysisOf(clip);
    if (!analysis) return -1;
    if (order === 'movement') return meanMovement(analysis.activity, clip.usable);
    if (clip === model) return 2;
    return (looks && clipLikeness(looks, analysis.looks)?.whole) ?? -1;
  };
  const worths = new Map(placed.map((one) => [one, worth(one)]));
  return placed.toSorted((a, b) => worths.get(b)! - worths.get(a)! || a.place - b.place);
}
