import path from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { startServer } from '../e2e/server.ts';

/** Takes the pictures of the main views in both themes, on the demo, into docs/screenshots. */

const FOLDER = path.join(import.meta.dirname, 'screenshots');

const step = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Steps' }).getByText(name).click();

const server = await startServer();
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox'],
});
for (const theme of ['light', 'dark'] as const) {
  const page = await browser.newPage({
    viewport: { width: 1280, height: 800 },
    colorScheme: theme,
  });
  const take = async (name: string) => {
    // Of the plainest views one theme is enough.
    if (
      theme === 'dark' &&
      ['plans', 'brief', 'listen', 'footage', 'clip', 'hand-off'].includes(name)
    )
      return;
    // Pictures come in when they come into view.
    await page.waitForLoadState('networkidle');
    await page.waitForTimeout(200);
    await page.screenshot({
      path: path.join(FOLDER, `${name}-${theme === 'dark' ? 'night' : 'day'}.png`),
    });
  };
  await page.goto(`${server.address}/plans`);
  const teaser = page.getByRole('link', { name: /Open day teaser/ });
  await teaser.waitFor();
  await take('plans');
  await teaser.click();
  await page.getByRole('button', { name: /^Cut 11,/ }).click();
  await take('score');
  await page.getByRole('button', { name: 'Table' }).click();
  if (theme === 'light') {
    await page.getByRole('button', { name: 'Charts' }).click();
    await page.getByText('Average shot length').waitFor();
    await take('score-charts');
    await page.getByRole('button', { name: 'Lines' }).click();
    await page.getByRole('button', { name: 'Wishes', exact: true }).click();
    await take('score-wishes');
    await page.getByRole('button', { name: 'Propose', exact: true }).click();
    await page.getByRole('button', { name: 'Stop' }).waitFor({ state: 'detached' });
    await page.getByRole('button', { name: 'Wishes', exact: true }).click();
    await take('score-proposals');
    await page.getByRole('button', { name: 'Put away' }).click();
  }
  await step(page, 'Moves');
  await page.getByRole('button', { name: /^phrases/ }).click();
  await page.getByRole('option', { name: /punch-in/ }).click();
  await page.getByRole('button', { name: /^all/ }).click();
  await page.waitForFunction(
    () =>
      document.querySelectorAll('canvas[data-sources]').length ===
      document.querySelectorAll('.frame-strip canvas').length,
  );
  await take('moves');
  await page.goto(page.url().replace(/moves.*$/, 'speeds/7'));
  await page.getByRole('heading', { name: /^Shot 7,/ }).waitFor();
  await page.waitForFunction(
    () =>
      document.querySelectorAll('canvas[data-sources]').length ===
      document.querySelectorAll('.frame-strip canvas').length,
  );
  await take('speeds');
  await step(page, 'Sound');
  await page
    .getByRole('listbox', { name: 'Cuts and effects' })
    .getByRole('option', { name: /^Cut 2 / })
    .click();
  await page.locator('canvas[data-frame="103"]').waitFor();
  await page.getByText(/All together .* LUFS/).waitFor();
  await take('sound');
  await step(page, 'Rehearse');
  await page.getByRole('button', { name: /^Cut 2,/ }).click();
  await page.locator('canvas[data-frame="103"]').waitFor();
  await take('rehearse');
  await page.goto(`${server.address}/plans`);
  await teaser.click();
  for (const name of ['Brief', 'Listen', 'Footage', 'Hand-off']) {
    await step(page, name);
    await page.mouse.move(640, 790);
    // Curves are drawn once their files have come.
    await page.waitForFunction(() => !document.querySelector('.movement-strip:not(:has(svg))'));
    await take(name.toLowerCase());
    if (name !== 'Footage') continue;
    await page.getByRole('link', { name: 'Open Street door' }).click();
    await page.locator('canvas[data-frame="0"]').waitFor();
    for (const key of ['ArrowDown', 'p', 'ArrowDown', 'p', 'ArrowDown', 'Shift+ArrowRight', 't'])
      await page.keyboard.press(key);
    await page.locator('canvas:not([data-frame="0"]).frame-picture').waitFor();
    await take('clip');
    for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  }
  await page.close();
}
await browser.close();
await server.stop();
