import type { Page } from '@playwright/test';
import { expect, recordFrames, saved, test } from './test.ts';
import { readFileSync } from 'node:fs';

/** Presses Tab until what has the focus carries a name. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let i = 0; i < 200; i++) {
    await page.keyboard.press('Tab');
    const focused = await page.evaluate(() => {
      const at = document.activeElement;
      const label =
        at instanceof HTMLInputElement || at instanceof HTMLSelectElement
          ? at.labels?.[0]?.innerText
          : '';
      return label || at?.getAttribute('aria-label') || (at as HTMLElement | null)?.innerText || '';
    });
    if (name.test(focused)) return;
  }
  throw new Error(`Tab does not lead to ${name}.`);
}

test('the whole way without a mouse: a new pace, a cut moved, the list downloaded', async ({
  page,
}) => {
  await page.goto('/plans');
  await expect(page.getByRole('link', { name: /Open day teaser/ })).toBeVisible();
  await tabTo(page, /^Open day teaser/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^Cut 1,/ })).toBeVisible();

  await tabTo(page, /^Pace$/);
  await page.keyboard.press('Control+a');
  await page.keyboard.type('1 bar');
  await page.keyboard.press('Enter');
  await tabTo(page, /^Even$/);
  await page.keyboard.press('Enter');
  await expect(page.getByText('21 shots')).toBeVisible();

  await tabTo(page, /^Cut 1,/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /^Cut 1/ })).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press(']');
  await expect(page.getByLabel('The cut')).toContainText('bar 3 · beat 2');
  await saved(page);

  await page.reload();
  await expect(page.getByRole('button', { name: /^Cut 1,/ })).toBeVisible();
  await tabTo(page, /^Hand-off$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Download' })).toBeVisible();
  await tabTo(page, /Download/);
  const waiting = page.waitForEvent('download');
  await page.keyboard.press('Enter');
  const { starts, end } = recordFrames(readFileSync(await (await waiting).path(), 'utf8'), 24);
  expect(end - starts[0]!).toBe(1080);
  // Bar 3 beat 2 of 112 BPM: 9 beats of 60/112 s are 4.821 s, frame 116 at 24 fps.
  expect(starts[2]! - starts[0]!).toBe(116);
});
