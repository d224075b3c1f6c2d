import { randomUUID } from 'node:crypto';
import type { Kysely, Selectable } from 'kysely';
import jsonPatch, { type Operation } from 'fast-json-patch';
import { digestOf, readPlan, type Plan } from '@caesura/core/plan';
import type { PlanTable, Tables } from '../database/schema.ts';
import { HttpError, notFound } from '../errors.ts';
import { summaryOf, unreadableSummary } from './plan-summary.ts';
import type { VersionStore } from './version-store.ts';

/** A plan as kept: the document and its revision. */
export interface StoredPlan {
  readonly id: string;
  readonly revision: number;
  readonly changedAt: string;
  readonly plan: Plan;
}

/** A change of a plan: a JSON Patch against a revision, and the digest of what it is to make. */
export interface PlanChange {
  readonly revision: number;
  readonly patch: readonly Operation[];
  readonly digest: number;
}

/** Keeps plans. A save must name the revision it was made from. */
export interface PlanStore {
  /**
   * What the list shows of all plans that are not deleted, last changed first, as the JSON text of
   * an array. Their documents are not read, so that one that is damaged hides no other and many
   * cost little.
   */
  listJson(): Promise<string>;
  /** Throws 422 when what is kept cannot be read as a plan. */
  read(id: string): Promise<StoredPlan>;
  /** The document of a plan as it is kept, readable or not. */
  readDocument(id: string): Promise<string>;
  create(plan: Plan): Promise<StoredPlan>;
  /** Throws 409 when the plan has moved on from `revision`; nothing is written then. */
  save(id: string, revision: number, plan: Plan): Promise<StoredPlan>;
  /**
   * Saves what a change makes of a revision. Throws as `save` does, 409 too when it does not make
   * the plan that was meant, and 400 when it makes none.
   */
  change(id: string, change: PlanChange): Promise<StoredPlan>;
  remove(id: string): Promise<void>;
  /** Takes back a removal. */
  restore(id: string): Promise<StoredPlan>;
}

/** The plan of a document. Throws 422 with what is wrong and what can be done. */
function planOf(document: string): Plan {
  try {
    return readPlan(JSON.parse(document));
  } catch (error) {
    throw new HttpError(
      422,
      'unreadable-plan',
      `This plan cannot be read: ${(error as Error).message}`,
      'Keep its document as a file from the list, or delete it there.',
    );
  }
}

/** A plan with a patch applied. Throws 409 or 400 when it does not become what was meant. */
function changed(plan: Plan, { patch, digest }: PlanChange): Plan {
  let document: unknown;
  try {
    document = jsonPatch.applyPatch<unknown>(plan, [...patch], true, false).newDocument;
  } catch {
    throw mismatch();
  }
  const made = readPlan(document);
  if (digestOf(made) !== digest) throw mismatch();
  return made;
}

const mismatch = (): HttpError =>
  new HttpError(
    409,
    'patch-mismatch',
    'The change does not make the plan that was meant.',
    'Send the whole plan.',
  );

const stored = (row: Selectable<PlanTable>): StoredPlan => ({
  id: row.id,
  revision: row.revision,
  changedAt: row.changed_at,
  plan: planOf(row.document),
});

/** What the list shows of a document, readable or not, as JSON. */
function summaryJson(document: string): string {
  try {
    return JSON.stringify(summaryOf(planOf(document)));
  } catch (error) {
    return JSON.stringify(unreadableSummary(document, (error as Error).message));
  }
}

/**
 * An entry of the list from the columns beside the document; the summary is an object of JSON
 * without its braces.
 */
const entryJson = (id: string, revision: number, changedAt: string, summary: string): string =>
  `{"id":${JSON.stringify(id)},"revision":${revision},"changedAt":${JSON.stringify(changedAt)},${summary.slice(1)}`;

/**
 * The plans of a database. `versions` keep them by themselves as they were; `now` gives the time
 * written beside changes.
 */
export function planStore(
  db: Kysely<Tables>,
  versions: Pick<VersionStore, 'isDue' | 'keepOld'>,
  now: () => Date = () => new Date(),
): PlanStore {
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
  const stale = async (id: string, revision: number): Promise<HttpError> => {
    const current = await read(id);
    return new HttpError(
      409,
      'stale-revision',
      `“${current.plan.name}” was changed elsewhere since you opened it (revision ${current.revision}, yours is ${revision}).`,
      'Take the other version, or keep yours as a copy.',
    );
  };
  const save = async (id: string, revision: number, plan: Plan): Promise<StoredPlan> => {
    const old = (await versions.isDue(id))
      ? await rowOf(id).where('revision', '=', revision).executeTakeFirst()
      : undefined;
    // One statement decides and writes, so that two saves of one revision cannot both succeed.
    const row = await db
      .updateTable('plan')
      .set({
        document: JSON.stringify(plan),
        summary: JSON.stringify(summaryOf(plan)),
        revision: revision + 1,
        changed_at: now().toISOString(),
      })
      .where('id', '=', id)
      .where('revision', '=', revision)
      .where('deleted_at', 'is', null)
      .returningAll()
      .executeTakeFirst();
    if (!row) throw await stale(id, revision);
    // The plan is saved, whatever becomes of what it was.
    if (old) await versions.keepOld(old).catch(() => undefined);
    return stored(row);
  };
  return {
    read,
    save,
    async change(id, change) {
      const before = await read(id);
      if (before.revision !== change.revision) throw await stale(id, change.revision);
      return save(id, change.revision, changed(before.plan, change));
    },
    async listJson() {
      const open = db.selectFrom('plan').where('deleted_at', 'is', null);
      for (const { id, document } of await open
        .select(['id', 'document'])
        .where('summary', 'is', null)
        .execute())
        await db
          .updateTable('plan')
          .set({ summary: summaryJson(document) })
          .where('id', '=', id)
          .execute();
      const rows = await open
        .select(['id', 'revision', 'changed_at', 'summary'])
        .orderBy('changed_at', 'desc')
        .orderBy('id')
        .execute();
      const entries = rows.map((row) =>
        entryJson(row.id, row.revision, row.changed_at, row.summary!),
      );
      return `[${entries.join(',')}]`;
    },
    async readDocument(id) {
      const row = await rowOf(id).executeTakeFirst();
      if (!row) throw notFound('plan');
      return row.document;
    },
    async create(plan) {
      const at = now().toISOString();
      const row = {
        id: randomUUID(),
        revision: 1,
        document: JSON.stringify(plan),
        summary: JSON.stringify(summaryOf(plan)),
        created_at: at,
        changed_at: at,
        deleted_at: null,
      };
      await db.insertInto('plan').values(row).execute();
      return stored(row);
    },
    remove: (id) => setDeleted(id, now().toISOString()),
    async restore(id) {
      await setDeleted(id, null);
      return read(id);
    },
  };
}
