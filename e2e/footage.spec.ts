import { readFileSync } from 'node:fs';
import path from 'node:path';
import { ROOT } from './server.ts';
import { expect, newPlan, saved, step, test } from './test.ts';

const clips = JSON.parse(readFileSync(path.join(ROOT, 'demo/output/truth.json'), 'utf8')) as {
  clips: { id: string; rate: string; frames: number }[];
};

test('clips come in with the frames, rate, size and picture that their files hold', async ({ page }) => {
  await newPlan(page);
  await step(page, 'Footage');
  const names = ['platen-closes.mp4', 'sheet-lifted.mp4', 'type-set.webm'];
  await page
    .locator('input[type=file][aria-label="Choose video files"]')
    .setInputFiles(names.map((name) => path.join(ROOT, 'demo/output/clips', name)));
  await expect(page.getByRole('heading', { name: '3 clips' })).toBeVisible({ timeout: 60_000 });
  for (const [name, label] of [
    ['platen-closes', '120 fps'],
    ['sheet-lifted', '59.94 fps'],
    ['type-set', '59.94 fps'],
  ]) {
    const truth = clips.clips.find((c) => c.id === name)!;
    const card = page.getByRole('listitem').filter({ has: page.getByRole('heading', { name: name! }) });
    await expect(card).toContainText(label!);
    await expect(card).toContainText(`${truth.frames} f`);
    await expect(card).toContainText('640 × 360');
    await expect(card.getByTitle(`${truth.rate} frames a second`)).toBeVisible();
    const picture = card.locator('img.poster');
    await expect.poll(() => picture.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(192);
  }
  // The sheet comes to rest after it was lifted, and stays so to its end.
  const sheet = page.getByRole('listitem').filter({ has: page.getByRole('heading', { name: 'sheet-lifted' }) });
  await expect(sheet).toContainText('moments proposed');
  await expect(sheet.getByTitle(/comes to rest|a hit or break/).first()).toBeAttached();
  await sheet.getByRole('button', { name: 'Trim the still tail' }).click();
  await expect(sheet).toContainText(/0 to \d+/);
  await page.keyboard.press('Control+z');
  await expect(sheet).not.toContainText(/0 to \d+/);
  await page.getByRole('button', { name: 'sheet-lifted earlier' }).click();
  await expect(page.getByRole('heading', { level: 3 })).toHaveText(['sheet-lifted', 'platen-closes', 'type-set']);
  await page.getByRole('button', { name: 'Remove type-set' }).click();
  await expect(page.getByRole('heading', { name: '2 clips' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('heading', { name: '3 clips' })).toBeVisible();

  await page.getByRole('button', { name: 'Change platen-closes' }).click();
  await page.getByLabel('Usable from').fill('1s');
  await page.getByLabel('Usable to').fill('2000');
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByText('The usable range must start before it ends, within the clip.')).toBeVisible();
  await page.getByLabel('Usable to').fill('600');
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByText('120 to 600')).toBeVisible();
  await saved(page);
});

test('a dropped clip whose frames are unevenly spaced asks for the rate it will be used at', async ({ page }) => {
  await newPlan(page);
  await step(page, 'Footage');
  // Made with ffmpeg's select filter from 30 fps: 20 frames in a row, then every fifth and seventh.
  const bytes = readFileSync(path.join(ROOT, 'e2e/fixtures/uneven.mp4')).toString('base64');
  const transfer = await page.evaluateHandle((base64) => {
    const data = new DataTransfer();
    const content = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
    data.items.add(new File([content], 'uneven.mp4', { type: 'video/mp4' }));
    return data;
  }, bytes);
  await page.locator('.drop-area').dispatchEvent('drop', { dataTransfer: transfer });
  const dialog = page.getByRole('dialog', { name: 'A clip by hand' });
  await expect(dialog).toContainText('unevenly spaced');
  await expect(dialog.getByLabel('Name', { exact: true })).toHaveValue('uneven');
  await dialog.getByLabel('Frame rate').fill('30');
  await dialog.getByRole('button', { name: 'Add clip', exact: true }).click();
  await expect(page.getByText('160 × 90')).toBeVisible();
  await saved(page);
});
