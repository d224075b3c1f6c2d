import { readFileSync } from 'node:fs';
import path from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { startServer } from '../e2e/server.ts';

/** Takes the pictures of the main views in both themes, on the demo, into docs/screenshots. */

const FOLDER = path.join(import.meta.dirname, 'screenshots');

const step = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Steps' }).getByText(name).click();

/** What comes back: a list of the film is read, audited, held against its plan; the slide rule. */
async function takeReturned(page: Page, take: (name: string) => Promise<void>): Promise<void> {
  await page.getByText('Read back as planned').waitFor();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download' }).click();
  const list = await (await waiting).path();
  await page.goto(`${server.address}/read`);
  await page.locator('input[type=file]').setInputFiles({
    ...{ name: 'second cut.edl', mimeType: 'text/plain', buffer: readFileSync(list) },
  });
  await page.getByRole('button', { name: 'Make a plan of it' }).waitFor();
  await page.getByText('It fits by file').first().waitFor();
  await take('read');
  await page.getByRole('button', { name: 'Make a plan of it' }).click();
  await page.getByRole('heading', { name: /its cuts against its music/ }).waitFor();
  await take('audit');
  await page.getByRole('link', { name: 'Changes' }).click();
  await page.getByLabel('Another plan').selectOption({ label: 'Open day teaser' });
  await page.getByRole('button', { name: /^Take/ }).first().waitFor();
  await take('changes');
  await page.getByRole('button', { name: 'Slide rule' }).click();
  await page.getByRole('button', { name: 'Ramp' }).click();
  await page.getByText('Source used').waitFor();
  await take('rule');
}

const server = await startServer();
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox'],
});
for (const theme of ['dark', 'light'] as const) {
  const page = await browser.newPage({
    viewport: { width: 1280, height: 800 },
    colorScheme: theme,
  });
  const take = async (name: string) => {
    // Of most views one theme is enough.
    if (theme === 'dark' && !['score', 'moves'].includes(name)) return;
    // Pictures come in when they come into view.
    await page.waitForLoadState('networkidle');
    // What is worked out or saved is there.
    await page.waitForFunction(
      () =>
        !document.querySelector('[role="progressbar"]') &&
        [undefined, 'Saved'].includes(document.querySelector('.pill-save')?.textContent),
    );
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
  if (theme === 'light') await takeReturned(page, take);
  await page.close();
}
await browser.close();
await server.stop();
