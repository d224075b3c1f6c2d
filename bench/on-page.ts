import { chromium, type Page } from '@playwright/test';
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

/** A page of the application on a step of a plan. */
export async function onPlan(
  plan: Plan,
  step: string,
): Promise<{ page: Page; close: () => Promise<void> }> {
  const server = await startServer();
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const made = await page.request.post(`${server.address}/api/plans`, { data: { plan } });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`${server.address}/plans/${id}/${step}`);
  const close = async () => {
    await browser.close();
    await server.stop();
  };
  return { page, close };
}
