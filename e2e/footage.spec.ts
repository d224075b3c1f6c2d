import { readFileSync } from 'node:fs';
import path from 'node:path';
import { bringIn, clip, demoClip, H264, planOf } from './clips.ts';
import { ROOT } from './server.ts';
import { expect, newPlan, openDemo, saved, step, test } from './test.ts';
import type { Page } from '@playwright/test';

const card = (page: Page, name: string) =>
  page.getByRole('listitem').filter({ has: page.getByRole('heading', { name, exact: true }) });
const row = (page: Page, name: string) =>
  page.getByRole('region', { name: 'Files' }).getByRole('listitem').filter({ hasText: name });
const source = (rate: string, frames: number, size = '320x180') => [
  ...[
    '-f',
    'lavfi',
    '-i',
    `testsrc2=size=${size}:rate=120`,
    '-r',
    rate,
    '-frames:v',
    String(frames),
  ],
];

test('clips come in with the frames, rate, size and pictures that their files hold, and keep them', async ({
  page,
}) => {
  await newPlan(page);
  await step(page, 'Footage');
  await bringIn(page, [
    await clip('slow.mp4', [...source('120', 240), ...H264]),
    await clip('ntsc.mov', [...source('60000/1001', 120), ...H264, '-timecode', '01:00:00;02']),
    await clip('web.webm', [...source('24', 72, '640x360'), '-c:v', 'libvpx', '-b:v', '1M']),
  ]);
  await expect(page.getByRole('heading', { name: '3 clips' })).toBeVisible();
  for (const [name, rate, exact, size] of [
    ['slow', '120 fps', '120/1', '320 × 180'],
    ['ntsc', '59.94 fps', '60000/1001', '320 × 180'],
    ['web', '24 fps', '24/1', '640 × 360'],
  ] as const) {
    await expect(card(page, name)).toContainText(rate);
    await expect(card(page, name)).toContainText(size);
    await expect(card(page, name).getByTitle(`${exact} frames a second`)).toBeVisible();
    await expect(card(page, name).getByRole('img', { name: `How ${name} moves` })).toBeVisible();
    await expect(card(page, name).locator('.contact')).toBeVisible();
  }
  await saved(page);
  const { clips } = await planOf(page);
  expect(clips.map((c) => c.frames)).toEqual([240, 120, 72]);
  // SMPTE ST 12-1: one hour of drop-frame at 59.94 is 215 784 frames.
  expect(clips[1]).toMatchObject({ start: 215_786, dropFrame: true });

  await page.getByRole('button', { name: 'ntsc earlier' }).click();
  await expect(page.getByRole('heading', { level: 3 })).toHaveText(['ntsc', 'slow', 'web']);
  await page.getByRole('button', { name: 'Remove web' }).click();
  await expect(page.getByRole('heading', { name: '2 clips' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('heading', { name: '3 clips' })).toBeVisible();
  // What was made of a clip is no edit: undone to before it was there and redone, it has it all.
  await page.reload();
  await expect(card(page, 'slow').getByRole('img', { name: 'How slow moves' })).toBeVisible();

  await page.getByRole('button', { name: 'Change slow' }).click();
  await page.getByLabel('Usable from').fill('1s');
  await page.getByLabel('Usable to').fill('2000');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(
    page.getByText('The usable range must start before it ends, within the clip.'),
  ).toBeVisible();
  await page.getByLabel('Usable to').fill('200');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('120 to 200')).toBeVisible();
  await expect(card(page, 'slow').getByRole('img', { name: 'How slow moves' })).toBeVisible();
  await saved(page);
});

test('unevenly spaced frames are said to be so, counted at a usual rate, and counted anew at another', async ({
  page,
}) => {
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
  await expect(row(page, 'uneven.mp4')).toContainText('unevenly spaced');
  await expect(card(page, 'uneven')).toContainText('variable');
  await card(page, 'uneven').getByRole('link', { name: 'Open uneven' }).click();
  await page.getByRole('tab', { name: 'File' }).click();
  await expect(page.getByText(/variable: \d+ stored frames/)).toBeVisible();
  await page.getByRole('tab', { name: 'Speed' }).click();
  await saved(page);
  const before = (await planOf(page)).clips[0]!;
  await page.getByLabel('Rate', { exact: true }).selectOption('60');
  await saved(page);
  const after = (await planOf(page)).clips[0]!;
  const seconds = (c: typeof before) => (c.frames * c.rate.den) / c.rate.num;
  expect(after.rate).toEqual({ num: 60, den: 1 });
  expect(Math.abs(seconds(after) - seconds(before))).toBeLessThan(0.05);
});

test('a clip in the plan is recognised by its content under another name, and made only once', async ({
  page,
}) => {
  await openDemo(page, 'footage');
  await expect(page.getByRole('heading', { name: '12 clips' })).toBeVisible();
  await bringIn(page, [
    { ...demoClip('type-drawer.mp4'), name: 'A012_C004.mp4' },
    demoClip('guillotine.mp4'),
  ]);
  await expect(row(page, 'A012_C004.mp4')).toContainText(
    'recognised as “Type drawer”, by its content',
  );
  await expect(row(page, 'guillotine.mp4')).toContainText('in the plan already, as “Guillotine”');
  await expect(page.getByRole('heading', { name: '12 clips' })).toBeVisible();
  await expect(card(page, 'Type drawer')).toContainText('A012_C004.mp4');
  await page.keyboard.press('Control+z');
  await expect(card(page, 'Type drawer')).toContainText('type-drawer.mp4');
  // In another plan what was made of it is there at once: it is not watched again.
  await newPlan(page);
  await step(page, 'Footage');
  let watched = 0;
  page.on('worker', (worker) => (watched += worker.url().includes('eye-worker') ? 1 : 0));
  await page
    .locator('input[type=file][aria-label="Choose video files"]')
    .setInputFiles([demoClip('open-sign.webm')]);
  await expect(
    card(page, 'open-sign').getByRole('img', { name: 'How open-sign moves' }),
  ).toBeVisible();
  expect(watched).toBe(0);
});

test('a clip entered by hand is tied to its file when that turns up', async ({ page }) => {
  await newPlan(page);
  await step(page, 'Footage');
  await page.getByRole('button', { name: 'Enter by hand' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Press, close');
  await page.getByLabel('File name').fill('press.mp4');
  await page.getByLabel('Frame rate').fill('25');
  await page.getByLabel('Length').fill('50');
  await page.getByRole('button', { name: 'Add clip' }).click();
  await expect(card(page, 'Press, close')).toContainText('Not watched');
  await bringIn(page, [await clip('press.mp4', [...source('25', 50), ...H264])]);
  await expect(row(page, 'press.mp4')).toContainText('by its name and frames');
  await expect(page.getByRole('heading', { name: '1 clip' })).toBeVisible();
  await expect(
    card(page, 'Press, close').getByRole('img', { name: 'How Press, close moves' }),
  ).toBeVisible();
});

test('the queue works on while another screen is open, and can be stopped and gone on with', async ({
  page,
}) => {
  await newPlan(page);
  await step(page, 'Footage');
  const long = await clip('long.mp4', [...source('60', 480, '1280x720'), ...H264]);
  await page
    .locator('input[type=file][aria-label="Choose video files"]')
    .setInputFiles([long, demoClip('flywheel.mp4')]);
  await expect(row(page, 'long.mp4')).toContainText(/watching, \d+ %/);
  await page.getByRole('button', { name: 'Stop long.mp4' }).click();
  await expect(row(page, 'long.mp4')).toContainText('stopped');
  await expect(
    card(page, 'flywheel').getByRole('img', { name: 'How flywheel moves' }),
  ).toBeVisible();
  await expect(card(page, 'long')).toContainText('Not watched');
  await page.getByRole('button', { name: 'Try long.mp4 again' }).click();
  await expect(row(page, 'long.mp4')).toContainText(/watching, [1-9]\d* %/);
  await step(page, 'Brief');
  await expect(page.getByRole('heading', { name: 'The film' })).toBeVisible();
  await step(page, 'Footage');
  await expect(row(page, 'long.mp4')).toContainText(/watching, [1-9]\d* %/);
  await expect(card(page, 'long').getByRole('img', { name: 'How long moves' })).toBeVisible({
    timeout: 150_000,
  });
});

test('cards are found, filtered and put in order, by likeness too', async ({ page }) => {
  await openDemo(page, 'footage');
  const names = () => page.getByRole('heading', { level: 3 }).allTextContents();
  await page.getByLabel('Order', { exact: true }).selectOption('highest rate first');
  await expect.poll(async () => (await names())[0]).toBe('Platen closes');
  await page.getByLabel('Order', { exact: true }).selectOption('most alike first');
  await page.getByLabel('Alike to').selectOption('to Open sign');
  // Both hang before the brick wall.
  await expect.poll(async () => (await names()).slice(0, 1)).toEqual(['Open sign']);
  await page.getByLabel('Find clips by name').fill('dr');
  await expect.poll(async () => (await names()).toSorted()).toEqual(['Drying rack', 'Type drawer']);
  await page.getByLabel('Find clips by name').fill('');
  await page.getByLabel('Show', { exact: true }).selectOption('with moments');
  await expect(page.getByText('No clip is like that.')).toBeVisible();
  await page.getByLabel('Show', { exact: true }).selectOption('all');
  await page.getByLabel('Order', { exact: true }).selectOption('as laid out');
  await page.getByRole('button', { name: /^Keep \d+ (of \d+ )?proposed moments/ }).click();
  // Those that are clear to see; the soft ones stay proposed until all are kept.
  await expect(card(page, 'Inking roller')).toContainText('5 moments kept, ');
  await expect(card(page, 'Type drawer')).toContainText('0 moments kept, 2 proposed');
  await page.getByRole('button', { name: 'Keep moments by strength' }).click();
  await page.getByRole('button', { name: /^Keep all/ }).click();
  await expect(card(page, 'Type drawer')).toContainText('2 moments kept, 0 proposed');
  const before = (await planOf(page)).clips.map((c) => c.id);
  await page.getByRole('button', { name: 'Order by likeness' }).click();
  await saved(page);
  const after = (await planOf(page)).clips.map((c) => c.id);
  expect(after).not.toEqual(before);
  expect(after.toSorted()).toEqual(before.toSorted());
  expect(after[0]).toBe(before[0]);
});
