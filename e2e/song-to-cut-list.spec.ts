import type { Plan } from '../core/src/plan/index.ts';
import { Tape, beatTimes } from '../core/src/testing/synthesis.ts';
import { choose, expect, handOff, newPlan, recordFrames, saved, step, test, type } from './test.ts';
import { wavOf } from './wav.ts';

const TEMPO = 100;
const FPS = 24;

/**
 * A piece made afresh for this test. At 100 BPM and 24 fps no beat lies within 4 ms of the middle
 * of a frame.
 */
function song(): { wav: Buffer; beats: number[] } {
  const beats = beatTimes(0.62, 64, () => TEMPO);
  const tape = new Tape(40, 48000, 77);
  beats.forEach((at, i) => {
    if (i % 2 === 0) tape.kick(at);
    else tape.snare(at, 0.4);
    tape.hat(at + 30 / TEMPO, 0.2);
    tape.pluck(
      at,
      [40, 45, 47, 42][(i >> 2) % 4]! + (i % 4 === 0 ? 0 : 12),
      0.5,
      i % 4 === 0 ? 0.4 : 0.15,
    );
  });
  return { wav: Buffer.from(wavOf([tape.samples], tape.sampleRate)), beats };
}

test('from a song to a cut list whose cuts are on the beats and whose total is the target', async ({
  page,
}) => {
  const { wav, beats } = song();
  await newPlan(page);
  await type(page, 'Name', 'Guild evening');
  await page.getByLabel('Frame rate').selectOption('24');
  await type(page, 'Target length', '30s');
  await expect(page.getByText('720 f')).toBeVisible();

  await step(page, 'Listen');
  await choose(page, 'Choose a sound file', {
    name: 'guild.wav',
    mimeType: 'audio/wav',
    buffer: wav,
  });
  await expect(page.getByRole('heading', { name: 'guild.wav' })).toBeVisible({ timeout: 120_000 });
  await expect(page.getByText(/≈ (99\.\d|100\.\d)\d BPM/)).toBeVisible();

  await step(page, 'Footage');
  for (const [name, rate] of [
    ['Guild hall', '24'],
    ['Compositor', '50'],
    ['Press', '59.94'],
  ]) {
    await page.getByRole('button', { name: 'Enter by hand' }).click();
    await page.getByLabel('Name', { exact: true }).fill(name!);
    await page.getByLabel('Frame rate').fill(rate!);
    await page.getByLabel('Length').fill('20s');
    await page.getByRole('button', { name: 'Add clip', exact: true }).click();
  }
  await expect(page.getByRole('heading', { name: '3 clips' })).toBeVisible();

  await step(page, 'Score');
  await page.getByRole('button', { name: 'Even', exact: true }).click();
  await expect(page.getByText('exact · 720 frames')).toBeVisible();
  await saved(page);

  const edl = await handOff(page, 'Edit decision list');
  const { starts, end } = recordFrames(edl, FPS);
  expect(starts.length).toBeGreaterThan(15);
  expect(end - starts[0]!).toBe(720);
  const plan = JSON.parse(await handOff(page, 'Plan .json')) as Plan;
  const { region, analysis } = plan.music!;
  const frameZero = region.in / analysis.sampleRate;
  for (const start of starts) {
    const at = frameZero + (start - starts[0]!) / FPS;
    const off = Math.min(...beats.map((beat) => Math.abs(beat - at)));
    expect(off, `cut at frame ${start - starts[0]!}`).toBeLessThanOrEqual(0.5 / FPS);
  }
});
