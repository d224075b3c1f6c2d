import type { Page } from '@playwright/test';
import { expect, openDemo, saved, step, test, type } from './test.ts';

test.beforeEach(async ({ page }) => {
  await openDemo(page, 'score');
  await expect(page.getByRole('button', { name: /^Cut 1,/ })).toBeVisible();
});

const cutFrame = (page: Page) => page.getByLabel('The cut').getByLabel('Frame', { exact: true });

test('a cut is selected, moved from cue to cue and nudged by keys; the total stays; undo outlives a reload', async ({
  page,
}) => {
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('heading', { name: /^Cut 2/ })).toBeVisible();
  await expect(cutFrame(page)).toHaveValue('52');
  await expect(page.locator('.foot')).toContainText('bar 2 beat 1');

  await page.keyboard.press(']');
  await expect(cutFrame(page)).toHaveValue('64');
  await expect(page.getByLabel('The cut')).toContainText('bar 2 · beat 2');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(cutFrame(page)).toHaveValue('66');
  await expect(page.getByLabel('The cut')).toContainText('Nearest cue');
  await page.keyboard.press('[');
  await expect(cutFrame(page)).toHaveValue('64');
  await expect(page.getByText('exact · 1 080 frames')).toBeVisible();
  await saved(page);

  await page.reload();
  await expect(page.getByRole('button', { name: /^Cut 2,/ })).toBeVisible();
  for (const frame of ['66', '64', '52']) {
    await page.keyboard.press('Control+z');
    await page.getByRole('button', { name: /^Cut 2,/ }).click();
    await expect(cutFrame(page)).toHaveValue(frame);
  }
  await page.keyboard.press('Control+Shift+z');
  await expect(cutFrame(page)).toHaveValue('64');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeDisabled();
  await saved(page);
});

test('a cut is worked on by mouse and by typing; one that would empty a shot is refused', async ({
  page,
}) => {
  await page.getByRole('button', { name: /^Cut 3, frame 77/ }).click();
  await page.getByRole('button', { name: 'Later cue' }).click();
  await expect(cutFrame(page)).toHaveValue('90');
  await page.getByRole('button', { name: '−1 f' }).click();
  await expect(cutFrame(page)).toHaveValue('89');
  await cutFrame(page).fill('500');
  await cutFrame(page).press('Enter');
  await expect(page.getByRole('alert')).toContainText(
    'Cut 3 cannot go to frame 500: a shot would be left without a frame.',
  );
  await expect(page.getByRole('alert')).toContainText('It can go from 53 to 102.');
  await page.getByRole('button', { name: 'Remove cut' }).click();
  await expect(page.getByText('40 shots')).toBeVisible();
  await expect(page.getByText('exact · 1 080 frames')).toBeVisible();
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByText('41 shots')).toBeVisible();
  await saved(page);
});

test('the table shows every figure of every shot', async ({ page }) => {
  await page.getByRole('button', { name: 'Table' }).click();
  const row = page.getByRole('row').filter({ hasText: 'Platen closes' }).first();
  await expect(row.getByRole('cell')).toHaveText([
    'Platen closes',
    '154',
    '01:00:06:10',
    '26',
    '4 · 1',
    /^[+−]?\d+\.\d$/,
    /^[+−]?0\.\d\d$/,
    '0',
    '126',
    '100 %',
    '120',
    '',
  ]);
  await row.click();
  await expect(page.getByRole('heading', { name: /^Cut 6/ })).toBeVisible();
});

test('another rate keeps the time and the cues', async ({ page }) => {
  await step(page, 'Brief');
  await page.getByLabel('Frame rate').selectOption('50');
  await expect(page.getByText('exact · 2 250 frames')).toBeVisible();
  await step(page, 'Score');
  await expect(page.locator('.layout-figures')).toContainText('40 of 40 on a cue');
  await step(page, 'Brief');
  await type(page, 'Target length', '40s');
  await expect(page.getByText('250 frames over', { exact: true })).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByText('exact · 1 080 frames')).toBeVisible();
  await saved(page);
});

test('all keys are listed', async ({ page }) => {
  await page.keyboard.press('?');
  const dialog = page.getByRole('dialog', { name: 'Keys' });
  for (const label of [
    'play',
    'frame',
    'cut',
    'move to cue',
    'nudge',
    'remove the cut',
    'undo',
    'redo',
  ])
    await expect(dialog.getByRole('rowheader', { name: label, exact: true })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(dialog).toBeHidden();
});
