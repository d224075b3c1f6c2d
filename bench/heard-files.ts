import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Page } from '@playwright/test';
import type { Plan } from '@caesura/core/plan';
import { planOf } from '../e2e/clips.ts';
import { drop, newPlanOn, opened } from './on-page.ts';

type Say = (what: string, figure: string) => void;

/** Frames a second of all clips, and of the film. */
const RATE = 25;
/** Seconds of the one long clip; how many short ones, and seconds of each. */
const [LONG, MANY, SHORT] = [7200, 200, 4];

/** A clip of moving pictures in colours of its own, with bursts of noise, as a file. */
function heardClip(file: string, seconds: number, seed: number): string {
  const bursts = '(random(0)-0.5)*0.4*lt(mod(t\\,1.3)\\,0.4)';
  execFileSync('ffmpeg', [
    ...['-v', 'error', '-y', '-f', 'lavfi'],
    ...[
      '-i',
      `testsrc2=size=320x180:rate=${RATE}:duration=${seconds},hue=h=${(1.8 * seed).toFixed(1)}`,
    ],
    ...['-f', 'lavfi', '-i', `aevalsrc=${bursts}|${bursts}:s=48000:d=${seconds}`],
    ...['-c:v', 'libx264', '-preset', 'ultrafast', '-crf', '30', '-pix_fmt', 'yuv420p'],
    ...['-c:a', 'aac', '-b:a', '96k', file],
  ]);
  return file;
}

/** Megabytes that the pages of browsers hold on this machine. */
const held = (): number =>
  execFileSync('ps', ['-eo', 'rss,args'], { encoding: 'utf8' })
    .split('\n')
    .filter((line) => line.includes('--type=renderer'))
    .reduce((sum, line) => sum + parseInt(line, 10) / 1024, 0);

/** How long some work takes, and how much more than before it is held at most meanwhile. */
async function measured(work: () => Promise<unknown>): Promise<string> {
  const before = held();
  let most = before;
  const timer = setInterval(() => (most = Math.max(most, held())), 500);
  const from = performance.now();
  try {
    await work();
  } finally {
    clearInterval(timer);
  }
  const seconds = (performance.now() - from) / 1000;
  return `${seconds.toFixed(1)} s, at most ${(most - before).toFixed(0)} MB more than before`;
}

/** Drops files on Footage of a new plan and waits until all of them are known. */
async function dropped(page: Page, address: string, files: readonly string[]): Promise<void> {
  await newPlanOn(page, address);
  await drop(page, files);
  await page.getByText('to go', { exact: false }).waitFor();
  await page.getByText('to go', { exact: false }).waitFor({ state: 'detached' });
  await page.locator('.pill-save', { hasText: 'Saved' }).waitFor();
}

/** Makes the film of shots of a second each, all heard, and waits for its guide track. */
async function guideOf(
  page: Page,
  address: string,
  shots: readonly { readonly clip: string; readonly sourceIn: number }[],
): Promise<void> {
  const id = /plans\/([^/]+)/.exec(page.url())![1]!;
  const api = `${address}/api/plans/${id}`;
  const { revision, plan } = (await (await page.request.get(api)).json()) as {
    revision: number;
    plan: Plan;
  };
  const target = RATE * shots.length;
  const score = {
    length: target,
    shots: shots.map((shot, i) => ({
      ...{ id: `s${i}`, start: RATE * i, ...shot },
      sound: { on: true, gain: 0 },
    })),
  };
  const rate = { num: RATE, den: 1 };
  const put = await page.request.put(api, {
    data: { revision, plan: { ...plan, rate, target, score } },
  });
  if (!put.ok()) throw new Error(await put.text());
  await page.goto(`${address}/plans`);
  await page.goto(`${address}/plans/${id}/hand-off`);
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make the guide track' }).click();
  await waiting;
}

/**
 * Clips with sound: one of two hours, from the drop until it is known and for a guide track with a
 * second from either end of it; then two hundred at once, all heard in the film.
 */
export async function benchHeardFiles(say: Say): Promise<void> {
  const folder = mkdtempSync(path.join(tmpdir(), 'caesura-bench-'));
  const { browser, address, close } = await opened();
  try {
    const open = async () => {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      page.setDefaultTimeout(3_600_000);
      return page;
    };
    const one = await open();
    const long = heardClip(path.join(folder, 'long.mp4'), LONG, 1);
    const size = (statSync(long).size / 1e6).toFixed(0);
    say(
      `a clip of ${LONG / 3600} h with sound, ${size} MB`,
      await measured(() => dropped(one, address, [long])),
    );
    const [clip] = (await planOf(one, address)).clips;
    const copy = await one.request.get(`${address}/api/media/${clip!.sound!.media}`);
    say('  the copy of its sound', `${((await copy.body()).length / 1e6).toFixed(0)} MB`);
    const ends = [50, clip!.frames - 100].map((sourceIn) => ({ clip: clip!.id, sourceIn }));
    say('  a second from either end heard', await measured(() => guideOf(one, address, ends)));
    await one.close();

    const page = await open();
    const files = Array.from({ length: MANY }, (_, i) =>
      heardClip(path.join(folder, `clip-${i}.mp4`), SHORT, i),
    );
    say(
      `${MANY} clips of ${SHORT} s with sound`,
      await measured(() => dropped(page, address, files)),
    );
    const { clips } = await planOf(page, address);
    const heard = clips.filter(({ sound }) => sound).length;
    if (heard !== MANY) throw new Error(`${heard} of ${clips.length} clips have been heard.`);
    const shots = clips.map(({ id }) => ({ clip: id, sourceIn: 30 }));
    say('  all of them heard in a film', await measured(() => guideOf(page, address, shots)));
  } finally {
    await close();
    rmSync(folder, { recursive: true });
  }
}
