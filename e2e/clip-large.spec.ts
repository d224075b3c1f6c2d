import { planOf } from './clips.ts';
import { expect, openDemo, restingBox, saved, test } from './test.ts';
import type { Page } from '@playwright/test';

async function openClip(page: Page, name: string): Promise<void> {
  await openDemo(page, 'footage');
  await page.getByRole('link', { name: `Open ${name}` }).click();
  await expect(page.getByRole('heading', { name, level: 2 })).toBeVisible();
}
const here = (page: Page) => page.locator('.clip-here b');
const clipOf = async (page: Page, id: string) => {
  await saved(page);
  return (await planOf(page)).clips.find((c) => c.id === id)!;
};

test('moments are gone through, kept, declined and moved by keys', async ({ page }) => {
  await openClip(page, 'Type drawer');
  await expect(page.getByRole('button', { name: 'Keep all 2 proposed' })).toBeVisible();
  const [start, rest] = (await page.locator('.moment-go > .figures').allTextContents()).map(
    (text) => parseInt(text),
  );
  // The drawer is panned from 0.8 s to 5.6 s at 24 fps.
  expect(Math.abs(start! - 19)).toBeLessThanOrEqual(2);
  expect(Math.abs(rest! - 134)).toBeLessThanOrEqual(2);
  await page.keyboard.press('ArrowDown');
  await expect(here(page)).toHaveText(`${start} f`);
  await expect(page.locator('canvas.frame-picture').first()).toHaveAttribute(
    'data-frame',
    String(start),
  );
  await page.keyboard.press('p');
  await expect(
    page.getByRole('button', { name: `Frame ${start}: movement starts, kept` }),
  ).toBeAttached();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Delete');
  await expect(page.getByText('1 kept, 0 proposed')).toBeVisible();
  await page.keyboard.press('Shift+ArrowLeft');
  await page.keyboard.press('ArrowRight');
  await expect(here(page)).toHaveText(`${rest! - 9} f`);
  await page.keyboard.press('p');
  expect(await clipOf(page, 'type-drawer')).toMatchObject({
    moments: [
      { at: start, kind: 'start' },
      { at: rest! - 9, kind: 'peak' },
    ],
    declined: [rest],
  });
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByText('1 kept, 1 proposed')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: '12 clips' })).toBeVisible();
});

test('the still tail goes at one key, and the usable part is set from the position', async ({
  page,
}) => {
  await openClip(page, 'Drying rack');
  await page.getByRole('button', { name: 'Trim the tail' }).focus();
  await expect(page.getByRole('button', { name: 'Trim the tail' })).toBeEnabled();
  await page.keyboard.press('t');
  const trimmed = (await clipOf(page, 'drying-rack')).usable;
  // The tilt ends at 6.4 s: frame 160.
  expect(trimmed.in).toBe(0);
  expect(Math.abs(trimmed.out - 160)).toBeLessThanOrEqual(1);
  await expect(page.getByRole('button', { name: 'Trim the tail' })).toBeDisabled();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('i');
  const from = (await clipOf(page, 'drying-rack')).usable.in;
  expect(Math.abs(from - 15)).toBeLessThanOrEqual(2);
  await page.getByLabel('Up to', { exact: true }).fill('4s');
  await page.getByLabel('Up to', { exact: true }).press('Enter');
  expect((await clipOf(page, 'drying-rack')).usable).toEqual({ in: from, out: 100 });
});

test('moments and the usable part are dragged along the lines', async ({ page }) => {
  await openClip(page, 'Street door');
  const line = page.locator('.clip-line').first();
  const box = await restingBox(line);
  const xOf = (frame: number) => box.x + (frame / 96) * box.width;
  const pin = page.getByRole('button', { name: /^Frame \d+: movement starts, proposed$/ }).first();
  await pin.hover();
  await page.mouse.down();
  await page.mouse.move(xOf(50), box.y + 135, { steps: 4 });
  await page.mouse.up();
  expect((await clipOf(page, 'street-door')).moments).toEqual([{ at: 50, kind: 'start' }]);
  await page.getByRole('button', { name: 'Frame 50: movement starts, kept' }).hover();
  await page.mouse.down();
  await page.mouse.move(xOf(60), box.y + 135, { steps: 4 });
  await page.mouse.up();
  expect((await clipOf(page, 'street-door')).moments).toEqual([{ at: 60, kind: 'start' }]);
  await expect(here(page)).toHaveText('60 f');
  await page.mouse.move(xOf(0) + 3, box.y + 30);
  await page.mouse.down();
  await page.mouse.move(xOf(24), box.y + 30, { steps: 4 });
  await page.mouse.up();
  expect((await clipOf(page, 'street-door')).usable).toEqual({ in: 24, out: 168 });
});

test('plays at its rate, and a key pressed after a hit keeps the hit', async ({ page }) => {
  await openClip(page, 'Guillotine');
  await expect(page.getByRole('button', { name: /^Keep .* proposed$/ })).toBeVisible();
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await expect
    .poll(async () => parseInt((await here(page).textContent())!), { intervals: [20] })
    .toBeGreaterThan(105);
  await page.keyboard.press('p');
  await page.keyboard.press(' ');
  const { moments } = await clipOf(page, 'guillotine');
  expect(moments).toHaveLength(1);
  // The blade hits at 2 s, frame 100 at 50 fps.
  if (moments[0]!.at < 105) expect(Math.abs(moments[0]!.at - 100)).toBeLessThanOrEqual(2);
  const stopped = await here(page).textContent();
  await page.waitForTimeout(200);
  await expect(here(page)).toHaveText(stopped!);
});

test('a wrong rate is corrected, and speeds, lengths and faults follow', async ({ page }) => {
  await openClip(page, 'Platen closes');
  await page.getByRole('tab', { name: 'Speed' }).click();
  await expect(page.getByText(/Slowest clean speed 20 %/)).toBeVisible();
  await expect(page.getByText('At half speed every frame is a new one.')).toBeVisible();
  await expect(page.getByRole('row', { name: /^20 % 840 f/ })).toContainText('none');
  await page.getByLabel('Rate', { exact: true }).selectOption('24');
  await expect(page.getByText(/cannot be slowed/)).toBeVisible();
  await expect(
    page.getByText('At half speed 840 of 1 680 frames repeat the one before.'),
  ).toBeVisible();
  expect(await clipOf(page, 'platen-closes')).toMatchObject({
    rate: { num: 24, den: 1 },
    frames: 840,
  });
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/Slowest clean speed 20 %/)).toBeVisible();
});

test('what counts as still can be set, and clips are compared', async ({ page }) => {
  await openClip(page, 'Drying rack');
  const stills = () => page.locator('.line-movement .movement-still').count();
  await expect.poll(stills).toBeGreaterThan(0);
  await page.getByLabel('Camera up to').fill('900');
  await page.getByLabel('Camera up to').press('Enter');
  await page.getByLabel('Subject up to').fill('900');
  await page.getByLabel('Subject up to').press('Enter');
  await expect(page.getByTitle('Still from frame 0 to 200').first()).toBeAttached();
  await page.getByRole('button', { name: 'As usual' }).click();
  await expect(page.getByTitle('Still from frame 0 to 200')).toHaveCount(0);
  await page.getByLabel('Camera up to').fill('lots');
  await expect(page.getByText('“lots” is not a number from 0 to 1000.')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('tab', { name: 'Alike' }).click();
  await expect(page.locator('.alike-list li')).toHaveCount(5);
  await expect(page.getByText(/^Before Flywheel:/)).toBeVisible();
  await page.locator('.alike-list a').first().click();
  await expect(page.locator('.clip-head').getByRole('heading')).not.toHaveText('Drying rack');
});
