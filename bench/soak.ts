import { readdirSync, readFileSync } from 'node:fs';
import { chromium, type CDPSession, type Page } from '@playwright/test';
import { ROOT, startServer } from '../e2e/server.ts';

/** What one measurement found, in megabytes. */
interface Memory {
  /** Scripts and their data on the page, once what is not used is gone. */
  readonly page: number;
  /** All processes of the browser. */
  readonly browser: number;
  readonly server: number;
  /** Nodes of the page and listeners of its events, as counts. */
  readonly nodes: number;
  readonly listeners: number;
}

/** Memory of some processes that is theirs alone and their part of what is shared, in megabytes. */
const proportional = (pids: readonly number[]): number =>
  pids.reduce((sum, pid) => {
    try {
      const text = readFileSync(`/proc/${pid}/smaps_rollup`, 'utf8');
      return sum + Number(/^Pss:\s+(\d+)/m.exec(text)?.[1] ?? 0) / 1024;
    } catch {
      // It has ended since.
      return sum;
    }
  }, 0);

/** A process and all that it began, by their numbers. */
function family(of: number): number[] {
  const parents = new Map<number, number>();
  for (const name of readdirSync('/proc').filter((entry) => /^\d+$/.test(entry)))
    try {
      const text = readFileSync(`/proc/${name}/stat`, 'utf8');
      parents.set(Number(name), Number(text.slice(text.lastIndexOf(')') + 2).split(' ')[1]));
    } catch {
      // It has ended since.
    }
  const all = [of];
  for (const pid of all) for (const [child, parent] of parents) if (parent === pid) all.push(child);
  return all;
}

/** What lies on the heap of scripts of the page: what the engine compiled, and all else. */
interface Heap {
  readonly code: number;
  readonly data: number;
}

/** The heap of scripts by a snapshot, in megabytes: code that runs often is compiled ever again. */
async function heapOf(session: CDPSession): Promise<Heap> {
  const chunks: string[] = [];
  const take = ({ chunk }: { chunk: string }) => chunks.push(chunk);
  session.on('HeapProfiler.addHeapSnapshotChunk', take);
  await session.send('HeapProfiler.takeHeapSnapshot', { reportProgress: false });
  session.off('HeapProfiler.addHeapSnapshotChunk', take);
  const { snapshot, nodes } = JSON.parse(chunks.join('')) as {
    snapshot: { meta: { node_fields: string[]; node_types: [string[]] } };
    nodes: number[];
  };
  const { node_fields: fields, node_types: types } = snapshot.meta;
  const [type, size] = ['type', 'self_size'].map((name) => fields.indexOf(name)) as [
    number,
    number,
  ];
  const sums = { code: 0, data: 0 };
  for (let i = 0; i < nodes.length; i += fields.length) {
    const kind = types[0][nodes[i + type]!]!;
    // What the browser itself holds is no part of the heap of scripts.
    if (kind !== 'native') sums[kind === 'code' ? 'code' : 'data'] += nodes[i + size]! / 2 ** 20;
  }
  return sums;
}

async function measured(session: CDPSession, browser: number, server: number): Promise<Memory> {
  for (let i = 0; i < 2; i++) await session.send('HeapProfiler.collectGarbage');
  const { usedSize } = await session.send('Runtime.getHeapUsage');
  const { nodes, jsEventListeners } = await session.send('Memory.getDOMCounters');
  return {
    page: usedSize / 2 ** 20,
    browser: proportional(family(browser)),
    server: proportional([server]),
    nodes,
    listeners: jsEventListeners,
  };
}

/** Goes to a step, and looks at it for a moment. */
async function go(page: Page, name: string): Promise<void> {
  await page.getByRole('navigation', { name: 'Steps' }).getByText(name).click();
  await page.getByRole('heading', { level: 2, name, exact: true }).waitFor({ state: 'attached' });
  await page.waitForTimeout(1000);
}

/** Moves a cut to and fro, slips a shot, locks and unlocks, and takes some of it back. */
async function edits(page: Page, round: number): Promise<void> {
  await go(page, 'Score');
  await page.getByRole('button', { name: new RegExp(`^Cut ${2 + (round % 15)},`) }).click();
  for (const key of [']', '[', '.', ',', 'l', 'l']) await page.keyboard.press(key);
  await page.getByRole('button', { name: 'Table', exact: true }).click();
  await page.getByRole('button', { name: 'Lines', exact: true }).click();
  await page.locator('.shot-hold').nth(3).click();
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z');
}

/** Plays for some seconds, wherever there is something to play. */
async function play(page: Page, seconds: number): Promise<void> {
  await page.getByRole('button', { name: 'Play', exact: true }).first().click();
  await page.waitForTimeout(1000 * seconds);
  await page.keyboard.press(' ');
}

/** What a person does on every screen, one after the other: about a minute. */
async function useAll(page: Page, n: number): Promise<void> {
  await edits(page, n);
  for (const name of ['Moves', 'Speeds', 'Sound']) {
    await go(page, name);
    const tabs = page.getByRole('tab');
    for (let i = 0; i < (await tabs.count()); i++) await tabs.nth(i).click();
  }
  await go(page, 'Footage');
  await page.getByRole('link', { name: 'Guillotine' }).first().click();
  await page.getByRole('tab', { name: 'Alike' }).click();
  await go(page, 'Listen');
  await page.keyboard.press(' ');
  await page.waitForTimeout(4000);
  await page.keyboard.press(' ');
  await go(page, 'Rehearse');
  await play(page, 15);
  await go(page, 'Hand-off');
  for (const part of ['Audit', 'Changes'])
    await page.getByRole('link', { name: part, exact: true }).click();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('go to score');
  await page.keyboard.press('Enter');
  await page.getByRole('combobox', { name: 'What to do, or where to go' }).waitFor({
    state: 'detached',
  });
  // What was left is let go of, and the screen stands.
  await page.waitForTimeout(2000);
}

/**
 * Makes a plan of its own with clips, which are watched, and deletes it; comes back. The tool that
 * drives the page holds each field whose files it has set, also on an empty page: some 22 nodes.
 */
async function another(page: Page, address: string): Promise<void> {
  await page.getByRole('link', { name: 'Caesura' }).click();
  await page.getByRole('button', { name: 'New plan', exact: true }).click();
  await go(page, 'Footage');
  await page
    .locator('input[type=file][aria-label="Choose video files"]')
    .setInputFiles(
      ['flywheel', 'street-door'].map((name) => `${ROOT}/demo/output/clips/${name}.mp4`),
    );
  await page.getByRole('heading', { name: '2 clips' }).waitFor({ timeout: 120_000 });
  const id = /plans\/([^/]+)/.exec(page.url())![1]!;
  await page.locator('.pill-save', { hasText: 'Saved' }).waitFor();
  await page.request.delete(`${address}/api/plans/${id}`);
  await page.getByRole('link', { name: 'Caesura' }).click();
  await page.getByRole('link', { name: /^Open day teaser/ }).click();
  await page.getByRole('button', { name: /^Cut 1,/ }).waitFor();
}

/**
 * Uses the application by script for so many minutes, every fifth round with files that are new,
 * and says how much memory page, browser and server hold each minute, and at most, beside the most
 * of the first ten (or of a sixth of the time, where that is less).
 */
export async function benchSoak(minutes: number): Promise<void> {
  const server = await startServer();
  const launched = await chromium.launchServer({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--autoplay-policy=no-user-gesture-required'],
  });
  const browser = await chromium.connect(launched.wsEndpoint());
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const faults: string[] = [];
  page.on('pageerror', (error) => faults.push(error.message));
  const session = await page.context().newCDPSession(page);
  const plans = (await (await page.request.get(`${server.address}/api/plans`)).json()) as {
    id: string;
    name: string;
  }[];
  const teaser = plans.find(({ name }) => name === 'Open day teaser')!;
  await page.goto(`${server.address}/plans/${teaser.id}/score`);
  await page.getByRole('button', { name: /^Cut 1,/ }).waitFor();

  const from = performance.now();
  const settled = Math.min(10, minutes / 6);
  const minute = () => (performance.now() - from) / 60_000;
  let heap: Heap | null = null;
  const nothing = { page: 0, browser: 0, server: 0, nodes: 0, listeners: 0 };
  // What is held goes up and down as players and decoders come and go: the most is compared.
  const [before, after] = [{ ...nothing }, { ...nothing }];
  const parts = ['page', 'browser', 'server', 'nodes', 'listeners'] as const;
  let n = 0;
  try {
    while (minute() < minutes) {
      await useAll(page, n++);
      if (n % 5 === 0) await another(page, server.address);
      const now = await measured(session, launched.process().pid!, server.process.pid!);
      const most = minute() < settled ? before : after;
      for (const part of parts) most[part] = Math.max(most[part], now[part]);
      if (minute() >= settled) heap ??= await heapOf(session);
      console.log(
        `minute ${minute().toFixed(1)}, round ${n}: page ${now.page.toFixed(1)} MB, ` +
          `browser ${now.browser.toFixed(0)} MB, server ${now.server.toFixed(0)} MB, ` +
          `${now.nodes} nodes, ${now.listeners} listeners, ${faults.length} errors`,
      );
    }
    for (const part of parts)
      console.log(
        `${part}: at most ${after[part].toFixed(0)}, ${(after[part] / before[part]).toFixed(3)} of the ` +
          `most in the first ${settled.toFixed(0)} minutes`,
      );
    const last = await heapOf(session);
    for (const part of ['code', 'data'] as const)
      console.log(
        `of the page, ${part}: ${heap![part].toFixed(1)} MB after ${settled.toFixed(0)} minutes, ` +
          `${last[part].toFixed(1)} MB at the end`,
      );
  } finally {
    await browser.close();
    await launched.close();
    await server.stop();
  }
}
