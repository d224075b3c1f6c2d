import { createReadStream, existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import type { Kysely } from 'kysely';
import { FileFactsSchema, readPlan, type Plan } from '@caesura/core/plan';
import type { Tables } from './database/schema.ts';
import type { MediaStore } from './media/media-store.ts';
import { planStore } from './plans/plan-store.ts';
import { versionStore } from './plans/version-store.ts';

const TYPES: Readonly<Record<string, string>> = {
  '.mp3': 'audio/mpeg',
  '.wav': 'audio/wav',
  '.jpg': 'image/jpeg',
  '.webm': 'video/webm',
};
/** Folders of the demo whose files are kept. */
const KEPT = ['.', 'poster', 'strip', 'movement', 'proxy', 'effects', 'voice', 'own-sound'];

/**
 * Notes what was made of the clips of a plan, so that their files are known when they are dropped.
 */
async function noteFootage(db: Kysely<Tables>, { clips }: Plan): Promise<void> {
  for (const clip of clips) {
    if (!clip.content) continue;
    const facts = JSON.stringify(FileFactsSchema.parse(clip));
    await db
      .insertInto('footage')
      .values({ content: clip.content, facts, made_at: new Date().toISOString() })
      .onConflict((c) => c.column('content').doNothing())
      .execute();
  }
}

/**
 * Brings the demo's plans, sound and posters in, once in the life of a database: its plans all at
 * once or none, whenever the process ends. Returns whether it did.
 */
export async function loadDemo(
  db: Kysely<Tables>,
  media: MediaStore,
  folder: string,
): Promise<boolean> {
  const name = 'demo';
  // The truth is written last: without it the demo is not there, or not whole.
  if (!existsSync(path.join(folder, 'truth.json'))) return false;
  if (await db.selectFrom('mark').select('name').where('name', '=', name).executeTakeFirst())
    return false;
  const files = KEPT.flatMap((sub) =>
    readdirSync(path.join(folder, sub)).map((file) => path.join(sub, file)),
  );
  const kept = files.filter((f) => /\.(mp3|wav|jpg|webm|outline|texture|movement)$/.test(f));
  // Together, since each waits until it is on the disk.
  await Promise.all(
    kept.map((file) =>
      media.add(createReadStream(path.join(folder, file)), TYPES[path.extname(file)] ?? ''),
    ),
  );
  const read = readdirSync(path.join(folder, 'plans'))
    .toSorted()
    .map((file) => JSON.parse(readFileSync(path.join(folder, 'plans', file), 'utf8')) as unknown)
    .map(readPlan);
  await db.transaction().execute(async (trx) => {
    const plans = planStore(trx, versionStore(trx));
    // The first last, so that it heads the list.
    for (const plan of read.toReversed()) {
      await plans.create(plan);
      await noteFootage(trx, plan);
    }
    await trx.insertInto('mark').values({ name, at: new Date().toISOString() }).execute();
  });
  return true;
}
