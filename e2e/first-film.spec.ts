import type { Page } from '@playwright/test';
import { madeSong } from '../bench/first-cut/song.ts';
import { filmOf } from '../core/src/film/index.ts';
import { faultsOf } from '../core/src/faults/index.ts';
import { readPlan } from '../core/src/plan/index.ts';
import { clip, H264, planOf, type Chosen } from './clips.ts';
import { choose, expect, recordFrames, saved, test } from './test.ts';
import { readFileSync } from 'node:fs';
import { wavOf } from './wav.ts';

/** A block that falls ever faster and stops dead at a second, at a rate, over a colour. */
const strike = (name: string, rate: number, stops: number, colour: string): Promise<Chosen> =>
  clip(name, [
    ...['-f', 'lavfi', '-i', `color=${colour}:s=640x360:r=${rate}:d=6`],
    ...['-f', 'lavfi', '-i', `color=white:s=90x90:r=${rate}:d=6`],
    '-filter_complex',
    `overlay=x=270:y='if(lt(t,${stops}),10+230*pow(t/${stops},3),240)',noise=alls=4:allf=t`,
    ...['-t', '6', ...H264],
  ]);

/** A picture that the camera pans over. */
const pan = (name: string, rate: number, speed: number): Promise<Chosen> =>
  clip(name, [
    ...['-f', 'lavfi', '-i', `testsrc2=s=1280x640:r=${rate}:d=6`],
    ...['-vf', `crop=640:360:x='100+${speed}*t':y=140`, '-t', '6', ...H264],
  ]);

/** Counts the clicks of the person on a page that does not load anew. */
async function counted(page: Page): Promise<() => Promise<number>> {
  await page.addInitScript(() => {
    Object.assign(globalThis, { clicks: 0 });
    addEventListener(
      'click',
      ({ isTrusted }) => {
        if (isTrusted) (globalThis as unknown as { clicks: number }).clicks++;
      },
      true,
    );
  });
  return () => page.evaluate(() => (globalThis as unknown as { clicks: number }).clicks);
}

test('from nothing to a film by a stranger’s way: what is next is followed, twenty clicks at most', async ({
  page,
}) => {
  const song = madeSong(709);
  const files = await Promise.all([
    strike('hammer.mp4', 24, 2.5, '0x335544'),
    strike('stamp.mp4', 50, 3, '0x553322'),
    strike('guard.mp4', 30, 1.8, '0x223355'),
    pan('wall.mp4', 25, 60),
    pan('floor.mp4', 24, 110),
  ]);
  const clicks = await counted(page);
  // Two files are chosen in the system's own window, a click each.
  let chosen = 0;
  const next = () => page.locator('.next-line').getByRole('link').click();

  await page.goto('/plans');
  await page.getByRole('button', { name: 'New plan', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'The film' })).toBeVisible();
  await next();
  chosen++;
  await choose(page, 'Choose a sound file', {
    name: 'evening.wav',
    mimeType: 'audio/wav',
    buffer: Buffer.from(wavOf([song.samples], song.sampleRate)),
  });
  await expect(page.getByRole('heading', { name: 'evening.wav' })).toBeVisible({
    timeout: 120_000,
  });
  // The film is shorter than the song, and its drop would be left out.
  const lost = page.getByText('leaves out the drop');
  await expect(lost).toBeVisible();
  await page.getByRole('button', { name: /^Use bars \d+ to \d+$/ }).click();
  await expect(lost).toBeHidden();

  await next();
  chosen++;
  await page.locator('input[type=file][aria-label="Choose video files"]').setInputFiles(files);
  await page.getByText('to go').waitFor();
  await page.getByText('to go').waitFor({ state: 'detached', timeout: 120_000 });
  await page.getByRole('button', { name: /^Keep \d+ (of \d+ )?proposed moments$/ }).click();
  await next();
  await page.getByRole('button', { name: 'Propose', exact: true }).click();
  // The first look gives way to the search proper.
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeHidden({
    timeout: 120_000,
  });
  await page
    .getByRole('button', { name: /^Take / })
    .first()
    .click();
  await saved(page);
  await next();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download' }).click();
  const list = readFileSync(await (await waiting).path(), 'utf8');

  const sum = (await clicks()) + chosen;
  test.info().annotations.push({ type: 'clicks', description: String(sum) });
  expect(sum).toBeLessThanOrEqual(20);
  const plan = readPlan(await planOf(page));
  const { starts, end } = recordFrames(list, 24);
  expect(end - starts[0]!).toBe(720);
  expect(faultsOf(plan)).toEqual([]);
  // What strikes is on the drop, within a frame of where the song truly has it.
  const film = filmOf(plan);
  const { region, analysis } = plan.music!;
  const drop = (song.drop - region.in / analysis.sampleRate) * 24;
  expect(
    film.events.some(({ state, frame }) => state === 'lands' && Math.abs(frame - drop) <= 1.5),
  ).toBe(true);
});
