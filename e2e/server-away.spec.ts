import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { startServer } from './server.ts';
import { expect, newPlan, saved, test, type } from './test.ts';

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
