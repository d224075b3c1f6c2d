import { readFileSync } from 'node:fs';
import { test as base, expect, type Locator, type Page } from '@playwright/test';
import { ROOT, startServer } from './server.ts';

/** A page that was watched for errors, on a server of the worker's own. */
export const test = base.extend<{ page: Page }, { address: string }>({
  address: [
    // eslint-disable-next-line no-empty-pattern -- the form that fixtures must have
    async ({}, use) => {
      const server = await startServer();
      await use(server.address);
      await server.stop();
    },
    { scope: 'worker' },
  ],
  baseURL: ({ address }, use) => use(address),
  page: async ({ page }, use) => {
    const errors: string[] = [];
    page.on('pageerror', (error) => errors.push(error.message));
    await use(page);
    expect(errors).toEqual([]);
  },
});

export { expect };

/** Opens a step of the plan by its name in the row. */
export const step = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Steps' }).getByText(name).click();

/** Makes a new plan and stays on its brief. */
export async function newPlan(page: Page): Promise<void> {
  await page.goto('/plans');
  await page.getByRole('button', { name: 'New plan', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'The film' })).toBeVisible();
}

/** Saves a plan under a name of the test's and opens a step of it. */
async function openOwn(page: Page, plan: object, path: string): Promise<void> {
  const data = { plan: { ...plan, name: 'Of this test only' } };
  const own = (await (await page.request.post('/api/plans', { data })).json()) as { id: string };
  await page.goto(`/plans/${own.id}/${path}`);
}

/** Opens a step of a copy of a plan of the demo's material, an even film as it is. */
export async function openDemo(
  page: Page,
  path: string,
  file: 'even' | 'rehearsed' = 'even',
): Promise<void> {
  const plan = JSON.parse(readFileSync(`${ROOT}/demo/output/tried/${file}.json`, 'utf8')) as object;
  await openOwn(page, plan, path);
}

/** Opens a step of a copy of the demo's teaser, so that nothing done to it meets another test. */
export async function openTeaser(page: Page, path: string): Promise<void> {
  const plans = (await (await page.request.get('/api/plans')).json()) as {
    id: string;
    name: string;
  }[];
  const teaser = plans.find(({ name }) => name === 'Open day teaser')!;
  const { plan } = (await (await page.request.get(`/api/plans/${teaser.id}`)).json()) as {
    plan: object;
  };
  await openOwn(page, plan, path);
}

/** Opens a page of the panel beside a sound. */
export const tab = (page: Page, name: string) =>
  page.getByRole('tab', { name, exact: true }).click();

/** Types into a labelled field and takes it. */
export async function type(page: Page, label: string, text: string): Promise<void> {
  const field = page.getByLabel(label, { exact: true });
  await field.fill(text);
  await field.press('Enter');
}

/** Waits until the server has everything. */
export const saved = (page: Page) => expect(page.locator('.pill-save')).toHaveText('Saved');

/** Chooses a file on a file input by its label. */
export const choose = (
  page: Page,
  label: string,
  file: { name: string; mimeType: string; buffer: Buffer },
) => page.locator(`input[type=file][aria-label="${label}"]`).setInputFiles(file);

/** Downloads a format of Hand-off and returns its text. */
export async function handOff(page: Page, format: string): Promise<string> {
  await step(page, 'Hand-off');
  await page
    .getByRole('region', { name: 'Formats' })
    .getByRole('button', { name: new RegExp(`^${format}`) })
    .click();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download' }).click();
  return readFileSync(await (await waiting).path(), 'utf8');
}

/**
 * The start frames of the events of a CMX 3600-form EDL at a whole rate, from the record timecodes;
 * and the end.
 */
export function recordFrames(edl: string, fps: number): { starts: number[]; end: number } {
  const frame = (timecode: string) => {
    const [h, m, s, f] = timecode.split(':').map(Number) as [number, number, number, number];
    return ((h * 60 + m) * 60 + s) * fps + f;
  };
  const events = [...edl.matchAll(/^\d{3}\s+\S+\s+V\s+C\s+\S+ \S+ (\S+) (\S+)\s*$/gm)];
  return { starts: events.map((e) => frame(e[1]!)), end: frame(events.at(-1)![2]!) };
}

/** Height of a row of the list on Moves, in pixels. */
const MOVE_ROW = 54;

/** Scrolls the list on Moves, which draws the rows that are in sight, to about a cut. */
export const scrollToCut = (page: Page, cut: number): Promise<void> =>
  page
    .getByRole('listbox', { name: 'Cuts and phrases' })
    .evaluate(
      (list, top) => list.parentElement!.scrollTo({ top }),
      Math.max(0, cut - 3) * MOVE_ROW,
    );

/** Opens a cut in the list on Moves. */
export async function openCut(page: Page, cut: number): Promise<void> {
  await scrollToCut(page, cut);
  await page.getByRole('option', { name: new RegExp(`^Cut ${cut} `) }).click();
  await expect(page.getByRole('heading', { name: `Cut ${cut}`, exact: true })).toBeVisible();
}

/**
 * Where something is once it has been at rest for half a second: what loads beside it may still
 * move it, and later on a busy machine.
 */
export async function restingBox(what: Locator) {
  let box = (await what.boundingBox())!;
  let rested = 0;
  await expect
    .poll(
      async () => {
        const before = box;
        box = (await what.boundingBox())!;
        rested = before.x === box.x && before.y === box.y ? rested + 1 : 0;
        return rested;
      },
      { intervals: [170] },
    )
    .toBeGreaterThanOrEqual(3);
  return box;
}
