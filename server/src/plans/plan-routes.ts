import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { PlanSchema, RateSchema, type Plan } from '@caesura/core/plan';
import { ErrorSchema } from '../errors.ts';
import type { PlanStore, StoredPlan } from './plan-store.ts';

const StoredPlanSchema = z.object({
  id: z.string(),
  revision: z.number().int(),
  changedAt: z.string(),
  plan: PlanSchema,
});

/** A plan as the list shows it, with enough of its score for a small picture. */
const SummarySchema = z.object({
  id: z.string(),
  revision: z.number().int(),
  changedAt: z.string(),
  name: z.string(),
  client: z.string(),
  rate: RateSchema,
  dropFrame: z.boolean(),
  target: z.number().int(),
  /** Frames of the score, or null before it is laid out. */
  length: z.number().int().nullable(),
  clips: z.number().int(),
  /** Start of each shot, and the place of its clip among the clips or −1. */
  shots: z.array(z.tuple([z.number().int(), z.number().int()])),
});

function summaryOf({ id, revision, changedAt, plan }: StoredPlan): z.input<typeof SummarySchema> {
  const place = new Map(plan.clips.map((clip, i) => [clip.id, i]));
  const { name, client, rate, dropFrame, target, clips, score } = plan;
  return {
    ...{ id, revision, changedAt, name, client, rate, dropFrame, target },
    length: score?.length ?? null,
    clips: clips.length,
    shots: (score?.shots ?? []).map((s) => [
      s.start,
      s.clip === null ? -1 : (place.get(s.clip) ?? -1),
    ]),
  };
}

/** A name not longer than a plan's may be, told from the one it was copied from. */
const copyOf = (plan: Plan): Plan => ({ ...plan, name: `${plan.name.slice(0, 112)} (copy)` });

/** Routes of the plans. */
export const planRoutes =
  (plans: PlanStore): FastifyPluginAsyncZod =>
  async (app) => {
    const params = z.object({ id: z.string().max(64) });
    const failures = { 400: ErrorSchema, 404: ErrorSchema, 409: ErrorSchema };
    const tags = ['plans'];

    app.get(
      '/',
      {
        schema: {
          tags,
          summary: 'All plans, last changed first',
          response: { 200: z.array(SummarySchema) },
        },
      },
      async () => (await plans.list()).map(summaryOf),
    );
    app.post(
      '/',
      {
        schema: {
          ...{ tags, summary: 'Keep a new plan' },
          body: z.object({ plan: PlanSchema }),
          response: { 201: StoredPlanSchema, ...failures },
        },
      },
      async ({ body }, reply) => reply.status(201).send(await plans.create(body.plan)),
    );
    app.get(
      '/:id',
      {
        schema: {
          tags,
          summary: 'One plan',
          params,
          response: { 200: StoredPlanSchema, ...failures },
        },
      },
      ({ params }) => plans.read(params.id),
    );
    app.put(
      '/:id',
      {
        schema: {
          ...{ tags, summary: 'Save a plan over the revision it was made from', params },
          body: z.object({ revision: z.number().int().min(1), plan: PlanSchema }),
          response: {
            200: z.object({ revision: z.number().int(), changedAt: z.string() }),
            ...failures,
          },
        },
      },
      async ({ params, body }) => {
        const { revision, changedAt } = await plans.save(params.id, body.revision, body.plan);
        return { revision, changedAt };
      },
    );
    app.post(
      '/:id/copy',
      {
        schema: {
          tags,
          summary: 'Copy a plan',
          params,
          response: { 201: StoredPlanSchema, ...failures },
        },
      },
      async ({ params }, reply) =>
        reply.status(201).send(await plans.create(copyOf((await plans.read(params.id)).plan))),
    );
    app.delete(
      '/:id',
      {
        schema: {
          tags,
          summary: 'Delete a plan; it can be restored',
          params,
          response: { 204: z.null(), ...failures },
        },
      },
      async ({ params }, reply) => {
        await plans.remove(params.id);
        return reply.status(204).send(null);
      },
    );
    app.post(
      '/:id/restore',
      {
        schema: {
          tags,
          summary: 'Restore a deleted plan',
          params,
          response: { 200: StoredPlanSchema, ...failures },
        },
      },
      ({ params }) => plans.restore(params.id),
    );
  };
