import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { PlanSchema } from '@caesura/core/plan';
import { ErrorSchema } from '../errors.ts';
import type { PlanStore } from './plan-store.ts';
import { PlanSummarySchema } from './plan-summary.ts';
import type { VersionEntry, VersionStore } from './version-store.ts';

const EntrySchema = z.object({
  number: z.number().int(),
  at: z.string(),
  revision: z.number().int(),
  name: z.string().nullable(),
  summary: PlanSummarySchema,
});
const NameSchema = z.string().trim().min(1, 'A version needs a name.').max(120);

const entryOf = ({ summary, ...entry }: VersionEntry): z.output<typeof EntrySchema> => ({
  ...entry,
  summary: JSON.parse(summary) as z.output<typeof PlanSummarySchema>,
});

/** Routes of the versions of a plan. */
export const versionRoutes =
  (plans: PlanStore, versions: VersionStore): FastifyPluginAsyncZod =>
  async (app) => {
    const byId = z.object({ id: z.string().max(64) });
    const byNumber = byId.extend({ number: z.coerce.number().int().min(1) });
    const failures = { 400: ErrorSchema, 404: ErrorSchema, 409: ErrorSchema, 422: ErrorSchema };
    const tags = ['plans'];
    app.get(
      '/:id/versions',
      {
        schema: {
          ...{ tags, summary: 'The versions of a plan, the last first', params: byId },
          response: { 200: z.array(EntrySchema), ...failures },
        },
      },
      async ({ params }) => (await versions.list(params.id)).map(entryOf),
    );
    app.post(
      '/:id/versions',
      {
        schema: {
          ...{ tags, summary: 'Keep the plan as it is under a name', params: byId },
          body: z.object({ name: NameSchema }),
          response: { 201: EntrySchema, ...failures },
        },
      },
      async ({ params, body }, reply) => {
        const { id, revision, changedAt, plan } = await plans.read(params.id);
        const kept = await versions.keep(
          { id, revision, changed_at: changedAt, document: JSON.stringify(plan) },
          body.name,
        );
        return reply.status(201).send(entryOf(kept));
      },
    );
    app.get(
      '/:id/versions/:number',
      {
        schema: {
          ...{ tags, summary: 'A version of a plan', params: byNumber },
          response: { 200: z.object({ plan: PlanSchema }), ...failures },
        },
      },
      async ({ params }) => ({ plan: await versions.read(params.id, params.number) }),
    );
    app.put(
      '/:id/versions/:number',
      {
        schema: {
          ...{ tags, summary: 'Name a version, so that it stays', params: byNumber },
          body: z.object({ name: NameSchema }),
          response: { 204: z.null(), ...failures },
        },
      },
      async ({ params, body }, reply) => {
        await versions.name(params.id, params.number, body.name);
        return reply.status(204).send(null);
      },
    );
    app.delete(
      '/:id/versions/:number',
      {
        schema: {
          ...{ tags, summary: 'Remove a version', params: byNumber },
          response: { 204: z.null(), ...failures },
        },
      },
      async ({ params }, reply) => {
        await versions.remove(params.id, params.number);
        return reply.status(204).send(null);
      },
    );
  };
