import type { Kysely } from 'kysely';
import type { Receipt } from '@caesura/core/handoff';
import type { Tables } from '../database/schema.ts';

/** A receipt with when it was kept. */
export interface KeptReceipt extends Receipt {
  readonly at: string;
}

/** Most receipts that are kept of a plan; older ones go. */
const MOST = 100;

/** Keeps the receipts of files that were handed over, by their plans. */
export interface ReceiptStore {
  /** The last first. */
  list(plan: string): Promise<KeptReceipt[]>;
  keep(plan: string, receipt: Receipt): Promise<KeptReceipt>;
}

/** The receipts of a database. `now` gives the time written beside them. */
export function receiptStore(db: Kysely<Tables>, now: () => Date = () => new Date()): ReceiptStore {
  return {
    async list(plan) {
      const rows = await db
        .selectFrom('receipt')
        .select(['at', 'receipt'])
        .where('plan', '=', plan)
        .orderBy('number', 'desc')
        .limit(MOST)
        .execute();
      return rows.map(({ at, receipt }) => ({ at, ...(JSON.parse(receipt) as Receipt) }));
    },
    async keep(plan, receipt) {
      const at = now().toISOString();
      await db.transaction().execute(async (within) => {
        await within
          .insertInto('receipt')
          .values({ plan, at, receipt: JSON.stringify(receipt) })
          .execute();
        const kept = within.selectFrom('receipt').select('number').where('plan', '=', plan);
        await within
          .deleteFrom('receipt')
          .where('plan', '=', plan)
          .where('number', 'not in', kept.orderBy('number', 'desc').limit(MOST))
          .execute();
      });
      return { at, ...receipt };
    },
  };
}
