import { chromium, type Browser, type Page } from '@playwright/test';
import type { Plan } from '@caesura/core/plan';
import { startServer } from '../e2e/server.ts';

/** The gaps between the pictures of the display, in milliseconds, while something is done. */
export async function gapsWhile(page: Page, work: () => Promise<void>): Promise<readonly number[]> {
  // As text, since what is compiled here would call helpers that the page does not have.
  await page.evaluate(`
    window.gaps = [];
    let last = performance.now();
    requestAnimationFrame(function frame(now) {
      window.gaps.push(now - last);
      last = now;
      requestAnimationFrame(frame);
    });
  `);
  await work();
  return (await page.evaluate('window.gaps.slice(2)')) as number[];
}

/** The middle of some gaps and the slowest twentieth, in words. */
export function smoothness(gaps: readonly number[]): string {
  const sorted = gaps.toSorted((a, b) => a - b);
  const at = (part: number) => sorted[Math.floor(part * (sorted.length - 1))]!;
  return `${at(0.5).toFixed(1)} ms from picture to picture at the middle, ${at(0.95).toFixed(1)} ms for the slowest twentieth`;
}

/** A browser and a server with nothing in it but the demo, until closed. */
export async function opened(): Promise<{
  browser: Browser;
  address: string;
  close: () => Promise<void>;
}> {
  const server = await startServer();
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox'],
  });
  const close = async () => {
    await browser.close();
    await server.stop();
  };
  return { browser, address: server.address, close };
}

/** Makes a new plan on a page and opens its Footage. */
export async function newPlanOn(page: Page, address: string): Promise<void> {
  await page.goto(`${address}/plans`);
  await page.getByRole('button', { name: 'New plan', exact: true }).click();
  await page.getByRole('navigation', { name: 'Steps' }).getByText('Footage').click();
}

/** Drops files on Footage. */
export const drop = (page: Page, files: readonly string[]): Promise<void> =>
  page.locator('input[type=file][aria-label="Choose video files"]').setInputFiles([...files]);

/** A page of the application on a step of a plan. */
export async function onPlan(
  plan: Plan,
  step: string,
): Promise<{ page: Page; close: () => Promise<void> }> {
  const { browser, address, close } = await opened();
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const made = await page.request.post(`${address}/api/plans`, { data: { plan } });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`${address}/plans/${id}/${step}`);
  return { page, close };
}
