import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import type { Plan } from '../core/src/plan/index.ts';
import { danceAt128 } from '../core/src/testing/synthesis.ts';
import { ROOT } from './server.ts';
import { choose, expect, newPlan, saved, step, tab, test } from './test.ts';
import { wavOf } from './wav.ts';

const FOLDER = path.join(ROOT, 'e2e/fixtures/coded');

/**
 * How far a beat may lie from that of the WAV, in seconds: 2 ms, and the sample to which each is
 * rounded.
 */
const TOLERANCE = 0.002 + 1 / 44100;

test('the same piece gives the same beats however it is coded', async ({ page }) => {
  test.setTimeout(240_000);
  await newPlan(page);
  await step(page, 'Listen');
  const kept = async (): Promise<number[]> => {
    await saved(page);
    const id = new URL(page.url()).pathname.split('/')[2];
    const { music } = (
      (await (await page.request.get(`/api/plans/${id}`)).json()) as { plan: Plan }
    ).plan;
    return music!.analysis.beats.map((b) => b.at / music!.analysis.sampleRate);
  };
  const tape = danceAt128().tape;
  const sound = tape.samples.subarray(0, 10 * tape.sampleRate);
  await choose(page, 'Choose a sound file', {
    name: 'dance.wav',
    mimeType: 'audio/wav',
    buffer: Buffer.from(wavOf([sound], tape.sampleRate)),
  });
  await expect(page.getByRole('heading', { name: 'dance.wav' })).toBeVisible({ timeout: 120_000 });
  const truth = await kept();
  expect(truth.length).toBeGreaterThan(18);
  for (const name of readdirSync(FOLDER)) {
    const buffer = readFileSync(path.join(FOLDER, name));
    await tab(page, 'Files');
    await choose(page, 'Choose another file', {
      name,
      mimeType: 'application/octet-stream',
      buffer,
    });
    await expect(page.getByRole('heading', { name, exact: true })).toBeVisible({
      timeout: 120_000,
    });
    const beats = await kept();
    const worst = Math.max(...truth.map((t) => Math.min(...beats.map((b) => Math.abs(b - t)))));
    expect({ name, near: worst <= TOLERANCE }).toEqual({ name, near: true });
  }
});
