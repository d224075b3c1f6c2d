import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ROOT, startServer } from './server.ts';
import { choose, expect, newPlan, saved, step, test, type } from './test.ts';

test.use({ baseURL: undefined });

test('work goes on while the server is away, says so, and is saved when it is back; also over a reload', async ({
  browser,
}) => {
  const data = mkdtempSync(path.join(tmpdir(), 'caesura-away-'));
  const first = await startServer({ data });
  const port = new URL(first.address).port;
  const context = await browser.newContext({ baseURL: first.address });
  const page = await context.newPage();
  await newPlan(page);
  await saved(page);
  const address = page.url();

  first.process.kill('SIGKILL');
  await type(page, 'Client', 'Written in the dark');
  await expect(page.locator('.pill-save')).toHaveText('Not saved: no server, trying again');
  await page.waitForTimeout(500);
  const second = await startServer({ data, port });
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Client')).toHaveValue('Written in the dark');

  second.process.kill('SIGKILL');
  await type(page, 'Client', 'Kept by the browser');
  await expect(page.locator('.pill-save')).toContainText('Not saved');
  await page.waitForTimeout(500);
  await page.close({ runBeforeUnload: false });
  const third = await startServer({ data, port });
  const again = await context.newPage();
  await again.goto(address);
  await expect(again.getByLabel('Client')).toHaveValue('Kept by the browser');
  await saved(again);
  await again.reload();
  await expect(again.getByLabel('Client')).toHaveValue('Kept by the browser');
  await third.stop();
  rmSync(data, { recursive: true, force: true });
});

test('two tabs follow each other; what both did while the server was away is brought together', async ({
  browser,
}) => {
  test.setTimeout(120_000);
  const data = mkdtempSync(path.join(tmpdir(), 'caesura-tabs-'));
  const first = await startServer({ data });
  const port = new URL(first.address).port;
  const context = await browser.newContext({ baseURL: first.address });
  const [one, two] = [await context.newPage(), await context.newPage()];
  await newPlan(one);
  await type(one, 'Name', 'Two tabs');
  await saved(one);
  await two.goto(one.url());
  await expect(two.getByLabel('Name', { exact: true })).toHaveValue('Two tabs');
  // A save of one is seen in the other, as a step that can be undone.
  await type(one, 'Client', 'Marrow Lane');
  await expect(two.getByLabel('Client')).toHaveValue('Marrow Lane');
  await saved(two);
  await two.getByRole('button', { name: /^Undo .*in another tab/ }).click();
  await expect(one.getByLabel('Client')).toHaveValue('');

  first.process.kill('SIGKILL');
  await type(one, 'Client', 'Of the first tab');
  await type(two, 'Client', 'Of the second tab');
  for (const page of [one, two])
    await expect(page.locator('.pill-save')).toContainText('Not saved');
  await one.waitForTimeout(500);
  const address = one.url();
  await one.close({ runBeforeUnload: false });
  await two.close({ runBeforeUnload: false });

  const second = await startServer({ data, port });
  const back = await context.newPage();
  await back.goto(address);
  // The work that was done last is saved; for the other one chooses.
  const dialog = back.getByRole('dialog');
  await expect(dialog).toContainText('Changed in two places');
  await expect(back.getByLabel('Client')).toHaveValue('Of the first tab');
  await dialog.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(back.getByRole('heading', { level: 1 })).toHaveText('Two tabs (mine)');
  await back.goto(address);
  await expect(back.getByLabel('Client')).toHaveValue('Of the second tab');
  await saved(back);
  await expect(back.getByRole('dialog')).toHaveCount(0);
  await second.stop();
  rmSync(data, { recursive: true, force: true });
});

test('what is opened while the server is away says so, and comes by itself; a reload in the middle of work is told', async ({
  browser,
}) => {
  const data = mkdtempSync(path.join(tmpdir(), 'caesura-back-'));
  const first = await startServer({ data });
  const port = new URL(first.address).port;
  const context = await browser.newContext({ baseURL: first.address });
  const page = await context.newPage();
  await newPlan(page);
  await saved(page);
  first.process.kill('SIGKILL');
  // A screen whose parts were not loaded yet: the old one stays, with a word.
  await step(page, 'Listen');
  const notice = page.getByRole('alert').filter({ hasText: 'The server cannot be reached.' });
  await expect(notice).toBeVisible();
  await notice.getByRole('button', { name: 'Try now' }).click();
  await expect(notice).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Steps' })).toBeVisible();
  const second = await startServer({ data, port });
  await expect(page.getByRole('heading', { name: 'No music yet' })).toBeVisible();
  await expect(notice).toHaveCount(0);

  // The list of plans, and a plan by its address.
  second.process.kill('SIGKILL');
  await page.getByRole('link', { name: 'Caesura' }).click();
  await expect(page.getByRole('alert').first()).toContainText('The server cannot be reached.');
  const third = await startServer({ data, port });
  await expect(page.getByRole('link', { name: /Open day teaser/ })).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);

  // Watching a clip is broken off by a reload.
  await page.getByRole('link', { name: /New plan/ }).click();
  await step(page, 'Footage');
  await choose(page, 'Choose video files', {
    ...{ name: 'guillotine.mp4', mimeType: 'video/mp4' },
    // One more byte than the demo's own, so that nothing is known of it.
    buffer: Buffer.concat([
      readFileSync(`${ROOT}/demo/output/clips/guillotine.mp4`),
      Buffer.from([0, 0, 0, 8, 102, 114, 101, 101]),
    ]),
  });
  await expect(page.getByText(/^watching/)).toBeVisible();
  await page.reload();
  await expect(page.getByRole('alert')).toContainText(
    /The page was left while this was under way: watching guillotine\.mp4\./,
  );
  await third.stop();
  rmSync(data, { recursive: true, force: true });
});
