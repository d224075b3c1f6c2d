import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { parse } from 'csv-parse/sync';
import { startServer } from './server.ts';
import { choose, expect, handOff, openDemo, saved, step, test } from './test.ts';

interface Otio {
  readonly OTIO_SCHEMA: string;
  readonly tracks: {
    readonly children: readonly {
      readonly kind: string;
      readonly children: readonly {
        readonly source_range: { readonly duration: { value: number; rate: number } };
      }[];
    }[];
  };
}

test('every format is seen first, and the files agree with one another', async ({ page }) => {
  await page.goto('/plans');
  await page
    .getByRole('link', { name: /Fifteen seconds/ })
    .first()
    .click();
  await expect(page.getByText('exact · 450 frames')).toBeVisible();

  await step(page, 'Hand-off');
  await expect(page.locator('.preview')).toContainText('FCM: DROP FRAME');
  const edl = await handOff(page, 'Edit decision list');
  expect(edl.match(/^\d{3}\s+\S+\s+V /gm)).toHaveLength(14);
  // 29.97 drop-frame: frame 450 after 01:00:00;00 is 01:00:15;00.
  expect(edl).toContain('01:00:15;00');

  const otio = JSON.parse(await handOff(page, 'OpenTimelineIO')) as Otio;
  expect(otio.OTIO_SCHEMA).toBe('Timeline.1');
  const video = otio.tracks.children.find((track) => track.kind === 'Video')!;
  const seconds = video.children.reduce(
    (sum, { source_range: { duration } }) => sum + duration.value / duration.rate,
    0,
  );
  expect(seconds).toBeCloseTo((450 * 1001) / 30000, 1);

  const rows = parse<Record<string, string>>(await handOff(page, 'Cut sheet'), {
    columns: true,
    bom: true,
  });
  expect(rows).toHaveLength(14);
  expect(rows.reduce((sum, row) => sum + Number(row['length frames']), 0)).toBe(450);
});

test('the sheet to print is seen as it is, printed, and fits its paper', async ({ page }) => {
  await openDemo(page, 'score', 'rehearsed');
  const html = await handOff(page, 'Sheet to print');
  const sheet = page.frameLocator('iframe.preview');
  const rows = (caption: string) =>
    sheet
      .locator('table', { has: page.locator('caption', { hasText: caption }) })
      .locator('tbody tr');
  await expect(rows('Shots')).toHaveCount(41);
  await expect(rows('Effects')).toHaveCount(11);
  await expect(rows('Notes')).toHaveCount(1);
  await expect(rows('Shots').nth(6)).toContainText('zoom through 5 + 5');
  await expect(rows('Shots').nth(6)).toContainText('Whoosh, hard');
  // The browser's own dialog cannot be answered here; that it is asked for can be seen.
  await page.evaluate(() => {
    const { contentWindow } = document.querySelector('iframe')!;
    contentWindow!.print = () => void (document.body.dataset.printed = 'yes');
  });
  await page.getByRole('button', { name: 'Print', exact: true }).click();
  await expect(page.locator('body')).toHaveAttribute('data-printed', 'yes');

  const paper = await page.context().newPage();
  await paper.setContent(html);
  const pdf = (await paper.pdf({ preferCSSPageSize: true })).toString('latin1');
  expect(pdf.match(/\/Type\s*\/Page\b/g)!.length).toBeGreaterThan(1);
  // A4 on its side is 842 by 595 points (ISO 216: 297 by 210 mm).
  const [, width, height] = /\/MediaBox\s*\[0 0 ([\d.]+) ([\d.]+)\]/.exec(pdf)!;
  expect([Math.round(Number(width)), Math.round(Number(height))]).toEqual([842, 595]);
  // Nothing is cut off at the side.
  await paper.setViewportSize({ width: Math.round((273 / 25.4) * 96), height: 700 });
  await paper.emulateMedia({ media: 'print' });
  expect(
    await paper.evaluate(() => document.documentElement.scrollWidth - innerWidth),
  ).toBeLessThanOrEqual(0);
});

test('a plan without cuts says what to do, and faults are told before the file is taken', async ({
  page,
}) => {
  await page.goto('/plans');
  await page.getByRole('button', { name: 'New plan', exact: true }).click();
  await step(page, 'Hand-off');
  await expect(page.getByRole('alert')).toContainText(
    'There are no cuts to hand over yet. Lay out first.',
  );
  await step(page, 'Brief');
  await page.getByLabel('Pace').fill('1s');
  await page.getByLabel('Pace').press('Enter');
  await step(page, 'Score');
  await page.getByRole('button', { name: 'Even', exact: true }).click();
  await step(page, 'Hand-off');
  await expect(page.getByText('There are no clips for the 30 shots.')).toBeVisible();
  await expect(page.getByRole('link', { name: /Footage/ })).toContainText('1');
  await saved(page);
});

test('the night theme is kept by the browser', async ({ page }) => {
  await page.goto('/plans');
  await page.getByRole('button', { name: 'Night theme' }).click();
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-bs-theme', 'dark');
  await expect(page.locator('body')).toHaveCSS('background-color', 'rgb(23, 25, 29)');
  await page.getByRole('button', { name: 'Day theme' }).click();
  await expect(page.locator('body')).toHaveCSS('background-color', 'rgb(239, 236, 229)');
});

test('a written file is read back beside it, and its receipt is kept with the plan', async ({
  page,
}) => {
  await openDemo(page, 'hand-off', 'rehearsed');
  await expect(page.getByText('Read back as planned.')).toBeVisible();
  await expect(page.getByText('If the reader takes it otherwise')).toBeVisible();
  await page
    .getByText(/^As near as the form can say/)
    .first()
    .click();
  await expect(page.getByRole('cell', { name: /one decimal/ }).first()).toBeVisible();
  await handOff(page, 'OpenTimelineIO');
  await expect(page.getByText(/\.otio .*revision \d+\./)).toBeVisible();
  await page.reload();
  await expect(page.getByText(/SHA-256 [0-9a-f]{12}/)).toBeVisible();
});

test('everything is handed over as one file that other programs open', async ({ page }) => {
  await openDemo(page, 'hand-off');
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make one file of all' }).click();
  const file = await (await waiting).path();
  const listed = execFileSync('python3', ['-m', 'zipfile', '-l', file], { encoding: 'utf8' });
  for (const name of ['.edl', '.otio', '.csv', '.markers.vtt', '.shooting.html', 'receipt.json'])
    expect(listed).toContain(name);
  await expect(page.getByText('6 files read back, all as planned.')).toBeVisible();
});

test('a version is kept, what changed since is listed and taken back one by one, and nothing is lost', async ({
  page,
}) => {
  await openDemo(page, 'hand-off/changes');
  await page.getByLabel('Name of this version').fill('Before the client');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Before the client')).toBeVisible();
  // The cut at shot 6 goes six frames later, and shot 13 slips.
  const url = new URL(page.url());
  const id = url.pathname.split('/')[2]!;
  const stored = (await (await page.request.get(`/api/plans/${id}`)).json()) as {
    revision: number;
    plan: { score: { shots: { start: number; sourceIn: number }[] } };
  };
  stored.plan.score.shots[5]!.start += 6;
  stored.plan.score.shots[12]!.sourceIn += 20;
  const { revision, plan } = stored;
  expect((await page.request.put(`/api/plans/${id}`, { data: { revision, plan } })).ok()).toBe(
    true,
  );
  await page.reload();
  await page
    .getByRole('button', { name: /Before the client/ })
    .first()
    .click();
  await expect(page.getByText('2 changes')).toBeVisible();
  await page.getByRole('button', { name: /^Take: The cut to .* 6 frames earlier/ }).click();
  await expect(page.getByText('1 change', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Go back to it' }).click();
  await expect(page.getByText('Both are the same, frame by frame.')).toBeVisible();
  await page.getByRole('button', { name: /^Undo go back to a version/ }).click();
  await expect(page.getByText('1 change', { exact: true })).toBeVisible();
});

test('a project goes to another machine: written with small copies and without, and opened again', async ({
  page,
}) => {
  await openDemo(page, 'hand-off');
  // A picture that no other machine has.
  const headers = { 'content-type': 'image/png' };
  const kept = await page.request.post('/api/media', { data: Buffer.from('ours'), headers });
  const { id: poster } = (await kept.json()) as { id: string };
  const own = `/api/plans/${/plans\/([^/]+)/.exec(page.url())![1]}`;
  const stored = (await (await page.request.get(own)).json()) as {
    revision: number;
    plan: { clips: object[] };
  };
  const clips = stored.plan.clips.map((clip, i) => (i === 0 ? { ...clip, poster } : clip));
  const { revision, plan } = stored;
  expect((await page.request.put(own, { data: { revision, plan: { ...plan, clips } } })).ok()).toBe(
    true,
  );
  await page.reload();
  const written = async () => {
    const waiting = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Make the project' }).click();
    return readFileSync(await (await waiting).path());
  };
  const whole = await written();
  await page.getByLabel('With the small copies of the clips').uncheck();
  const small = await written();
  expect(small.length).toBeLessThan(whole.length / 2);
  const other = await startServer();
  expect((await page.request.get(`${other.address}/api/media/${poster}`)).ok()).toBe(false);
  const open = (name: string, buffer: Buffer) =>
    choose(page, 'Import a plan or a cut', { name, mimeType: 'application/zip', buffer });
  await page.goto(`${other.address}/plans`);
  await open('broken.zip', whole.subarray(0, 4000));
  await expect(page.getByRole('alert')).toContainText('cannot be unpacked');
  await open('project.zip', whole);
  await expect(page.getByText('exact · 1 080 frames')).toBeVisible();
  expect((await page.request.get(`${other.address}/api/media/${poster}`)).ok()).toBe(true);
  await page.goto('about:blank');
  await other.stop();
});
