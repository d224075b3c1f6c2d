import { randomUUID } from 'node:crypto';
import type { Kysely, Selectable } from 'kysely';
import { readPlan, type Plan } from '@caesura/core/plan';
import type { PlanTable, Tables } from '../database/schema.ts';
import { HttpError, notFound } from '../errors.ts';

/** A plan as kept: the document and its revision. */
export interface StoredPlan {
  readonly id: string;
  readonly revision: number;
  readonly changedAt: string;
  readonly plan: Plan;
}

/** Keeps plans. A save must name the revision it was made from. */
export interface PlanStore {
  /** All plans that are not deleted, last changed first. */
  list(): Promise<StoredPlan[]>;
  read(id: string): Promise<StoredPlan>;
  create(plan: Plan): Promise<StoredPlan>;
  /** Throws 409 when the plan has moved on from `revision`; nothing is written then. */
  save(id: string, revision: number, plan: Plan): Promise<StoredPlan>;
  remove(id: string): Promise<void>;
  /** Takes back a removal. */
  restore(id: string): Promise<StoredPlan>;
}

const stored = (row: Selectable<PlanTable>): StoredPlan => ({
  id: row.id,
  revision: row.revision,
  changedAt: row.changed_at,
  plan: readPlan(JSON.parse(row.document)),
});

/** The plans of a database. `now` gives the time written beside changes. */
export function planStore(db: Kysely<Tables>, now: () => Date = () => new Date()): PlanStore {
  const rowOf = (id: string) => db.selectFrom('plan').selectAll().where('id', '=', id);
  const read = async (id: string): Promise<StoredPlan> => {
    const row = await rowOf(id).where('deleted_at', 'is', null).executeTakeFirst();
    if (!row) throw notFound('plan');
    return stored(row);
  };
  const setDeleted = async (id: string, deleted_at: string | null): Promise<void> => {
    const done = await db
      .updateTable('plan')
      .set({ deleted_at })
      .where('id', '=', id)
      .executeTakeFirst();
    if (done.numUpdatedRows === 0n) throw notFound('plan');
  };
  return {
    read,
    async list() {
      const rows = await db
        .selectFrom('plan')
        .selectAll()
        .where('deleted_at', 'is', null)
        .orderBy('changed_at', 'desc')
        .orderBy('id')
        .execute();
      return rows.map(stored);
    },
    async create(plan) {
      const at = now().toISOString();
      const row = {
        id: randomUUID(),
        revision: 1,
        document: JSON.stringify(plan),
        created_at: at,
        changed_at: at,
        deleted_at: null,
      };
      await db.insertInto('plan').values(row).execute();
      return stored(row);
    },
    async save(id, revision, plan) {
      // One statement decides and writes, so that two saves of one revision cannot both succeed.
      const row = await db
        .updateTable('plan')
        .set({
          document: JSON.stringify(plan),
          revision: revision + 1,
          changed_at: now().toISOString(),
        })
        .where('id', '=', id)
        .where('revision', '=', revision)
        .where('deleted_at', 'is', null)
        .returningAll()
        .executeTakeFirst();
      if (row) return stored(row);
      const current = await read(id);
      throw new HttpError(
        409,
        'stale-revision',
        `“${current.plan.name}” was changed elsewhere since you opened it (revision ${current.revision}, yours is ${revision}).`,
        'Take the other version, or keep yours as a copy.',
      );
    },
    remove: (id) => setDeleted(id, now().toISOString()),
    async restore(id) {
      await setDeleted(id, null);
      return read(id);
    },
  };
}
