import { chromium } from '@playwright/test';
import { startServer } from './e2e/server.ts';
const server = await startServer();
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--autoplay-policy=no-user-gesture-required'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
page.on('console', (m) => console.log('console', m.text()));
page.on('pageerror', (e) => console.log('error', e.message));
await page.goto(`${server.address}/plans`);
await page.getByRole('link', { name: /Open day teaser/ }).click();
await page.getByRole('navigation', { name: 'Steps' }).getByText('Hand-off').click();
for (const form of ['WebM', 'MP4']) {
  await page.getByLabel('Form', { exact: true }).selectOption({ label: form });
  const t = Date.now();
  const d = page.waitForEvent('download', { timeout: 120000 });
  await page.getByRole('button', { name: 'Make the animatic' }).click();
  const f = await d.catch((e) => console.log(e.message));
  console.log(form, (Date.now() - t) / 1000);
  if (f) await f.saveAs(`/tmp/animatic.${form.toLowerCase()}`);
}
const d = page.waitForEvent('download', { timeout: 120000 });
const t = Date.now();
await page.getByRole('button', { name: 'Make the guide track' }).click();
await (await d).saveAs('/tmp/guide.wav');
console.log('guide', (Date.now() - t) / 1000);
await page.screenshot({ path: '/tmp/h1.png' });
await browser.close();
await server.stop();
