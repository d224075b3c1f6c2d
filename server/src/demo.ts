import { createReadStream, existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import type { Kysely } from 'kysely';
import { readPlan } from '@caesura/core/plan';
import type { Tables } from './database/schema.ts';
import type { MediaStore } from './media/media-store.ts';
import type { PlanStore } from './plans/plan-store.ts';

const TYPES: Readonly<Record<string, string>> = { '.mp3': 'audio/mpeg', '.jpg': 'image/jpeg' };

/** Brings the demo's plans, sound and posters in, once in the life of a database. Returns whether it did. */
export async function loadDemo(
  db: Kysely<Tables>,
  plans: PlanStore,
  media: MediaStore,
  folder: string,
): Promise<boolean> {
  const name = 'demo';
  if (!existsSync(folder)) return false;
  if (await db.selectFrom('mark').select('name').where('name', '=', name).executeTakeFirst()) return false;
  const files = ['.', 'movement', 'posters'].flatMap((sub) =>
    readdirSync(path.join(folder, sub)).map((file) => path.join(sub, file)),
  );
  for (const file of files.filter((f) => /\.(mp3|jpg|outline|texture|movement)$/.test(f)))
    await media.add(createReadStream(path.join(folder, file)), TYPES[path.extname(file)] ?? '');
  // The teaser last, so that it heads the list.
  for (const file of readdirSync(path.join(folder, 'plans')).toSorted().toReversed())
    await plans.create(readPlan(JSON.parse(readFileSync(path.join(folder, 'plans', file), 'utf8'))));
  await db.insertInto('mark').values({ name, at: new Date().toISOString() }).execute();
  return true;
}
