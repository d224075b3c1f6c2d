import { spawn, type ChildProcess } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import { once } from 'node:events';
import { cpSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createInterface } from 'node:readline';
import { setTimeout } from 'node:timers/promises';
import { newPlan } from '@caesura/core/plan';
import { openDatabase } from '../server/src/database/open.ts';
import { mediaStore } from '../server/src/media/media-store.ts';
import { GRACE, sweep } from '../server/src/storage/sweep.ts';
import { oldFolder } from '../server/src/testing/old-folder.ts';
import { ROOT } from '../e2e/server.ts';

const DAY = 86_400_000;

/** What kills found: how many, and what was acknowledged and is not there. */
interface Tally {
  kills: number;
  acknowledged: number;
  lost: string[];
}

const start = (data: string, root: string): ChildProcess =>
  spawn(process.execPath, [path.join(ROOT, 'server/dist/main.js')], {
    env: { ...process.env, CAESURA_ROOT: root, CAESURA_DATA: data, CAESURA_PORT: '0' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });

/** Waits for the address of a server; throws what it says instead. */
async function addressOf(child: ChildProcess): Promise<string> {
  let says = '';
  child.stderr!.on('data', (more: Buffer) => (says += more.toString()));
  for await (const line of createInterface(child.stdout!)) {
    const address = /http:\S+/.exec(line)?.[0];
    if (address) return address;
  }
  throw new Error(`The server did not start: ${says}`);
}

async function kill(child: ChildProcess): Promise<void> {
  if (child.exitCode !== null) return;
  child.kill('SIGKILL');
  await once(child, 'exit');
}

/** Kills in the middle of saves and uploads; every one that was answered has to be there after. */
async function savesAndUploads(kills: number): Promise<Tally> {
  const data = mkdtempSync(path.join(tmpdir(), 'caesura-kills-'));
  const tally: Tally = { kills: 0, acknowledged: 0, lost: [] };
  let id = '';
  let revision = 0;
  const media: string[] = [];
  for (; tally.kills < kills; tally.kills++) {
    const child = start(data, data);
    const address = await addressOf(child);
    const send = async (method: string, url: string, body: unknown) => {
      const answer = await fetch(address + url, {
        ...{ method, headers: { 'content-type': 'application/json' } },
        body: JSON.stringify(body),
      });
      if (!answer.ok) throw new Error(`${answer.status} ${await answer.text()}`);
      return (await answer.json()) as { id: string; revision: number };
    };
    if (id) {
      const stored = (await (await fetch(`${address}/api/plans/${id}`)).json()) as {
        revision: number;
        plan: { name: string };
      };
      if (stored.revision < revision || stored.plan.name !== `Revision ${stored.revision}`)
        tally.lost.push(`revision ${revision}, found ${stored.revision} “${stored.plan.name}”`);
      revision = stored.revision;
      for (const one of media.slice(-20)) {
        const bytes = Buffer.from(await (await fetch(`${address}/api/media/${one}`)).arrayBuffer());
        if (createHash('sha256').update(bytes).digest('hex') !== one)
          tally.lost.push(`media ${one}`);
      }
    } else {
      ({ id } = await send('POST', '/api/plans', { plan: newPlan('Revision 1') }));
      revision = 1;
    }
    const saving = (async () => {
      for (;;) {
        const plan = { ...newPlan(`Revision ${revision + 1}`), client: 'x'.repeat(100) };
        ({ revision } = await send('PUT', `/api/plans/${id}`, { revision, plan }));
        tally.acknowledged++;
      }
    })().catch(() => undefined);
    const uploading = (async () => {
      for (;;) {
        const answer = await fetch(`${address}/api/media`, {
          ...{ method: 'POST', headers: { 'content-type': 'image/png' } },
          body: new Uint8Array(randomBytes(50_000)),
        });
        media.push(((await answer.json()) as { id: string }).id);
        tally.acknowledged++;
      }
    })().catch(() => undefined);
    await setTimeout(30 + Math.random() * 250);
    await kill(child);
    await Promise.all([saving, uploading]);
  }
  tally.lost.push(...(await leftOver(data)));
  rmSync(data, { recursive: true, force: true });
  return tally;
}

/** What is left over in a folder after a start and the sweep of two days later. */
async function leftOver(data: string): Promise<string[]> {
  const db = await openDatabase(data);
  const media = await mediaStore(db, data, 1e9);
  const now = new Date(Date.now() + 2 * DAY);
  await sweep(db, media, { now, media: GRACE, plans: GRACE });
  const rows = (await db.selectFrom('media').select('id').execute()).map(({ id }) => id);
  await db.destroy();
  const folder = path.join(data, 'media');
  const files = existsSync(folder)
    ? readdirSync(folder, { recursive: true, withFileTypes: true }).filter((one) => one.isFile())
    : [];
  const names = new Set(files.map(({ name }) => name));
  return [
    ...readdirSync(path.join(data, 'incoming')).map((name) => `incoming ${name}`),
    ...[...names].filter((name) => !rows.includes(name)).map((name) => `no row for ${name}`),
    ...rows.filter((id) => !names.has(id)).map((id) => `no file for ${id}`),
  ];
}

/** Kills in the middle of the first start; then the demo is there once, whole. */
async function firstStarts(kills: number): Promise<Tally> {
  const tally: Tally = { kills: 0, acknowledged: 0, lost: [] };
  for (; tally.kills < kills; tally.kills++) {
    const data = mkdtempSync(path.join(tmpdir(), 'caesura-first-'));
    const first = start(data, ROOT);
    await setTimeout(100 + Math.random() * 900);
    await kill(first);
    const second = start(data, ROOT);
    const address = await addressOf(second);
    const plans = (await (await fetch(`${address}/api/plans`)).json()) as { name: string }[];
    const names = plans.map(({ name }) => name);
    tally.acknowledged += names.length;
    if (names.length !== 3 || new Set(names).size !== 3)
      tally.lost.push(names.join(', ') || 'none');
    await kill(second);
    rmSync(data, { recursive: true, force: true });
  }
  return tally;
}

/** Kills in the middle of bringing an old database up to date. */
async function migrations(kills: number): Promise<Tally> {
  const tally: Tally = { kills: 0, acknowledged: 0, lost: [] };
  const old = await oldFolder(200);
  for (; tally.kills < kills; tally.kills++) {
    const data = mkdtempSync(path.join(tmpdir(), 'caesura-migrate-'));
    cpSync(old, data, { recursive: true });
    const first = start(data, data);
    await setTimeout(100 + Math.random() * 500);
    await kill(first);
    const second = start(data, data);
    const address = await addressOf(second);
    const plans = (await (await fetch(`${address}/api/plans`)).json()) as unknown[];
    tally.acknowledged += plans.length;
    if (plans.length !== 200) tally.lost.push(`${plans.length} of 200 plans`);
    await kill(second);
    rmSync(data, { recursive: true, force: true });
  }
  rmSync(old, { recursive: true, force: true });
  return tally;
}

/** Kills the server so many times in all that it does, and says what was lost. */
export async function benchKills(count = 1000): Promise<void> {
  for (const [name, share, run] of [
    ['saves and uploads', 0.6, savesAndUploads],
    ['first starts', 0.2, firstStarts],
    ['migrations', 0.2, migrations],
  ] as const) {
    const { kills, acknowledged, lost } = await run(Math.ceil(count * share));
    console.log(
      `${name}: ${kills} kills, ${acknowledged} acknowledged or there, ${lost.length} lost or left over${lost.length > 0 ? `: ${lost.slice(0, 5).join(' | ')}` : ''}`,
    );
  }
}
