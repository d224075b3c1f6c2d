import { readFileSync } from 'node:fs';
import path from 'node:path';
import { ROOT } from './server.ts';
import { choose, expect, newPlan, saved, step, tab, test, type } from './test.ts';

const file = (name: string) => readFileSync(path.join(ROOT, 'demo/output', name));

test('an MP3 is heard, corrected, played and its part chosen, by keys', async ({ page }) => {
  await newPlan(page);
  await type(page, 'Start timecode', '00:00:00:00');
  await step(page, 'Listen');
  const music = { name: 'shop.mp3', mimeType: 'audio/mpeg', buffer: file('open-day-music.mp3') };
  await choose(page, 'Choose a sound file', music);
  const panel = page.getByLabel('The sound', { exact: true });
  // The demo's music has 112 beats a minute by construction.
  await expect(panel).toContainText('≈ 111.99 BPM', { timeout: 120_000 });
  await tab(page, 'Ending');
  await expect(panel).toContainText(/Starts0\.25\d s/);

  await page.keyboard.press('h');
  await expect(panel).toContainText('≈ 56.00 BPM');
  await page.keyboard.press('d');
  await page.keyboard.press('d');
  await expect(panel).toContainText('≈ 223.99 BPM');
  await page.keyboard.press('Control+z');
  await expect(panel).toContainText('≈ 111.99 BPM');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('b');
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByRole('button', { name: 'Undo correct the beats' })).toBeEnabled();

  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('s');
  const from = panel.locator('dt', { hasText: 'Starts' }).locator('+ dd');
  // One beat of 60/112 s after the first at 0.25 s.
  await expect(async () => {
    expect(Math.abs(parseFloat(await from.innerText()) - (0.25 + 60 / 112))).toBeLessThan(0.005);
  }).toPass();
  await page.keyboard.press('ArrowLeft');
  await expect(page.locator('.foot')).toContainText('before the film');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('e');
  await expect(panel).toContainText('short');

  const mark = page.locator('.play-mark').first();
  await page.keyboard.press('Space');
  await expect(mark).toBeVisible();
  await page.keyboard.press('Space');
  await expect(mark).toBeHidden();
  await saved(page);
});

test('listening can be stopped, and nothing has changed then', async ({ page }) => {
  await newPlan(page);
  await step(page, 'Listen');
  // Ten minutes of noise take long enough to be stopped.
  const { wavOf } = await import('./wav.ts');
  let seed = 1;
  const noise = Float32Array.from(
    { length: 600 * 24000 },
    () => ((seed = (seed * 16807) % 2147483647) / 2147483647 - 0.5) / 2,
  );
  await choose(page, 'Choose a sound file', {
    name: 'long.wav',
    mimeType: 'audio/wav',
    buffer: Buffer.from(wavOf([noise], 24000)),
  });
  await expect(page.locator('.working').filter({ hasText: /Listening \d+ %/ })).toBeVisible({
    timeout: 120_000,
  });
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('heading', { name: 'No music yet' })).toBeVisible();
  await saved(page);
});

test('a sound too large to be held is heard and played bit by bit', async ({ page }) => {
  test.setTimeout(180_000);
  await newPlan(page);
  await step(page, 'Listen');
  // Four minutes of eight channels at 48 kHz would take 369 MB; in the first is a click every half
  // second.
  const buffer = readFileSync(path.join(ROOT, 'e2e/fixtures/long-in-eight-channels.flac'));
  await choose(page, 'Choose a sound file', { name: 'long.flac', mimeType: 'audio/flac', buffer });
  const panel = page.getByLabel('The sound', { exact: true });
  await expect(panel).toContainText('≈ 120.0', { timeout: 120_000 });
  await tab(page, 'Ending');
  await page.getByRole('button', { name: 'Whole file' }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await expect(page.locator('.play-mark').first()).toBeVisible();
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
});
