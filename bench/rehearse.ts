import { execFileSync } from 'node:child_process';
import { chromium, type Page } from '@playwright/test';
import { startServer } from '../e2e/server.ts';

/** Prints a figure under its name. */
type Say = (name: string, figure: string) => void;

/** Length of the demo film, in seconds. */
const FILM = 45;

/** Opens Rehearse on the demo plan with joins and sound, does some work there, and closes it all. */
async function onRehearse(work: (page: Page) => Promise<void>): Promise<void> {
  const server = await startServer();
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--autoplay-policy=no-user-gesture-required'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${server.address}/plans`);
  await page.getByRole('link', { name: /with joins and sound/ }).click();
  await page.getByRole('navigation', { name: 'Steps' }).getByText('Rehearse').click();
  await page.locator('canvas[data-frame="0"]').waitFor();
  await work(page);
  await browser.close();
  await server.stop();
}

/** What the player says of its frames. */
const lateness = async (page: Page): Promise<{ late: number; due: number }> => {
  const [late, due] = ((await page.locator('.late').textContent()) ?? '').match(/\d+/g)!.map(Number);
  return { late: late!, due: due! };
};

/** Frames that come late over the whole film at its rate, and how fast the animatic is made. */
export const benchRehearsing = (say: Say): Promise<void> =>
  onRehearse(async (page) => {
    await page.getByRole('button', { name: 'All', exact: true }).click();
    await page.getByRole('button', { name: 'Over and over' }).click();
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    let told = { late: 0, due: 0 };
    while (!(await page.getByRole('button', { name: 'Play', exact: true }).isVisible())) {
      await page.waitForTimeout(500);
      if (/\d/.test((await page.locator('.late').textContent()) ?? '')) told = await lateness(page);
    }
    say(
      'frames of the demo that come late at 24 fps',
      `${((100 * told.late) / told.due).toFixed(2)} % (${told.late} of ${told.due})`,
    );
    const waiting = page.waitForEvent('download', { timeout: 300_000 });
    const from = performance.now();
    await page.getByRole('button', { name: 'Make the animatic' }).click();
    await waiting;
    const took = (performance.now() - from) / 1000;
    say('animatic of the demo at 640 across', `${(FILM / took).toFixed(1)} × real time (${took.toFixed(1)} s)`);
  });

/** The longest time without a new picture while two versions are switched to and fro, and while none is. */
export const benchSwitching = (say: Say): Promise<void> =>
  onRehearse(async (page) => {
    await page.getByRole('button', { name: 'Keep this as B' }).click();
    await page.getByRole('button', { name: /^Cut 6,/ }).click();
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    await page.waitForTimeout(3000);
    const gaps = async (work: () => Promise<void>): Promise<number> => {
      const canvas = page.locator('canvas[data-frame]');
      await canvas.evaluate((node) => {
        let last = performance.now();
        let longest = 0;
        const observer = new MutationObserver(() => {
          const now = performance.now();
          longest = Math.max(longest, now - last);
          last = now;
          (node as HTMLElement).dataset.gap = String(longest);
        });
        observer.observe(node, { attributes: true, attributeFilter: ['data-frame'] });
      });
      await work();
      return Number(await canvas.getAttribute('data-gap'));
    };
    const still = await gaps(() => page.waitForTimeout(12_000));
    const switched = await gaps(async () => {
      for (let i = 0; i < 10; i++) {
        await page.keyboard.press('b');
        await page.waitForTimeout(1200);
      }
    });
    say(
      'longest time between two pictures at 24 fps',
      `${switched.toFixed(0)} ms while A and B are switched ten times, ${still.toFixed(0)} ms while they are not`,
    );
  });

/** Memory of all processes of pages, in megabytes. */
function pageMegabytes(): number {
  const rows = execFileSync('ps', ['-eo', 'rss=,args='], { encoding: 'utf8' }).split('\n');
  const kilobytes = rows
    .filter((row) => row.includes('--type=renderer'))
    .map((row) => Number(row.trim().split(' ')[0]));
  return kilobytes.reduce((a, b) => a + b, 0) / 1024;
}

/** Memory while a cut is looped for ten minutes. */
export const benchLooping = (say: Say): Promise<void> =>
  onRehearse(async (page) => {
    await page.getByRole('button', { name: /^Cut 6,/ }).click();
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    for (let minute = 0; minute <= 10; minute++) {
      await page.waitForTimeout(minute === 0 ? 20_000 : 60_000);
      const { late, due } = await lateness(page);
      say(
        `looping round a cut, after ${minute === 0 ? '20 s' : `${minute} min`}`,
        `${pageMegabytes().toFixed(0)} MB, ${((100 * late) / due).toFixed(2)} % late`,
      );
    }
  });
