import { chromium } from '@playwright/test';
import { startServer } from './e2e/server.ts';
const server = await startServer();
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--autoplay-policy=no-user-gesture-required'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
page.on('console', (m) => console.log('console', m.text()));
page.on('pageerror', (e) => console.log('error', e.message));
await page.goto(`${server.address}/plans`);
await page.getByRole('link', { name: /Open day teaser/ }).click();
await page.getByRole('navigation', { name: 'Steps' }).getByText('Rehearse').click();
await page.waitForTimeout(2500);
await page.screenshot({ path: '/tmp/r1.png' });
await page.getByRole('button', { name: 'All', exact: true }).click();
await page.keyboard.press('Escape');
await page.getByRole('button', { name: 'Play', exact: true }).click();
for (let i = 0; i < 12; i++) {
  await page.waitForTimeout(1000);
  console.log(await page.locator('.late').textContent(), await page.locator('canvas').first().getAttribute('data-frame'));
}
await page.screenshot({ path: '/tmp/r2.png' });
await browser.close();
await server.stop();
