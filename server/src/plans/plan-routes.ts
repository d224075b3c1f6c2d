import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { PlanSchema, type Plan } from '@caesura/core/plan';
import { ErrorSchema } from '../errors.ts';
import type { PlanStore } from './plan-store.ts';
import { PlanSummarySchema } from './plan-summary.ts';

const StoredPlanSchema = z.object({
  id: z.string(),
  revision: z.number().int(),
  changedAt: z.string(),
  plan: PlanSchema,
});

/** An entry of the list of plans. */
const EntrySchema = PlanSummarySchema.extend({
  id: z.string(),
  revision: z.number().int(),
  changedAt: z.string(),
});

const SavedSchema = z.object({ revision: z.number().int(), changedAt: z.string() });

/** Most operations of a change; a plan that changes more is sent whole. */
const MOST_OPERATIONS = 20_000;

const PathSchema = z.string().max(2000);
/** A change of a plan, and by what it is seen that it makes the plan that was meant. */
const ChangeSchema = z.object({
  revision: z.number().int().min(1),
  patch: z
    .array(
      z.discriminatedUnion('op', [
        z.object({ op: z.enum(['add', 'replace']), path: PathSchema, value: z.unknown() }),
        z.object({ op: z.literal('remove'), path: PathSchema }),
      ]),
    )
    .max(MOST_OPERATIONS),
  /** See `digestOf` of a plan. */
  digest: z.number().int().min(0).max(0xffffffff),
});

/** A name not longer than a plan's may be, told from the one it was copied from. */
const copyOf = (plan: Plan): Plan => ({ ...plan, name: `${plan.name.slice(0, 112)} (copy)` });

/** Routes of the plans. */
export const planRoutes =
  (plans: PlanStore): FastifyPluginAsyncZod =>
  async (app) => {
    const byId = z.object({ id: z.string().max(64) });
    const failures = {
      400: ErrorSchema,
      404: ErrorSchema,
      409: ErrorSchema,
      413: ErrorSchema,
      422: ErrorSchema,
    };
    const tags = ['plans'];

    app.get(
      '/',
      {
        schema: {
          tags,
          summary: 'All plans, last changed first',
          response: { 200: z.array(EntrySchema) },
        },
        // The entries are kept as JSON; checking them again would cost more than reading them.
        serializerCompiler: () => String,
      },
      async (_request, reply) =>
        reply
          .type('application/json; charset=utf-8')
          .send((await plans.listJson()) as unknown as z.output<typeof EntrySchema>[]),
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
          params: byId,
          response: { 200: StoredPlanSchema, ...failures },
        },
      },
      ({ params }) => plans.read(params.id),
    );
    app.get(
      '/:id/document',
      {
        schema: {
          tags,
          summary: 'The document of a plan as it is kept, readable or not',
          params: byId,
          response: { 200: z.string(), ...failures },
        },
        serializerCompiler: () => String,
      },
      async ({ params }, reply) =>
        reply
          .type('application/json; charset=utf-8')
          .header('content-disposition', 'attachment; filename="plan.json"')
          .send(await plans.readDocument(params.id)),
    );
    app.put(
      '/:id',
      {
        schema: {
          ...{ tags, summary: 'Save a plan over the revision it was made from', params: byId },
          body: z.object({ revision: z.number().int().min(1), plan: PlanSchema }),
          response: { 200: SavedSchema, ...failures },
        },
      },
      async ({ params, body }) => {
        const { revision, changedAt } = await plans.save(params.id, body.revision, body.plan);
        return { revision, changedAt };
      },
    );
    app.patch(
      '/:id',
      {
        schema: {
          tags,
          summary: 'Save a change of a plan: a JSON Patch (RFC 6902) against a revision',
          params: byId,
          body: ChangeSchema,
          response: { 200: SavedSchema, ...failures },
        },
      },
      async ({ params, body }) => {
        const { revision, changedAt } = await plans.change(params.id, body);
        return { revision, changedAt };
      },
    );
    app.post(
      '/:id/copy',
      {
        schema: {
          tags,
          summary: 'Copy a plan',
          params: byId,
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
          params: byId,
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
          params: byId,
          response: { 200: StoredPlanSchema, ...failures },
        },
      },
      ({ params }) => plans.restore(params.id),
    );
  };
