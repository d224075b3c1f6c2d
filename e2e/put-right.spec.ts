import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { correctedBeats, cuesOfSound } from '../core/src/film/index.ts';
import type { Plan } from '../core/src/plan/index.ts';
import { danceAt128, Tape } from '../core/src/testing/synthesis.ts';
import { choose, expect, newPlan, restingBox, saved, step, tab, test, type } from './test.ts';
import { wavOf } from './wav.ts';

const wav = (name: string, tape: Tape) => ({
  name,
  mimeType: 'audio/wav',
  buffer: Buffer.from(wavOf([tape.samples], tape.sampleRate)),
});

/** The plan as the server has it. */
async function kept(page: Page): Promise<Plan> {
  await saved(page);
  const id = new URL(page.url()).pathname.split('/')[2];
  const answer = await page.request.get(`/api/plans/${id}`);
  return ((await answer.json()) as { plan: Plan }).plan;
}

const beatsOf = (plan: Plan): number[] =>
  correctedBeats(plan.music!).beats.map((b) => b.at / plan.music!.analysis.sampleRate);

/** A new plan with 128 BPM dance music heard in it. */
async function withMusic(page: Page): Promise<void> {
  await newPlan(page);
  await step(page, 'Listen');
  await choose(page, 'Choose a sound file', wav('dance.wav', danceAt128().tape));
  await expect(page.getByLabel('The sound', { exact: true })).toContainText('BPM', {
    timeout: 120_000,
  });
}

const lines = (page: Page) => page.getByLabel('The sound in lines of four bars');

test('metre, downbeat, shift, halving: each is kept, undone and taken back', async ({ page }) => {
  await withMusic(page);
  const heard = beatsOf(await kept(page));
  await tab(page, 'Put right');
  await page.getByLabel('Beats in a bar').selectOption('3');
  await expect(page.getByLabel('The sound', { exact: true })).toContainText('Bars of 3');

  await type(page, 'Shift all beats by', '−12 ms');
  const shifted = beatsOf(await kept(page));
  expect(shifted[5]! - heard[5]!).toBeCloseTo(-0.012, 3);
  await page.getByRole('button', { name: 'Undo correct the beats' }).click();
  expect(beatsOf(await kept(page))[5]).toBe(heard[5]);

  await page.keyboard.press('ArrowRight');
  await page.getByRole('button', { name: 'Downbeat here' }).click();
  const turned = await kept(page);
  expect(turned.music!.corrections.map((c) => c.do)).toEqual(['metre', 'downbeat']);
  await page.getByRole('button', { name: 'Halve' }).click();
  expect(beatsOf(await kept(page)).length).toBeLessThan(heard.length * 0.6);
  await page.getByRole('button', { name: 'Back to as heard' }).click();
  expect(beatsOf(await kept(page))).toEqual(heard);

  // The same file heard again keeps what was put right.
  await page.getByLabel('Beats in a bar').selectOption('5');
  await tab(page, 'Files');
  await choose(page, 'Choose another file', wav('dance.wav', danceAt128().tape));
  await expect(page.getByLabel('The sound', { exact: true })).toContainText('Bars of 5', {
    timeout: 120_000,
  });
});

test('a reading is heard and chosen by key, for all or for a range, and taken back', async ({
  page,
}) => {
  await withMusic(page);
  const readings = page.getByRole('region', { name: 'Readings' });
  const heard = beatsOf(await kept(page));
  const { readings: offered } = (await kept(page)).music!.analysis;
  const later = offered.findIndex((r) => r.as === 'half-later');
  expect(later).toBeGreaterThanOrEqual(0);
  // Where it is sure of the beats the list is folded; the keys work all the same.
  const asHeard = readings.getByRole('button', { name: 'as heard', pressed: true });
  await expect(readings).toBeVisible();
  if (!(await asHeard.isVisible())) await readings.locator('summary').click();
  await expect(asHeard).toBeVisible();

  // A bite plays where the two differ, with clicks of the reading.
  await page.keyboard.press(`Shift+Digit${later + 2}`);
  await expect(page.locator('.play-mark').first()).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.locator('.play-mark').first()).toBeHidden();

  await page.keyboard.press(`${later + 2}`);
  const name = new RegExp('half a beat later');
  await expect(readings.getByRole('button', { name, pressed: true })).toBeVisible();
  const moved = beatsOf(await kept(page));
  // 128 beats a minute: half a beat is 234 ms, wherever the attacks lie.
  const gap = Math.min(...moved.map((at) => Math.abs(at - heard[10]!)));
  expect(Math.abs(gap - 30 / 128)).toBeLessThan(0.03);
  await page.getByRole('button', { name: 'Undo choose a reading' }).click();
  expect(beatsOf(await kept(page))).toEqual(heard);

  // Only a range, then all.
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('[');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press(']');
  await page.getByLabel('In the range only').check();
  await page.keyboard.press(`${later + 2}`);
  const partly = beatsOf(await kept(page));
  const same = partly.filter((at) => heard.includes(at)).length;
  expect(same).toBeGreaterThan(8);
  expect(same).toBeLessThan(heard.length - 8);
  await page.getByRole('button', { name: 'Keep “half a beat later” for all' }).click();
  expect(beatsOf(await kept(page))).toEqual(moved);
  await page.getByLabel('In the range only').uncheck();
  await page.keyboard.press('1');
  expect(beatsOf(await kept(page))).toEqual(heard);

  // Bars are turned without moving a beat.
  const bars = offered.findIndex((r) => r.as === 'bars');
  await page.keyboard.press(`${bars + 2}`);
  const turned = await kept(page);
  expect(beatsOf(turned)).toEqual(heard);
  expect(correctedBeats(turned.music!).downbeats).not.toEqual(turned.music!.analysis.downbeats);
});

test('a beat is dragged, nudged, removed and added; a cue is set by hand', async ({ page }) => {
  await withMusic(page);
  const heard = beatsOf(await kept(page));
  const mark = lines(page)
    .getByRole('button', { name: /^(down)?beat at/ })
    .nth(5);
  const box = await restingBox(mark);
  await page.mouse.move(box.x + box.width / 2, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 12, box.y + 20, { steps: 4 });
  await page.mouse.up();
  const dragged = beatsOf(await kept(page));
  expect(dragged[5]! - heard[5]!).toBeGreaterThan(0.02);
  await page.keyboard.press('Shift+ArrowLeft');
  expect(beatsOf(await kept(page))[5]! - dragged[5]!).toBeCloseTo(-0.001, 3);
  await page.keyboard.press('Delete');
  expect(beatsOf(await kept(page))).toHaveLength(heard.length - 1);
  await page.keyboard.press('a');
  expect(beatsOf(await kept(page))).toHaveLength(heard.length);
  await page.keyboard.press('m');
  const plan = await kept(page);
  expect(cuesOfSound(plan.music!).filter((c) => c.kind === 'hand')).toHaveLength(1);
});

test('a range gives a constant tempo and is tracked anew', async ({ page }) => {
  await withMusic(page);
  const heard = beatsOf(await kept(page));
  await tab(page, 'Put right');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('[');
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press(']');
  const count = page.getByLabel('Beats from one end to the other');
  await expect(count).toHaveValue('8');
  await page.getByRole('button', { name: 'Track anew' }).click();
  const anew = beatsOf(await kept(page));
  anew.forEach((t, i) => expect(Math.abs(t - heard[i]!)).toBeLessThan(0.02));
  await page.getByRole('button', { name: 'Constant tempo' }).click();
  const steady = beatsOf(await kept(page));
  const gaps = steady.slice(1).map((t, i) => t - steady[i]!);
  expect(Math.max(...gaps) - Math.min(...gaps)).toBeLessThan(0.0001);
  expect(60 / gaps[0]!).toBeCloseTo(128, 0);
  await page.getByLabel('Loop the range').check();
  await page.getByLabel('Half speed').check();
  await page.getByRole('button', { name: 'Play' }).click();
  await expect(page.locator('.play-mark')).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
});

test('taps become beats, the delay of the person taken off', async ({ page }) => {
  await withMusic(page);
  await page.keyboard.press('Space');
  await expect(page.locator('.play-mark')).toBeVisible();
  for (let i = 0; i < 6; i++) {
    await page.waitForTimeout(469);
    await page.keyboard.press('t');
  }
  await page.keyboard.press('Space');
  await tab(page, 'Put right');
  await page.getByRole('button', { name: 'Use taps' }).click();
  await expect(
    page.getByRole('status').filter({ hasText: /beats from taps; you tapped \d+ ms (late|early)/ }),
  ).toBeVisible();
  expect((await kept(page)).music!.corrections[0]).toMatchObject({ do: 'give' });
});

test('kinds of cues are switched and thinned, a voice is added with its place', async ({
  page,
}) => {
  await withMusic(page);
  const panel = page.getByLabel('The sound', { exact: true });
  const hits = lines(page).getByRole('button', { name: /^hit at/ });
  await expect(hits).not.toHaveCount(0);
  const all = await hits.count();
  expect(all).toBeGreaterThan(4);
  await panel.getByRole('slider', { name: 'Hits: least strength' }).fill('20');
  await expect.poll(() => hits.count()).toBeLessThan(all);
  await panel.getByLabel('Hits', { exact: true }).uncheck();
  await expect(hits).toHaveCount(0);

  const line = new Tape(4, 48000, 3);
  line.pluck(1, 60, 0.4);
  line.pluck(2, 64, 0.4);
  await choose(page, 'Add a sound', wav('line.wav', line));
  await page.getByText('Voice: line.wav').click({ timeout: 120_000 });
  await tab(page, 'Ending');
  await type(page, 'Comes in at', '2s');
  const plan = await kept(page);
  expect(plan.sounds[0]).toMatchObject({ kind: 'voice', place: 48, fileName: 'line.wav' });
});

test('cues come in from a file and go out as one', async ({ page }) => {
  await withMusic(page);
  const vtt =
    'WEBVTT\n\n00:00:02.000 --> 00:00:03.000\nInk meets paper\n\n00:09:00.000 --> 00:09:01.000\nToo late\n';
  await tab(page, 'Files');
  await choose(page, 'Bring cues in', {
    name: 'line.vtt',
    mimeType: 'text/vtt',
    buffer: Buffer.from(vtt),
  });
  await expect(
    page.getByText(
      '1 cue from “line.vtt”; 1 before the start or after the end of the sound left out.',
    ),
  ).toBeVisible();
  const cues = cuesOfSound((await kept(page)).music!).filter((c) => c.kind === 'hand');
  expect(cues).toMatchObject([{ at: 88200, name: 'Ink meets paper' }]);
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Table', exact: true }).click();
  const table = readFileSync(await (await waiting).path(), 'utf8');
  expect(table).toContain('2.000000,hand,Ink meets paper');
  await choose(page, 'Bring cues in', {
    name: 'bad.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('seconds\nsoon\n'),
  });
  await expect(page.getByText('Line 2: “soon” is no time in seconds.')).toBeVisible();
});

test('beats and cues go out as MIDI, as times and in the sound, and come back', async ({
  page,
}) => {
  await withMusic(page);
  const heard = beatsOf(await kept(page));
  await tab(page, 'Files');
  const out = async (name: string): Promise<Buffer> => {
    const waiting = page.waitForEvent('download');
    await page.getByRole('button', { name, exact: true }).click();
    return readFileSync(await (await waiting).path());
  };
  const times = (await out('Beat times')).toString();
  expect(
    times
      .split('\n')
      .slice(0, -1)
      .map((line) => Number(line.split('\t')[0])),
  ).toEqual(heard.map((at) => expect.closeTo(at, 6)));
  const midi = await out('MIDI');
  const wave = await out('Cue points');
  expect(wave.subarray(0, 4).toString()).toBe('RIFF');

  // Every beat 10 ms later, from a file; the bars are those of the file.
  const later = times.replace(/^(\S+)/gm, (at) => (Number(at) + 0.01).toFixed(6));
  await choose(page, 'Bring cues in', {
    name: 'later.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from(later),
  });
  await expect(page.getByText(`${heard.length} beats from “later.txt”.`)).toBeVisible();
  expect(beatsOf(await kept(page))).toEqual(heard.map((at) => expect.closeTo(at + 0.01, 4)));
  await choose(page, 'Bring cues in', { name: 'own.mid', mimeType: 'audio/midi', buffer: midi });
  await expect(page.getByText(/beats and \d+ cues from “own.mid”/)).toBeVisible();
  const back = beatsOf(await kept(page));
  for (const at of heard)
    expect(Math.min(...back.map((b) => Math.abs(b - at)))).toBeLessThan(0.0005);

  const handCues = async () =>
    cuesOfSound((await kept(page)).music!).filter((c) => c.kind === 'hand').length;
  const before = await handCues();
  await choose(page, 'Bring cues in', {
    name: 'with cues.wav',
    mimeType: 'audio/wav',
    buffer: wave,
  });
  await expect(page.getByText(/cues from “with cues.wav”/)).toBeVisible();
  expect(await handCues()).toBeGreaterThan(before);
  await choose(page, 'Bring cues in', {
    name: 'broken.mid',
    mimeType: 'audio/midi',
    buffer: midi.subarray(0, 99),
  });
  await expect(
    page.getByText('The MIDI file cannot be read: it ends in the middle of track 1.'),
  ).toBeVisible();
});
