import { z } from 'zod';
import { RateSchema, type Plan } from '@caesura/core/plan';

/** A plan as the list shows it, with enough of its score for a small picture. */
export const PlanSummarySchema = z.object({
  name: z.string(),
  client: z.string(),
  rate: RateSchema,
  dropFrame: z.boolean(),
  target: z.number().int(),
  /** Frames of the score, or null before it is laid out. */
  length: z.number().int().nullable(),
  clips: z.number().int(),
  /** How many shots it has. */
  shotCount: z.number().int(),
  /**
   * Start of each shot, and the place of its clip among the clips or −1; of a film of very many,
   * those that can be told apart in a small picture.
   */
  shots: z.array(z.tuple([z.number().int(), z.number().int()])),
  /** Why the plan cannot be opened; null when it can. */
  unreadable: z.string().nullable(),
});
export type PlanSummary = z.output<typeof PlanSummarySchema>;

/** Parts of a film within which the small picture shows one cut. */
const PICTURED = 80;

/** The shots that a small picture shows: no two of them begin in one part of the film. */
function pictured<S extends { readonly start: number }>(shots: readonly S[], length: number): S[] {
  const part = ({ start }: S) => Math.floor((start * PICTURED) / length);
  return shots.length <= PICTURED
    ? [...shots]
    : shots.filter((shot, i) => i === 0 || part(shot) !== part(shots[i - 1]!));
}

/** What the list shows of a plan. */
export function summaryOf(plan: Plan): PlanSummary {
  const place = new Map(plan.clips.map((clip, i) => [clip.id, i]));
  const { name, client, rate, dropFrame, target, clips, score } = plan;
  return {
    ...{ name, client, rate, dropFrame, target },
    length: score?.length ?? null,
    clips: clips.length,
    shotCount: score?.shots.length ?? 0,
    shots: pictured(score?.shots ?? [], score?.length ?? 1).map((s) => [
      s.start,
      s.clip === null ? -1 : (place.get(s.clip) ?? -1),
    ]),
    unreadable: null,
  };
}

/**
 * What the list shows of a document that is no plan: its name as far as it has one, and why it
 * cannot be opened.
 */
export function unreadableSummary(document: string, why: string): PlanSummary {
  let name: unknown;
  try {
    name = (JSON.parse(document) as { name?: unknown } | null)?.name;
  } catch {
    name = undefined;
  }
  return {
    name: typeof name === 'string' && name.trim() ? name.slice(0, 120) : 'A plan without a name',
    client: '',
    rate: { num: 24, den: 1 },
    dropFrame: false,
    target: 0,
    length: null,
    clips: 0,
    shotCount: 0,
    shots: [],
    unreadable: why,
  };
}
