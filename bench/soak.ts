import { readdirSync, readFileSync } from 'node:fs';
import { setTimeout } from 'node:timers/promises';
import { ROOT, startServer } from '../e2e/server.ts';
import { PlainBrowser, type Sought } from './plain-browser.ts';

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

/** What a process of the browser is for, by the kind that its command line names. */
function kindOf(pid: number): string {
  try {
    const words = readFileSync(`/proc/${pid}/cmdline`, 'utf8');
    return /--type=([a-z]+)/.exec(words)?.[1] ?? 'main';
  } catch {
    // It has ended since.
    return 'ended';
  }
}

/** What each kind of process of a browser holds, in words, in megabytes. */
function byKind(pids: readonly number[]): string {
  const kinds = pids.map(kindOf);
  return [...new Set(kinds)]
    .map((kind) => [kind, proportional(pids.filter((_, i) => kinds[i] === kind))] as const)
    .map(([kind, held]) => `${kind} ${held.toFixed(0)}`)
    .join(', ');
}

/** What lies on the heap of scripts of the page: what the engine compiled, and all else. */
interface Heap {
  readonly code: number;
  readonly data: number;
}

/** The heap of scripts by a snapshot, in megabytes: code that runs often is compiled ever again. */
async function heapOf(page: PlainBrowser): Promise<Heap> {
  const chunks: string[] = [];
  page.on('HeapProfiler.addHeapSnapshotChunk', ({ chunk }) => chunks.push(chunk as string));
  await page.send('HeapProfiler.takeHeapSnapshot', { reportProgress: false });
  page.on('HeapProfiler.addHeapSnapshotChunk', null);
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

async function measured(page: PlainBrowser, server: number): Promise<Memory> {
  for (let i = 0; i < 2; i++) await page.send('HeapProfiler.collectGarbage');
  const { usedSize } = await page.send<{ usedSize: number }>('Runtime.getHeapUsage');
  const { nodes, jsEventListeners } = await page.send<{ nodes: number; jsEventListeners: number }>(
    'Memory.getDOMCounters',
  );
  return {
    page: usedSize / 2 ** 20,
    browser: proportional(family(page.process.pid!)),
    server: proportional([server]),
    nodes,
    listeners: jsEventListeners,
  };
}

const button = (name: string | RegExp): Sought => ({ selector: 'button, [role=button]', name });
const tab: Sought = { selector: '[role=tab]' };
const brand: Sought = { selector: 'a.brand' };

/** Goes to a step, and looks at it for a moment. */
async function go(page: PlainBrowser, name: string): Promise<void> {
  await page.click({ selector: 'nav[aria-label=Steps] a', name });
  await page.waitFor({ selector: 'h2', name, hidden: true });
  await setTimeout(1000);
}

/** Moves a cut to and fro, slips a shot, locks and unlocks, and takes some of it back. */
async function edits(page: PlainBrowser, round: number): Promise<void> {
  await go(page, 'Score');
  await page.click(button(new RegExp(`^Cut ${2 + (round % 15)},`)));
  for (const key of [']', '[', '.', ',', 'l', 'l'] as const) await page.press(key);
  await page.click(button('Table'));
  await page.click(button('Lines'));
  await page.click({ selector: '.shot-hold', nth: 3 });
  for (let i = 0; i < 4; i++) await page.press('z', true);
}

/** What a person does on every screen, one after the other: about a minute. */
async function useAll(page: PlainBrowser, n: number): Promise<void> {
  await edits(page, n);
  for (const name of ['Moves', 'Speeds', 'Sound']) {
    await go(page, name);
    for (let i = 0; i < (await page.howMany(tab)); i++) await page.click({ ...tab, nth: i });
  }
  await go(page, 'Footage');
  await page.click({ selector: 'a', name: /Guillotine/ });
  await page.click({ ...tab, name: 'Alike' });
  await go(page, 'Listen');
  await page.press(' ');
  await setTimeout(4000);
  await page.press(' ');
  await go(page, 'Rehearse');
  await page.click(button('Play'));
  await setTimeout(15_000);
  await page.press(' ');
  await go(page, 'Hand-off');
  for (const name of ['Audit', 'Changes']) await page.click({ selector: 'a', name });
  await page.press('k', true);
  const palette = { selector: '[role=combobox]', name: 'What to do, or where to go' };
  await page.waitFor(palette);
  await page.type('go to score');
  await page.press('Enter');
  await page.waitFor(palette, false);
  // What was left is let go of, and the screen stands.
  await setTimeout(2000);
}

/** Opens the demo's film from the list of plans. */
async function openTeaser(page: PlainBrowser): Promise<void> {
  await page.click({ selector: 'a', name: /^Open day teaser/ });
  await page.waitFor({ selector: '.head', name: /Open day teaser/ });
  await page.waitFor(button(/^Cut 1,/));
}

/** Makes a plan of its own with clips, which are watched, and deletes it; comes back. */
async function another(page: PlainBrowser, address: string): Promise<void> {
  await page.click(brand);
  await page.click(button('New plan'));
  await go(page, 'Footage');
  await page.choose(
    { selector: 'input[type=file]', name: 'Choose video files' },
    ['flywheel', 'street-door'].map((name) => `${ROOT}/demo/output/clips/${name}.mp4`),
  );
  await page.waitFor({ selector: 'h2', name: '2 clips' });
  await page.waitFor({ selector: '.pill-save', name: 'Saved' });
  const id = /plans\/([^/]+)/.exec(await page.value<string>('location.pathname'))![1]!;
  await fetch(`${address}/api/plans/${id}`, { method: 'DELETE' });
  await page.click(brand);
  await openTeaser(page);
}

/**
 * Uses the application by script for so many minutes, every fifth round with files that are new,
 * and says how much memory page, browser and server hold each minute, and at most, beside the most
 * of the first ten (or of a sixth of the time, where that is less).
 */
export async function benchSoak(minutes: number): Promise<void> {
  const server = await startServer();
  const page = await PlainBrowser.open(server.address);
  let faults = 0;
  page.on('Runtime.exceptionThrown', () => faults++);
  await page.send('Runtime.enable');
  await openTeaser(page);

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
      const now = await measured(page, server.process.pid!);
      const most = minute() < settled || n === 1 ? before : after;
      for (const part of parts) most[part] = Math.max(most[part], now[part]);
      if (most === after) heap ??= await heapOf(page);
      console.log(
        `minute ${minute().toFixed(1)}, round ${n}: page ${now.page.toFixed(1)} MB, ` +
          `browser ${now.browser.toFixed(0)} MB (${byKind(family(page.process.pid!))}), server ${now.server.toFixed(0)} MB, ` +
          `${now.nodes} nodes, ${now.listeners} listeners, ${faults} errors`,
      );
    }
    for (const part of parts)
      console.log(
        `${part}: at most ${after[part].toFixed(0)}, ${(after[part] / before[part]).toFixed(3)} of the ` +
          `most in the first ${settled.toFixed(0)} minutes`,
      );
    const last = await heapOf(page);
    for (const part of ['code', 'data'] as const)
      console.log(
        `of the page, ${part}: ${heap![part].toFixed(1)} MB after ${settled.toFixed(0)} minutes, ` +
          `${last[part].toFixed(1)} MB at the end`,
      );
  } finally {
    await page.close();
    await server.stop();
  }
}
