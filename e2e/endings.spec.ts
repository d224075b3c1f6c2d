import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { partsOf, soundEnd, type Plan } from '../core/src/plan/index.ts';
import { Tape } from '../core/src/testing/synthesis.ts';
import { choose, expect, handOff, newPlan, saved, step, tab, test, type } from './test.ts';
import { wavOf } from './wav.ts';

const CHORDS = [
  [57, 60, 64],
  [53, 57, 60],
  [55, 60, 64],
  [55, 59, 62],
];

/**
 * Twenty-four bars of four at 120 BPM from half a second on: a round of four chords, brighter in
 * the middle.
 */
function round(): Tape {
  const tape = new Tape(49.5, 22050, 4);
  for (let bar = 0; bar < 24; bar++)
    for (let beat = 0; beat < 4; beat++) {
      const at = 0.5 + 2 * bar + beat / 2;
      tape.kick(at, beat === 0 ? 0.9 : 0.45);
      if (bar >= 8 && bar < 16) tape.hat(at + 0.25);
      for (const note of CHORDS[bar % 4]!) tape.pluck(at, note, 0.45, beat === 0 ? 0.3 : 0.15);
    }
  return tape;
}

async function kept(page: Page): Promise<Plan> {
  await saved(page);
  const id = new URL(page.url()).pathname.split('/')[2];
  return ((await (await page.request.get(`/api/plans/${id}`)).json()) as { plan: Plan }).plan;
}

test('music that is too long is spliced bar to bar, heard, kept and handed over', async ({
  page,
}) => {
  await newPlan(page);
  // 16 bars of 2 s are 768 frames at 24 fps; the target is eight frames later.
  await type(page, 'Target length', '776');
  await step(page, 'Listen');
  const tape = round();
  await choose(page, 'Choose a sound file', {
    name: 'round.wav',
    mimeType: 'audio/wav',
    buffer: Buffer.from(wavOf([tape.samples], tape.sampleRate)),
  });
  await tab(page, 'Ending');
  const endings = page.getByLabel('Endings', { exact: true });
  await expect(endings.getByText('As it is now')).toBeVisible({ timeout: 120_000 });
  await expect(endings.getByText('Fades out to the target')).toBeVisible();
  const splice = endings
    .getByRole('listitem')
    .filter({ hasText: /Leaves out bars/ })
    .first();
  await expect(splice).toContainText(/% alike/);

  await splice.getByRole('button', { name: 'Hear' }).click();
  await expect(page.locator('.play-mark').first()).toBeVisible();
  // The space bar stops what plays, though a button was pressed last.
  await page.keyboard.press('Space');
  await expect(page.locator('.play-mark').first()).toBeHidden();

  await splice.getByRole('button', { name: 'Use' }).click();
  await expect(endings.getByText(/As it is now\. Leaves out bars/)).toBeVisible();
  await expect(page.getByTitle('Splice 1 leaves the music here')).toBeAttached();
  const plan = await kept(page);
  const [first, second] = partsOf(plan.music!);
  // Eight of the bars are gone: two rounds of the chords.
  expect((second!.from - first!.to) / plan.music!.analysis.sampleRate).toBeCloseTo(16, 1);
  expect(Math.abs(soundEnd(plan.music!, plan.rate) - 776)).toBeLessThan(48);

  await step(page, 'Score');
  await page.getByRole('button', { name: 'Even', exact: true }).click();
  const edl = await handOff(page, 'Edit decision list');
  expect(edl.match(/MUSIC\s+AA/g)).toHaveLength(2);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  expect((await kept(page)).music!.splices).toEqual([]);
});

test('the part used is chosen bar by bar, and a section is named', async ({ page }) => {
  await newPlan(page);
  await step(page, 'Listen');
  const buffer = readFileSync(new URL('../demo/output/open-day-music.mp3', import.meta.url));
  await choose(page, 'Choose a sound file', { name: 'music.mp3', mimeType: 'audio/mpeg', buffer });
  const panel = page.getByLabel('The sound', { exact: true });
  await expect(panel).toContainText('BPM', { timeout: 120_000 });
  const before = (await kept(page)).music!.region;
  await tab(page, 'Ending');
  await page.getByRole('button', { name: 'Starts a bar later' }).click();
  await page.getByRole('button', { name: 'Ends a bar earlier' }).click();
  await page.getByRole('button', { name: 'Ends a bar earlier' }).click();
  const { region, analysis } = (await kept(page)).music!;
  // A bar of four beats at 112 BPM lasts 15/7 s.
  expect((region.in - before.in) / analysis.sampleRate).toBeCloseTo(15 / 7, 2);
  expect(analysis.beats.map((b) => b.at)).toContain(region.out);

  await tab(page, 'Cues');
  const name = panel.getByLabel(/^Name of the section at/).first();
  await name.fill('Build');
  await name.press('Enter');
  await expect(page.getByLabel('The sound in lines of four bars').getByText('Build')).toBeVisible();
  // The rise of the build is drawn as a hairpin.
  await expect(page.locator('.swell').first()).toBeAttached();
});
