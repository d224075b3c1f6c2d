import { once } from 'node:events';
import path from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { expect, it } from 'vitest';
import { newPlan, type Plan } from '@caesura/core/plan';
import { DATABASE_FILE } from './database/open.ts';
import { openSqlite } from './database/sqlite.ts';
import { startProcess } from './testing/process.ts';
import { temporaryFolder } from './testing/server.ts';

const KILLS = 5;

const named = (revision: number): Plan => ({
  ...newPlan(`Revision ${revision}`),
  client: 'x'.repeat(100),
});

it('holds the last acknowledged save after each of several kills in the middle of saving', async () => {
  const { folder, remove } = temporaryFolder();
  let id = '';
  let acknowledged = 1;
  for (let kill = 0; kill < KILLS; kill++) {
    const { child, address } = await startProcess(folder);
    const send = async (method: string, url: string, body: unknown) => {
      const answer = await fetch(`${address}${url}`, {
        method,
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
      expect(answer.ok, await answer.clone().text()).toBe(true);
      return (await answer.json()) as { id: string; revision: number };
    };
    if (!id) ({ id } = await send('POST', '/api/plans', { plan: named(1) }));
    else
      acknowledged = (
        (await (await fetch(`${address}/api/plans/${id}`)).json()) as { revision: number }
      ).revision;
    const before = acknowledged;
    const saving = (async () => {
      for (;;) {
        await send('PUT', `/api/plans/${id}`, {
          revision: acknowledged,
          plan: named(acknowledged + 1),
        });
        acknowledged++;
      }
    })().catch((error: unknown) => error);
    await setTimeout(150 + kill * 40);
    child.kill('SIGKILL');
    await once(child, 'exit');
    expect(await saving).toBeInstanceOf(TypeError);
    expect(acknowledged).toBeGreaterThan(before);

    const database = openSqlite(path.join(folder, DATABASE_FILE));
    expect(database.prepare('PRAGMA integrity_check').all([])).toEqual([{ integrity_check: 'ok' }]);
    const [row] = database.prepare('SELECT revision, document FROM plan').all([]) as [
      { revision: number; document: string },
    ];
    database.close();
    // The save under way at the kill may have landed without its answer.
    expect(row.revision - acknowledged).toBeGreaterThanOrEqual(0);
    expect(row.revision - acknowledged).toBeLessThanOrEqual(1);
    expect((JSON.parse(row.document) as Plan).name).toBe(`Revision ${row.revision}`);
  }
  remove();
});
