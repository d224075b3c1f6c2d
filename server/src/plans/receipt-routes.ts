import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { ReceiptSchema } from '@caesura/core/handoff';
import { ErrorSchema } from '../errors.ts';
import type { PlanStore } from './plan-store.ts';
import type { ReceiptStore } from './receipt-store.ts';

const KeptSchema = ReceiptSchema.extend({ at: z.string() });

/** Routes of the receipts of a plan's files. */
export const receiptRoutes =
  (plans: PlanStore, receipts: ReceiptStore): FastifyPluginAsyncZod =>
  async (app) => {
    const params = z.object({ id: z.string().max(64) });
    const failures = { 400: ErrorSchema, 404: ErrorSchema, 422: ErrorSchema };
    const tags = ['plans'];
    app.get(
      '/:id/receipts',
      {
        schema: {
          ...{ tags, summary: 'The receipts of files of a plan, the last first', params },
          response: { 200: z.array(KeptSchema), ...failures },
        },
      },
      ({ params: { id } }) => receipts.list(id),
    );
    app.post(
      '/:id/receipts',
      {
        schema: {
          ...{ tags, summary: 'Keep the receipt of a file that was handed over', params },
          body: z.object({ receipt: ReceiptSchema }),
          response: { 201: KeptSchema, ...failures },
        },
      },
      async ({ params: { id }, body }, reply) => {
        await plans.read(id);
        return reply.status(201).send(await receipts.keep(id, body.receipt));
      },
    );
  };
