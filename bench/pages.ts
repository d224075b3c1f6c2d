import { chromium, type Page } from '@playwright/test';
import { startServer } from '../e2e/server.ts';
import { longFilm } from './faults.ts';

type Say = (what: string, figure: string) => void;

const inBrowser = async (work: (page: Page, address: string) => Promise<void>): Promise<void> => {
  const server = await startServer();
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox'],
  });
  try {
    await work(await browser.newPage(), server.address);
  } finally {
    await browser.close();
    await server.stop();
  }
};

/** What goes over the wire, as packed as it is sent, for the list of plans and then for a plan. */
export const benchPage = (say: Say): Promise<void> =>
  inBrowser(async (page, address) => {
    const network = await page.context().newCDPSession(page);
    await network.send('Network.enable');
    const plain = new Set<string>();
    let sent = 0;
    network.on('Network.responseReceived', ({ requestId, response }) => {
      if (!response.url.includes('/api/')) plain.add(requestId);
    });
    network.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
      if (plain.has(requestId)) sent += encodedDataLength;
    });
    await page.goto(`${address}/plans`, { waitUntil: 'networkidle' });
    say('first page load, as sent with its headers', `${(sent / 1000).toFixed(0)} kB`);
    sent = 0;
    await page.getByRole('link', { name: /Open day teaser/ }).click();
    await page.getByRole('button', { name: /^Cut 1,/ }).waitFor();
    await page.waitForLoadState('networkidle');
    say('  opening a plan after that, without its data', `${(sent / 1000).toFixed(0)} kB`);
  });

/** Steps by one frame with the arrow key: from the key to the end of what React does for it. */
export const benchSteps = (say: Say): Promise<void> =>
  inBrowser(async (page, address) => {
    const answer = await page.request.post(`${address}/api/plans`, { data: { plan: longFilm() } });
    const { id } = (await answer.json()) as { id: string };
    for (const screen of ['score', 'joins/20', 'rehearse']) {
      await page.goto(`${address}/plans/${id}/${screen}`);
      await page.locator('main canvas, main .cut').first().waitFor({ state: 'attached' });
      await page.waitForTimeout(1500);
      const times = await page.evaluate(async () => {
        const taken: number[] = [];
        for (let i = 0; i < 60; i++) {
          const key = { key: 'ArrowRight', code: 'ArrowRight', bubbles: true };
          const from = performance.now();
          document.body.dispatchEvent(new KeyboardEvent('keydown', key));
          await Promise.resolve();
          await Promise.resolve();
          taken.push(performance.now() - from);
          document.body.dispatchEvent(new KeyboardEvent('keyup', key));
          await new Promise((done) => requestAnimationFrame(done));
        }
        return taken.toSorted((a, b) => a - b);
      });
      say(
        `a step by one frame on ${screen.split('/')[0]}, 401 shots`,
        `${times[30]!.toFixed(1)} ms, ${times[54]!.toFixed(1)} ms for the slowest tenth`,
      );
    }
  });

/** The list of a thousand plans, asked of the server. */
export async function benchList(say: Say): Promise<void> {
  const server = await startServer();
  const listed = async () => {
    const from = performance.now();
    const answer = await fetch(`${server.address}/api/plans`);
    const count = ((await answer.json()) as unknown[]).length;
    return { took: performance.now() - from, count };
  };
  await listed();
  const few = await listed();
  const plan = JSON.stringify({ plan: longFilm() });
  const headers = { 'content-type': 'application/json' };
  for (let i = few.count; i < 1000; i++)
    await fetch(`${server.address}/api/plans`, { method: 'POST', headers, body: plan });
  await listed();
  const many = await listed();
  say(
    `list of ${many.count} plans of 401 shots`,
    `${many.took.toFixed(0)} ms; of ${few.count}: ${few.took.toFixed(0)} ms`,
  );
  await server.stop();
}
