import type { Kysely } from 'kysely';
import { readPlan, type Plan } from '@caesura/core/plan';
import type { PlanTable, Tables } from '../database/schema.ts';
import { HttpError, notFound } from '../errors.ts';
import { summaryOf } from './plan-summary.ts';
import { thinned } from './thin-versions.ts';

/** A version of a plan in the list. */
export interface VersionEntry {
  readonly number: number;
  /** When it was the plan. */
  readonly at: string;
  readonly revision: number;
  /** Null for one that was kept by itself. */
  readonly name: string | null;
  /** What the list of plans shows of it, as JSON. */
  readonly summary: string;
}

/** Minutes after which the plan is kept by itself, while it changes. */
const EVERY = 5;
/** Most versions with a name that a plan has. */
const MOST_NAMED = 200;

/** What of a plan is kept as a version. */
export type Versioned = Pick<PlanTable, 'id' | 'revision' | 'document' | 'changed_at'>;

/** Keeps versions of plans: those with a name until they are removed, others thinned by age. */
export interface VersionStore {
  /** The last first. */
  list(plan: string): Promise<VersionEntry[]>;
  read(plan: string, number: number): Promise<Plan>;
  /** Keeps a plan under a name. Throws 409 when it has too many. */
  keep(of: Versioned, name: string): Promise<VersionEntry>;
  /** Gives a version a name, so that it stays. */
  name(plan: string, number: number, name: string): Promise<void>;
  remove(plan: string, number: number): Promise<void>;
  /** Whether the plan is to be kept by itself before it changes. */
  isDue(plan: string): Promise<boolean>;
  /** Keeps a plan by itself, and lets older ones go. */
  keepOld(of: Versioned): Promise<void>;
}

const summaryJson = (document: string): string =>
  JSON.stringify(summaryOf(readPlan(JSON.parse(document))));

/** The versions of a database. `now` gives the time by which they are thinned. */
export function versionStore(db: Kysely<Tables>, now: () => Date = () => new Date()): VersionStore {
  const of = (plan: string) => db.selectFrom('version').where('plan', '=', plan);
  const add = async ({ id, revision, document, changed_at }: Versioned, name: string | null) => {
    const row = {
      ...{ plan: id, at: changed_at, revision, name, document },
      summary: summaryJson(document),
    };
    const { number } = await db
      .insertInto('version')
      .values(row)
      .returning('number')
      .executeTakeFirstOrThrow();
    return { number, at: changed_at, revision, name, summary: row.summary };
  };
  const changed = async (done: Promise<{ readonly count: bigint }>): Promise<void> => {
    if ((await done).count === 0n) throw notFound('version');
  };
  return {
    list: (plan) =>
      of(plan)
        .select(['number', 'at', 'revision', 'name', 'summary'])
        .orderBy('at', 'desc')
        .orderBy('number', 'desc')
        .execute(),
    async read(plan, number) {
      const row = await of(plan).select('document').where('number', '=', number).executeTakeFirst();
      if (!row) throw notFound('version');
      return readPlan(JSON.parse(row.document));
    },
    async keep(plan, name) {
      const { count } = await of(plan.id)
        .select(({ fn }) => fn.countAll<number>().as('count'))
        .where('name', 'is not', null)
        .executeTakeFirstOrThrow();
      if (Number(count) >= MOST_NAMED)
        throw new HttpError(
          409,
          'too-many',
          `This plan has ${MOST_NAMED} versions with a name.`,
          'Remove some of them first.',
        );
      return add(plan, name);
    },
    name: (plan, number, name) =>
      changed(
        db
          .updateTable('version')
          .set({ name })
          .where('plan', '=', plan)
          .where('number', '=', number)
          .executeTakeFirst()
          .then(({ numUpdatedRows }) => ({ count: numUpdatedRows })),
      ),
    remove: (plan, number) =>
      changed(
        db
          .deleteFrom('version')
          .where('plan', '=', plan)
          .where('number', '=', number)
          .executeTakeFirst()
          .then(({ numDeletedRows }) => ({ count: numDeletedRows })),
      ),
    async isDue(plan) {
      const last = await of(plan)
        .select('at')
        .where('name', 'is', null)
        .orderBy('at', 'desc')
        .limit(1)
        .executeTakeFirst();
      return !last || now().getTime() - Date.parse(last.at) >= EVERY * 60_000;
    },
    async keepOld(plan) {
      await add(plan, null);
      const all = await of(plan.id).select(['number', 'at']).where('name', 'is', null).execute();
      const gone = thinned(all, now());
      if (gone.length > 0) await db.deleteFrom('version').where('number', 'in', gone).execute();
    },
  };
}
