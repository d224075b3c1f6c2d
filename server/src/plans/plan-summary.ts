import { z } from 'zod';
import { RateSchema, SizeSchema, type Plan } from '@caesura/core/plan';

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
  /** Size of the film, in pixels. */
  size: SizeSchema,
  /**
   * Pictures from the start of the film to its end, as many as lie in a row `ROW` times as wide as
   * high: of which strip each is, the part of its clip it is from, and width over height of it;
   * null where there is none.
   */
  pictures: z.array(
    z.object({ strip: z.string(), at: z.number().min(0).max(1), aspect: z.number() }).nullable(),
  ),
  /** Why the plan cannot be opened; null when it can. */
  unreadable: z.string().nullable(),
});
export type PlanSummary = z.output<typeof PlanSummarySchema>;

/** How many times as wide as high a row of pictures is, and how many are in one at most. */
const [ROW, MOST_PICTURES] = [9, 15];

/** Pictures of a film at even distances, of the shots that are on screen there. */
function picturesOf({ score, clips, size }: Plan): PlanSummary['pictures'] {
  if (!score) return [];
  const count = Math.min(MOST_PICTURES, Math.max(1, Math.floor((ROW * size.height) / size.width)));
  return Array.from({ length: count }, (_, i) => {
    const frame = ((i + 0.5) * score.length) / count;
    const shot = score.shots.findLast(({ start }) => start <= frame);
    const clip = clips.find(({ id }) => id === shot?.clip);
    if (!shot || !clip?.strip) return null;
    const at = Math.min(1, Math.max(0, shot.sourceIn / clip.frames));
    return { strip: clip.strip, at, aspect: clip.size.width / clip.size.height };
  });
}

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
  const { name, client, rate, dropFrame, target, clips, score, size } = plan;
  return {
    ...{ name, client, rate, dropFrame, target, size },
    pictures: picturesOf(plan),
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
    size: { width: 16, height: 9 },
    pictures: [],
    unreadable: why,
  };
}
