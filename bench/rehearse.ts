import { chromium, type Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { layOutSteadily } from '../core/src/layout/index.ts';
import { changeRate, setMove } from '../core/src/plan/edits/index.ts';
import { readPlan, type Plan } from '../core/src/plan/index.ts';
import { frameRate } from '../core/src/time/index.ts';
import { startServer } from '../e2e/server.ts';

/** Prints a figure under its name. */
type Say = (name: string, figure: string) => void;

/** Length of the demo film, in seconds. */
const FILM = 45;

const demo = (): Plan =>
  readPlan(
    JSON.parse(
      readFileSync(path.join(import.meta.dirname, '../demo/output/tried/rehearsed.json'), 'utf8'),
    ),
  );

/** Opens Rehearse on a plan, does some work there, and closes it all. */
async function onRehearse(work: (page: Page) => Promise<void>, plan: Plan = demo()): Promise<void> {
  const server = await startServer();
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--autoplay-policy=no-user-gesture-required'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const own = (await (
    await page.request.post(`${server.address}/api/plans`, { data: { plan } })
  ).json()) as {
    id: string;
  };
  await page.goto(`${server.address}/plans/${own.id}/rehearse`);
  await page.locator('canvas[data-frame="0"]').waitFor();
  await work(page);
  await browser.close();
  await server.stop();
}

/** What the player says of its frames. */
const lateness = async (page: Page): Promise<{ late: number; due: number }> => {
  const [late, due] = ((await page.locator('.late').textContent()) ?? '')
    .match(/\d+/g)!
    .map(Number);
  return { late: late!, due: due! };
};

/** Plays the whole film once; in words how many frames came late. */
async function lateOverAll(page: Page): Promise<string> {
  await page.getByRole('button', { name: 'All', exact: true }).click();
  await page.getByRole('button', { name: 'Over and over' }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  let told = { late: 0, due: 0 };
  while (!(await page.getByRole('button', { name: 'Play', exact: true }).isVisible())) {
    await page.waitForTimeout(500);
    if (/\d/.test((await page.locator('.late').textContent()) ?? '')) told = await lateness(page);
  }
  return `${((100 * told.late) / told.due).toFixed(2)} % (${told.late} of ${told.due})`;
}

/**
 * The demo with hard cuts about every four frames and no effects: each frame or two needs another
 * decoder.
 */
function manyShots(): Plan {
  const plan = layOutSteadily({ ...demo(), pace: '4 frames' });
  const hard = plan.score!.shots.slice(1).reduce((made, _, i) => setMove(made, i + 1, null), plan);
  return { ...hard, effects: [] };
}

/** Frames that come late at a higher rate, and with many more shots. */
export async function benchHardRehearsing(say: Say): Promise<void> {
  await onRehearse(
    async (page) => say('frames of the demo that come late at 60 fps', await lateOverAll(page)),
    changeRate(demo(), frameRate(60)),
  );
  const many = manyShots();
  await onRehearse(
    async (page) =>
      say(
        `frames that come late of a film of ${many.score!.shots.length} shots in 45 s`,
        await lateOverAll(page),
      ),
    many,
  );
}

/** Frames that come late over the whole film at its rate, and how fast the animatic is made. */
export const benchRehearsing = (say: Say): Promise<void> =>
  onRehearse(async (page) => {
    say('frames of the demo that come late at 24 fps', await lateOverAll(page));
    const waiting = page.waitForEvent('download', { timeout: 300_000 });
    const from = performance.now();
    await page.getByRole('button', { name: 'Make the animatic' }).click();
    await waiting;
    const took = (performance.now() - from) / 1000;
    say(
      'animatic of the demo at 640 across',
      `${(FILM / took).toFixed(1)} × real time (${took.toFixed(1)} s)`,
    );
  });

/**
 * The longest time without a new picture while two versions are switched to and fro, and while none
 * is.
 */
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
