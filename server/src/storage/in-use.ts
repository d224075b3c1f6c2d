import { setImmediate } from 'node:timers/promises';
import type { Kysely } from 'kysely';
import type { Tables } from '../database/schema.ts';

/** The form of a kept file's name wherever it stands in a document. */
const HASH = /\b[0-9a-f]{64}\b/g;

/**
 * All hashes that stand anywhere in a plan, one that was deleted and can be brought back, or a
 * version: what may refer to a kept file. Documents are looked through one by one, readable or not,
 * and other work goes on between them.
 */
export async function hashesInUse(db: Kysely<Tables>): Promise<ReadonlySet<string>> {
  const found = new Set<string>();
  const look = async (document: string | undefined) => {
    for (const [hash] of document?.matchAll(HASH) ?? []) found.add(hash);
    await setImmediate();
  };
  for (const { id } of await db.selectFrom('plan').select('id').execute()) {
    const row = await db
      .selectFrom('plan')
      .select('document')
      .where('id', '=', id)
      .executeTakeFirst();
    await look(row?.document);
  }
  for (const { number } of await db.selectFrom('version').select('number').execute()) {
    const row = await db
      .selectFrom('version')
      .select('document')
      .where('number', '=', number)
      .executeTakeFirst();
    await look(row?.document);
  }
  return found;
}
