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
