import { chromium } from '@playwright/test';
import { startServer } from './e2e/server.ts';
const server = await startServer();
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--autoplay-policy=no-user-gesture-required'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
page.on('console', (m) => console.log('console', m.text()));
page.on('pageerror', (e) => console.log('error', e.message));
await page.goto(`${server.address}/plans`);
await page.getByRole('link', { name: /with joins and sound/ }).click();
await page.getByRole('navigation', { name: 'Steps' }).getByText('Score').click();
await page.waitForTimeout(1500);
await page.screenshot({ path: '/tmp/sc.png' });
await page.getByRole('navigation', { name: 'Steps' }).getByText('Rehearse').click();
await page.getByRole('button', { name: 'All', exact: true }).click();
await page.getByRole('button', { name: 'Over and over' }).click();
await page.getByRole('button', { name: 'Play', exact: true }).click();
for (let i = 0; i < 24; i++) {
  await page.waitForTimeout(2000);
  console.log(await page.locator('.late').textContent(), await page.locator('canvas').first().getAttribute('data-frame'));
  if (i === 11) await page.screenshot({ path: '/tmp/r3.png' });
}
await browser.close();
await server.stop();
