import { once } from 'node:events';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { connect } from 'node:net';
import path from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { sql } from 'kysely';
import { expect, it } from 'vitest';
import { newPlan } from '@caesura/core/plan';
import { buildApp } from './app.ts';
import { diskError } from './data-folder/disk-errors.ts';
import { DATABASE_FILE, openDatabase } from './database/open.ts';
import { openSqlite } from './database/sqlite.ts';
import { loadDemo } from './demo.ts';
import { mediaStore } from './media/media-store.ts';
import { planStore } from './plans/plan-store.ts';
import { versionStore } from './plans/version-store.ts';
import { oldFolder } from './testing/old-folder.ts';
import { failedStart, startProcess } from './testing/process.ts';
import { ROOT, temporaryFolder, withServer } from './testing/server.ts';

const settingsOf = (data: string) => ({
  ...{ host: '127.0.0.1', port: 0, data, root: data, mediaLimit: 1_000_000 },
});

async function inFolder(task: (folder: string) => Promise<void>): Promise<void> {
  const { folder, remove } = temporaryFolder();
  await task(folder).finally(remove);
}

/** What a start on a folder says that does not come about. */
const refusal = (folder: string) =>
  buildApp(settingsOf(folder)).then(
    async (app) => {
      await app.close();
      return 'it started';
    },
    (error: unknown) => {
      const { message, mend = '' } = error as { message: string; mend?: string };
      return `${message} ${mend}`;
    },
  );

/** A database with a few plans, closed. */
async function withPlans(folder: string, count: number): Promise<string> {
  const app = await buildApp(settingsOf(folder));
  for (let i = 0; i < count; i++) {
    const plan = { ...newPlan(`Plan ${i}`), client: 'x'.repeat(100) };
    await app.inject({ method: 'POST', url: '/api/plans', payload: { plan } });
  }
  await app.close();
  return path.join(folder, DATABASE_FILE);
}

it(
  'has its folder alone: a second start is told the address of the first, and harms nothing',
  () =>
    inFolder(async (folder) => {
      const { child, address } = await startProcess(folder);
      const upload = connect(Number(new URL(address).port), '127.0.0.1');
      upload.write(
        'POST /api/media HTTP/1.1\r\nHost: 127.0.0.1\r\ncontent-type: audio/wav\r\nContent-Length: 900000\r\n\r\n0123456789',
      );
      const incoming = path.join(folder, 'incoming');
      const waiting = () => (existsSync(incoming) ? openFiles(incoming) : 0);
      while (waiting() === 0) await setTimeout(20);
      const second = await failedStart(folder, { CAESURA_PORT: '0' });
      expect(second.code).toBe(1);
      expect(second.says).toContain(`in use by Caesura at ${address} (process ${child.pid})`);
      expect(second.says.trim().split('\n')).toHaveLength(1);
      // The upload of the first goes on.
      expect(waiting()).toBe(1);
      // It is ended within five seconds, whatever is open; then the folder is free.
      const before = Date.now();
      child.kill('SIGTERM');
      const [code] = (await once(child, 'exit')) as [number];
      expect(code).toBe(0);
      expect(Date.now() - before).toBeLessThan(5000);
      upload.destroy();
      expect(await refusal(folder)).toBe('it started');
    }),
  60_000,
);

const openFiles = (folder: string): number =>
  readdirSync(folder).filter((name) => !name.startsWith('.')).length;

it(
  'takes over a folder whose owner was killed',
  () =>
    inFolder(async (folder) => {
      const { child } = await startProcess(folder);
      child.kill('SIGKILL');
      await once(child, 'exit');
      expect(JSON.parse(readFileSync(path.join(folder, 'owner.json'), 'utf8'))).toMatchObject({
        pid: child.pid,
      });
      expect(await refusal(folder)).toBe('it started');
    }),
  60_000,
);

it('says in one sentence what is wrong with a folder or a database, and changes nothing', () =>
  inFolder(async (folder) => {
    const file = path.join(folder, 'file');
    writeFileSync(file, '');
    expect(await refusal(path.join(file, 'data'))).toMatch(/a part of its path is a file/);
    expect(await refusal(file)).toMatch(/there is a file of that name/);

    const made = (name: string, content: Buffer | null): string => {
      const data = path.join(folder, name);
      mkdirSync(data);
      if (content) writeFileSync(path.join(data, DATABASE_FILE), content);
      else mkdirSync(path.join(data, DATABASE_FILE));
      return data;
    };
    expect(await refusal(made('garbage', Buffer.alloc(9000, 65)))).toMatch(
      /is damaged: it is no database\. .*npm run rescue/,
    );
    expect(await refusal(made('folder', null))).toMatch(/cannot be opened/);
    // Empty is what a kill in the moment of its making leaves.
    expect(await refusal(made('empty', Buffer.alloc(0)))).toBe('it started');

    const whole = await withPlans(path.join(folder, 'whole'), 300);
    const bytes = readFileSync(whole);
    expect(await refusal(made('short', bytes.subarray(0, bytes.length >> 1)))).toMatch(
      /is damaged: parts of it/,
    );
    const holed = Buffer.from(bytes).fill(7, bytes.length >> 1, (bytes.length >> 1) + 40_000);
    const data = made('holed', holed);
    expect(await refusal(data)).toMatch(/is damaged: parts of it/);
    expect(readFileSync(path.join(data, DATABASE_FILE)).equals(holed)).toBe(true);

    const newer = openSqlite(whole);
    newer.prepare("INSERT INTO kysely_migration VALUES ('999-later', '2031')").run([]);
    newer.close();
    expect(await refusal(path.dirname(whole))).toMatch(/written by a newer version/);
  }));

it(
  'says that a database is locked by another program, and that a folder can only be read',
  () =>
    inFolder(async (folder) => {
      const file = await withPlans(folder, 1);
      const other = openSqlite(file);
      other.prepare('BEGIN EXCLUSIVE').run([]);
      expect(await refusal(folder)).toMatch(/another program has locked it\. End that program/);
      other.prepare('ROLLBACK').run([]);
      other.close();
      // Root may write everywhere.
      if (process.getuid?.() === 0) return;
      chmodSync(folder, 0o500);
      expect(await refusal(folder)).toMatch(/may not be written to/);
      chmodSync(folder, 0o700);
    }),
  20_000,
);

it.each([
  [{ CAESURA_HOST: '203.0.113.7' }, /There is no address 203\.0\.113\.7 on this machine/],
  [{ CAESURA_HOST: 'no-such-host.invalid' }, /There is no address no-such-host/],
])(
  'ends with one sentence where it cannot listen: %o',
  (environment, says) =>
    inFolder(async (folder) => {
      const failed = await failedStart(folder, environment);
      expect(failed.code).toBe(1);
      expect(failed.says).toMatch(says);
      expect(failed.says.trim().split('\n')).toHaveLength(1);
    }),
  30_000,
);

it('brings the demo in once, whole or not at all, also when it is killed in the middle', () =>
  inFolder(async (folder) => {
    const demo = path.join(ROOT, 'demo', 'output');
    const db = await openDatabase(folder);
    const media = await mediaStore(db, folder, 1e8);
    // Broken off at the last of its rows.
    const failing = db.withPlugin({
      transformQuery: ({ node }) => {
        if (node.kind === 'InsertQueryNode' && JSON.stringify(node).includes('"mark"'))
          throw new Error('broke off');
        return node;
      },
      transformResult: async ({ result }) => result,
    });
    await expect(loadDemo(failing, media, demo)).rejects.toThrow('broke off');
    const count = async () => (await db.selectFrom('plan').select('id').execute()).length;
    expect(await count()).toBe(0);
    expect(await loadDemo(db, media, demo)).toBe(true);
    const plans = await count();
    expect(plans).toBeGreaterThan(1);
    expect(await loadDemo(db, media, demo)).toBe(false);
    expect(await count()).toBe(plans);
    await db.destroy();
  }));

it('says that the disk is full, keeps what was saved, and goes on when there is room', () =>
  withServer(async (app, { data }) => {
    const save = (name: string) =>
      app.inject({ method: 'POST', url: '/api/plans', payload: { plan: newPlan(name) } });
    expect((await save('Before')).statusCode).toBe(201);
    const sqlite = openSqlite(path.join(data, DATABASE_FILE));
    const [{ page_count }] = sqlite.prepare('PRAGMA page_count').all([]) as [
      { page_count: number },
    ];
    sqlite.close();
    await app.close();
    // A database that may grow no more stands for a full disk: SQLite answers the same.
    const full = await openDatabase(data);
    await sql.raw(`PRAGMA max_page_count = ${page_count}`).execute(full);
    const plans = planStore(full, versionStore(full));
    const grown = { ...newPlan('Grown'), client: 'x'.repeat(120) };
    let refused: unknown = null;
    for (let i = 0; i < 400 && refused === null; i++)
      await plans.create(grown).catch((error: unknown) => (refused = error));
    expect(diskError(refused, 'The data folder')?.message).toBe(
      'The data folder cannot be used: the disk is full.',
    );
    await sql.raw('PRAGMA max_page_count = 1000000').execute(full);
    expect((await plans.create(grown)).plan.name).toBe('Grown');
    await full.destroy();
  }));

it('opens a folder as the first version left it, with all its plans', async () => {
  const data = await oldFolder(3);
  const app = await buildApp(settingsOf(data));
  const plans = (await app.inject('/api/plans')).json<{ name: string }[]>();
  expect(plans.map(({ name }) => name).toSorted()).toEqual(['Old 0', 'Old 1', 'Old 2']);
  expect((await app.inject('/api/storage')).statusCode).toBe(200);
  await app.close();
  rmSync(data, { recursive: true, force: true });
});
