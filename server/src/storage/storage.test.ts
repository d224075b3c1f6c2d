import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import type { FastifyInstance } from 'fastify';
import { expect, it } from 'vitest';
import { newPlan, type Plan } from '@caesura/core/plan';
import { openDatabase } from '../database/open.ts';
import { mediaPath } from '../media/media-path.ts';
import { mediaStore } from '../media/media-store.ts';
import { withServer } from '../testing/server.ts';
import { GRACE, sweep } from './sweep.ts';

const DAY = 86_400_000;

const keep = async (app: FastifyInstance, bytes: Buffer = randomBytes(3000)): Promise<string> =>
  (
    await app.inject({
      ...{ method: 'POST', url: '/api/media', payload: bytes },
      headers: { 'content-type': 'image/png' },
    })
  ).json<{ id: string }>().id;

/** A plan with a clip whose picture is a kept file. */
const planWith = (poster: string): Plan => ({
  ...newPlan(`With ${poster.slice(0, 6)}`),
  clips: [
    {
      ...{ id: 'c', name: 'Press', fileName: 'press.mp4', rate: { num: 25, den: 1 } },
      ...{ frames: 100, size: { width: 640, height: 360 }, start: 0, dropFrame: false, poster },
      ...{ usable: { in: 0, out: 100 }, moments: [], declined: [] },
    } as unknown as Plan['clips'][number],
  ],
});

const make = async (app: FastifyInstance, plan: Plan): Promise<string> =>
  (await app.inject({ method: 'POST', url: '/api/plans', payload: { plan } })).json<{
    id: string;
  }>().id;

const isKept = async (app: FastifyInstance, id: string): Promise<boolean> =>
  (await app.inject(`/api/media/${id}`)).statusCode === 200;

/** Sweeps as if so many days had passed. */
const later = (data: string) => async (days: number) => {
  const db = await openDatabase(data);
  const media = await mediaStore(db, data, 1e9);
  const now = new Date(Date.now() + days * DAY);
  const swept = await sweep(db, media, { now, media: GRACE, plans: GRACE });
  await db.destroy();
  return swept;
};

it('lets go of what nothing has referred to for thirty days, and of nothing else', () =>
  withServer(async (app, { data }) => {
    const after = later(data);
    const [used, unused, wanted] = [await keep(app), await keep(app), await keep(app)];
    await make(app, planWith(used));
    // Seen to be unused on the first day; on the twentieth one is used again.
    expect(await after(0)).toMatchObject({ files: 0, plans: 0 });
    expect(await after(20)).toMatchObject({ files: 0 });
    const plan = await make(app, planWith(wanted));
    expect(await after(31)).toMatchObject({ files: 1, bytes: 3000 });
    expect(await isKept(app, used)).toBe(true);
    expect(await isKept(app, wanted)).toBe(true);
    expect(await isKept(app, unused)).toBe(false);
    expect(existsSync(path.join(data, 'media', mediaPath(unused)))).toBe(false);

    // A plan that is deleted can be brought back for thirty days, with its pictures.
    await app.inject({ method: 'DELETE', url: `/api/plans/${plan}` });
    await after(29);
    expect(await isKept(app, wanted)).toBe(true);
    expect(
      (await app.inject({ method: 'POST', url: `/api/plans/${plan}/restore` })).statusCode,
    ).toBe(200);
    await app.inject({ method: 'DELETE', url: `/api/plans/${plan}` });
    expect(await after(31)).toMatchObject({ plans: 1 });
    expect(
      (await app.inject({ method: 'POST', url: `/api/plans/${plan}/restore` })).statusCode,
    ).toBe(404);
    await after(62);
    expect(await isKept(app, wanted)).toBe(false);
    expect(await isKept(app, used)).toBe(true);
  }));

it('keeps what only a version of a plan refers to', () =>
  withServer(async (app, { data }) => {
    const poster = await keep(app);
    const id = await make(app, planWith(poster));
    const named = await app.inject({
      ...{ method: 'POST', url: `/api/plans/${id}/versions`, payload: { name: 'First' } },
    });
    expect(named.statusCode).toBe(201);
    await app.inject({
      ...{ method: 'PUT', url: `/api/plans/${id}` },
      payload: { revision: 1, plan: newPlan('Without') },
    });
    await later(data)(0);
    await later(data)(40);
    expect(await isKept(app, poster)).toBe(true);
  }));

it('collects rows without files and files without rows, and forgets what was made of their clips', () =>
  withServer(async (app, { data }) => {
    const after = later(data);
    const [poster, other] = [await keep(app), await keep(app)];
    await make(app, planWith(poster));
    await make(app, planWith(other));
    const { clips } = planWith(poster);
    const content = 'c'.repeat(64);
    const put = await app.inject({
      ...{ method: 'PUT', url: `/api/footage/${content}` },
      payload: { ...clips[0], poster },
    });
    expect(put.statusCode).toBe(204);
    rmSync(path.join(data, 'media', mediaPath(poster)));
    const strange = path.join(data, 'media', 'ab');
    mkdirSync(strange, { recursive: true });
    const [old, fresh] = [path.join(strange, `ab${'0'.repeat(62)}`), path.join(strange, 'fresh')];
    writeFileSync(old, 'left by a kill');
    writeFileSync(fresh, 'being written');
    const twoDaysAgo = new Date(Date.now() - 2 * DAY);
    utimesSync(old, twoDaysAgo, twoDaysAgo);
    expect(await after(0)).toMatchObject({ files: 1, bytes: 14 });
    expect(readdirSync(strange)).toEqual(['fresh']);
    expect(await isKept(app, other)).toBe(true);
    // The file is dropped anew: it is watched again, and its picture is there again.
    expect((await app.inject(`/api/footage/${content}`)).statusCode).toBe(404);
  }));

it('says how much is kept, and frees it at once when it is told to, but not what just came', () =>
  withServer(async (app, { data }) => {
    const [used, unused] = [await keep(app), await keep(app)];
    const plan = await make(app, planWith(used));
    await app.inject({ method: 'DELETE', url: `/api/plans/${plan}` });
    const storage = async () =>
      (await app.inject('/api/storage')).json<{
        database: number;
        media: { files: number; bytes: number };
        unused: { files: number; bytes: number };
        deleted: { id: string; name: string }[];
      }>();
    expect(await storage()).toMatchObject({
      media: { files: 2, bytes: 6000 },
      deleted: [{ id: plan, name: `With ${used.slice(0, 6)}` }],
    });
    expect((await storage()).database).toBeGreaterThan(1000);
    const free = (deletedPlans: boolean) =>
      app.inject({ method: 'POST', url: '/api/storage/free', payload: { deletedPlans } });
    // What came within the hour may be of work that is not saved yet.
    expect((await free(false)).json()).toEqual({ plans: 0, files: 0, bytes: 0 });
    expect((await storage()).unused).toEqual({ files: 1, bytes: 3000 });
    const db = await openDatabase(data);
    await db.updateTable('media').set({ stored_at: '2020-01-01T00:00:00.000Z' }).execute();
    await db.destroy();
    expect((await free(false)).json()).toEqual({ plans: 0, files: 1, bytes: 3000 });
    expect(await isKept(app, unused)).toBe(false);
    expect((await storage()).deleted).toHaveLength(1);
    expect((await free(true)).json()).toEqual({ plans: 1, files: 1, bytes: 3000 });
    expect(await storage()).toMatchObject({ media: { files: 0, bytes: 0 }, deleted: [] });
  }));
