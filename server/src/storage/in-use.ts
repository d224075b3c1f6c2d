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
  const lookAt = async <K>(
    keys: readonly K[],
    read: (key: K) => Promise<{ readonly document: string } | undefined>,
  ): Promise<void> => {
    for (const key of keys) {
      const row = await read(key);
      for (const [hash] of row?.document.matchAll(HASH) ?? []) found.add(hash);
      await setImmediate();
    }
  };
  const [plans, versions] = [db.selectFrom('plan'), db.selectFrom('version')];
  await lookAt(await plans.select('id').execute(), ({ id }) =>
    plans.select('document').where('id', '=', id).executeTakeFirst(),
  );
  await lookAt(await versions.select('number').execute(), ({ number }) =>
    versions.select('document').where('number', '=', number).executeTakeFirst(),
  );
  return found;
}
