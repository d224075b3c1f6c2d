import { createHash, randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { expect, it } from 'vitest';
import { newPlan } from '@caesura/core/plan';
import { buildApp } from '../app.ts';
import { DATABASE_FILE } from '../database/open.ts';
import { openSqlite } from '../database/sqlite.ts';
import { temporaryFolder } from '../testing/server.ts';
import { backUp } from './backup.ts';
import { rescue } from './rescue.ts';
import { restore } from './restore.ts';

const settingsOf = (data: string) => ({
  ...{ host: '127.0.0.1', port: 0, data, root: data, mediaLimit: 1_000_000 },
});

async function inFolder(task: (folder: string) => Promise<void>): Promise<void> {
  const { folder, remove } = temporaryFolder();
  await task(folder).finally(remove);
}

const started = (folder: string) => buildApp(settingsOf(folder));
type App = Awaited<ReturnType<typeof started>>;

const namesOf = async (app: App): Promise<string[]> =>
  (await app.inject('/api/plans'))
    .json<{ name: string }[]>()
    .map(({ name }) => name)
    .toSorted();

const makePlan = (app: App, name: string) =>
  app.inject({ method: 'POST', url: '/api/plans', payload: { plan: newPlan(name) } });

/** Names that are unlike one another, so that each can be told in the bytes of a file. */
const NAMES = Array.from({ length: 200 }, (_, i) => `Plan ${String(i).padStart(3, '0')}`);

it('backs up while the server runs and saves go on, and brings all of it back in one command', () =>
  inFolder(async (folder) => {
    const data = path.join(folder, 'data');
    const file = path.join(folder, 'backup.tar');
    const app = await started(data);
    for (const name of NAMES.slice(0, 30)) await makePlan(app, name);
    const bytes = randomBytes(20_000);
    const id = createHash('sha256').update(bytes).digest('hex');
    const headers = { 'content-type': 'audio/wav' };
    await app.inject({ method: 'POST', url: '/api/media', payload: bytes, headers });
    const [words] = await Promise.all([backUp(data, file), makePlan(app, 'Saved beside it')]);
    expect(words).toMatch(/the database and 1 kept file\.$/);
    await expect(backUp(data, file)).rejects.toThrow('is there already');
    expect(readdirSync(data).filter((name) => name.startsWith('backup-'))).toEqual([]);
    // Not into a folder that a server works on.
    await expect(restore(data, file)).rejects.toThrow('is in use');
    await makePlan(app, 'After it');
    await app.close();

    const other = path.join(folder, 'other');
    expect(await restore(other, file)).toMatch(/the database and 1 kept file\.$/);
    const back = await started(other);
    expect((await namesOf(back)).filter((name) => NAMES.includes(name))).toEqual(
      NAMES.slice(0, 30),
    );
    expect(await namesOf(back)).not.toContain('After it');
    expect((await back.inject(`/api/media/${id}`)).rawPayload.equals(bytes)).toBe(true);
    await back.close();

    // Over what is there: that is set aside, and can be had again.
    expect(await restore(data, file)).toMatch(/What was there is in .*set-aside-/);
    const aside = readdirSync(data).find((name) => name.startsWith('set-aside-'))!;
    expect(existsSync(path.join(data, aside, DATABASE_FILE))).toBe(true);
  }));

it('refuses a backup that is not whole, and changes nothing', () =>
  inFolder(async (folder) => {
    const data = path.join(folder, 'data');
    const app = await started(data);
    await makePlan(app, 'Kept');
    await app.inject({
      ...{ method: 'POST', url: '/api/media', payload: randomBytes(9000) },
      headers: { 'content-type': 'audio/wav' },
    });
    await app.close();
    const file = path.join(folder, 'whole.tar');
    await backUp(data, file);
    const whole = readFileSync(file);
    const cases: [string, Buffer, RegExp][] = [
      ['short', whole.subarray(0, whole.length >> 1), /no whole tar archive|is damaged/],
      ['empty', Buffer.alloc(0), /holds no database|no whole tar/],
      ['garbage', Buffer.alloc(5000, 65), /holds no database|no whole tar/],
      [
        'flipped',
        Buffer.from(whole).fill(9, whole.length - 6000, whole.length - 5000),
        /is damaged/,
      ],
    ];
    for (const [name, bytes, says] of cases) {
      const broken = path.join(folder, `${name}.tar`);
      writeFileSync(broken, bytes);
      await expect(restore(data, broken), name).rejects.toThrow(says);
    }
    const again = await started(data);
    expect(await namesOf(again)).toEqual(['Kept']);
    await again.close();
  }));

it(
  'rescues every plan whose pages are whole, sets the damaged database aside as it is, and starts again',
  () =>
    inFolder(async (folder) => {
      const first = path.join(folder, 'first');
      const app = await started(first);
      for (const name of NAMES) await makePlan(app, name);
      await app.close();
      const whole = readFileSync(path.join(first, DATABASE_FILE));
      const page = 4096;
      for (let trial = 0; trial < 12; trial++) {
        const data = path.join(folder, `trial-${trial}`);
        mkdirSync(data);
        // Four pages are overwritten, never the first, which says what the file is.
        const bytes = Buffer.from(whole);
        const pages = Math.floor(bytes.length / page);
        const hit = [3, 5, 7, 11].map((step) => 1 + ((step * (trial * 17 + 5)) % (pages - 1)));
        for (const at of hit) bytes.fill(0x5a, at * page, (at + 1) * page);
        writeFileSync(path.join(data, DATABASE_FILE), bytes);
        await expect(started(data)).rejects.toThrow('is damaged');
        const words = await rescue(data);
        const aside = readdirSync(data).find((name) => name.startsWith('set-aside-'))!;
        expect(readFileSync(path.join(data, aside, DATABASE_FILE)).equals(bytes)).toBe(true);
        const back = await started(data);
        const names = await namesOf(back);
        await back.close();
        // Nothing is invented; and what comes is told.
        expect(names.every((name) => NAMES.includes(name))).toBe(true);
        if (names.length > 0) expect(words).toContain(`${names.length} plan`);
      }
    }),
  60_000,
);

it('rescues all but what lies on a page that is gone', () =>
  inFolder(async (folder) => {
    const data = path.join(folder, 'data');
    const app = await started(data);
    for (const name of NAMES) await makePlan(app, name);
    await app.close();
    const file = path.join(data, DATABASE_FILE);
    const bytes = readFileSync(file);
    // The page on which one document lies: by its own words, not by what SQLite says.
    const place = bytes.indexOf('"name":"Plan 100"');
    const at = Math.floor(place / 4096);
    const onIt = NAMES.filter((name) => {
      const lies = bytes.indexOf(`"name":"${name}"`);
      return Math.floor(lies / 4096) === at;
    });
    bytes.fill(0, at * 4096, (at + 1) * 4096);
    writeFileSync(file, bytes);
    const words = await rescue(data);
    const back = await started(data);
    const names = await namesOf(back);
    await back.close();
    expect(names).toHaveLength(NAMES.length - onIt.length);
    expect(names).toEqual(NAMES.filter((name) => !onIt.includes(name)));
    expect(words).toContain(`${names.length} plans`);
  }));

it('begins anew where nothing can be read, and says so', () =>
  inFolder(async (folder) => {
    writeFileSync(path.join(folder, DATABASE_FILE), randomBytes(30_000));
    expect(await rescue(folder)).toMatch(/^Nothing of it could be read\. What was there is in/);
    const app = await started(folder);
    expect(await namesOf(app)).toEqual([]);
    await app.close();
    expect(await rescue(folder)).toMatch(/^(Read|Nothing)/);
    const sqlite = openSqlite(path.join(folder, DATABASE_FILE));
    expect(sqlite.prepare('PRAGMA integrity_check').all([])).toEqual([{ integrity_check: 'ok' }]);
    sqlite.close();
  }));
