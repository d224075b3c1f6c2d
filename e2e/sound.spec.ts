import { filmOf } from '../core/src/film/index.ts';
import { fadeAt } from '../core/src/sound/index.ts';
import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import wavefile from 'wavefile';
import { readPlan, type Plan } from '../core/src/plan/index.ts';
import { planOf } from './clips.ts';
import { ROOT } from './server.ts';
import { choose, expect, openCut, restingBox, saved, step, tab, test, type } from './test.ts';
import { wavOf } from './wav.ts';

const RATE = 48_000;

/** Opens a step of a copy of a demo plan, changed as a test needs it. */
async function openPlan(
  page: Page,
  file: string,
  where: string,
  change: (plan: Plan) => Plan = (p) => p,
): Promise<Plan> {
  const demo = readPlan(JSON.parse(readFileSync(`${ROOT}/demo/output/tried/${file}.json`, 'utf8')));
  const plan = { ...change(demo), name: 'Sound of this test' };
  const own = (await (await page.request.post('/api/plans', { data: { plan } })).json()) as {
    id: string;
  };
  await page.goto(`/plans/${own.id}/${where}`);
  return plan;
}

const now = async (page: Page): Promise<Plan> => (await saved(page), (await planOf(page)) as Plan);

/** Downloads the guide track; its left channel from −1 to 1, and the bytes. */
async function guide(
  page: Page,
): Promise<{ left: Float64Array; wave: InstanceType<typeof wavefile.WaveFile>; file: string }> {
  await step(page, 'Hand-off');
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make the guide track' }).click();
  const file = await (await waiting).path();
  const wave = new wavefile.WaveFile(readFileSync(file));
  const [left] = wave.getSamples(false, Float64Array) as unknown as [Float64Array];
  return { left: left.map((x) => x / 2 ** 23), wave, file };
}

/**
 * The highest sample of the loudest 5 ms near a time, by sums of squares anew for each sample.
 * Seconds.
 */
function loudestNear(sound: Float64Array, near: number, reach: number): number {
  const [first, last] = [near - reach, near + reach].map((t) => Math.round(t * RATE));
  let [best, most] = [0, -1];
  for (let n = first!; n < last!; n++) {
    let sum = 0;
    for (let k = 0; k < 240; k++) sum += (sound[n + k] ?? 0) ** 2;
    if (sum > most) [best, most] = [n, sum];
  }
  const window = Array.from(sound.subarray(best, best + 240), Math.abs);
  return (best + window.indexOf(Math.max(...window))) / RATE;
}

test('the guide track has every effect on its instant to a millisecond, with a cue point on it and on every cut', async ({
  page,
}) => {
  // Without music, voice and what sounds under others, so that each is heard alone: first all hits,
  // then the riser.
  const alone =
    (kind: 'hit' | 'riser') =>
    (plan: Plan): Plan => ({
      ...plan,
      sounds: [],
      music: { ...plan.music!, gain: -90 },
      effects: plan.effects
        .filter((placement) => placement.kind === kind)
        .map((placement) => ({ ...placement, gain: -9 })),
    });
  for (const [kind, count] of [
    ['hit', 9],
    ['riser', 1],
  ] as const) {
    const plan = await openPlan(page, 'rehearsed', 'hand-off', alone(kind));
    const { left, wave } = await guide(page);
    expect(left.length).toBe(45 * RATE);
    const facts = filmOf(plan).effects;
    expect(facts).toHaveLength(count);
    const off = facts.map(({ peaks }) => Math.abs(loudestNear(left, peaks, 0.06) - peaks));
    expect(
      facts.map(
        ({ effect }, i) =>
          `${effect.name} ${off[i]! < 0.001 ? 'on it' : `off by ${off[i]! * 1000} ms`}`,
      ),
    ).toEqual(facts.map(({ effect }) => `${effect.name} on it`));
    const cues = wave.listCuePoints() as unknown as { position: number; label: string }[];
    for (const { effect, at } of facts) {
      const seconds = at.at.num / at.at.den;
      expect(
        cues.some(
          ({ label, position }) =>
            label === effect.name && Math.abs(position / 1000 - seconds) < 0.001,
        ),
        `${effect.name} ${seconds}`,
      ).toBe(true);
    }
    expect(cues.filter(({ label }) => label.startsWith('cut '))).toHaveLength(40);
  }
});

test('the parts of the sound are files that together are the guide track, to the last bits', async ({
  page,
}) => {
  await openPlan(page, 'rehearsed', 'hand-off');
  const { left } = await guide(page);
  const sum = new Float64Array(left.length);
  const parts = page.getByRole('button', { name: /^Make the part/ });
  expect(await parts.count()).toBe(3);
  for (const part of await parts.all()) {
    const waiting = page.waitForEvent('download');
    await part.click();
    const wave = new wavefile.WaveFile(readFileSync(await (await waiting).path()));
    const [own] = wave.getSamples(false, Float64Array) as unknown as [Float64Array];
    expect(own).toHaveLength(left.length);
    expect(own.some((x) => Math.abs(x) > 1e-3 * 2 ** 23)).toBe(true);
    own.forEach((x, n) => (sum[n]! += x / 2 ** 23));
    expect(wave.listCuePoints().length).toBeGreaterThan(40);
  }
  // Each file is rounded by itself.
  const off = sum.map((x, n) => Math.abs(x - left[n]!));
  expect(off.reduce((a, b) => Math.max(a, b))).toBeLessThan(4 / 2 ** 23);
});

test('the whole mix is as loud as ffmpeg’s meter finds it, and stays below full scale', async ({
  page,
}) => {
  await openPlan(page, 'rehearsed', 'hand-off');
  const { left, file } = await guide(page);
  const told = await page.getByText(/LUFS; the sum reached/).innerText();
  expect(
    Math.max(
      ...Array.from({ length: 450 }, (_, i) =>
        Math.max(...left.subarray(i * 4800, (i + 1) * 4800).map(Math.abs)),
      ),
    ),
  ).toBeLessThan(0.9);
  const { stderr } = spawnSync(
    'ffmpeg',
    ['-hide_banner', '-i', file, '-af', 'ebur128', '-f', 'null', '-'],
    {
      encoding: 'utf8',
    },
  );
  const report = stderr.slice(stderr.lastIndexOf('Summary'));
  const reference = Number(/I:\s+(-?[\d.]+) LUFS/.exec(report)![1]);
  const ours = Number(/^(−?[\d.]+) LUFS/.exec(told)![1]!.replace('−', '-'));
  expect(Math.abs(ours - reference)).toBeLessThan(0.1 + 0.05);

  // The true peak that Sound tells is that of ffmpeg's meter, less what the track was turned down.
  const peaked = spawnSync(
    'ffmpeg',
    ['-hide_banner', '-i', file, '-af', 'ebur128=peak=true', '-f', 'null', '-'],
    { encoding: 'utf8' },
  ).stderr;
  const peak = Number(
    /Peak:\s+(-?[\d.]+) dBFS/.exec(peaked.slice(peaked.lastIndexOf('Summary')))![1],
  );
  const down = Number(/turned down by ([\d.]+) dB/.exec(told)?.[1] ?? 0);
  await step(page, 'Sound');
  const sum = page.getByRole('status').filter({ hasText: 'true peak' });
  const tells = /true peak (−?[\d.]+) dB/.exec(await sum.innerText())![1]!.replace('−', '-');
  expect(Math.abs(Number(tells) - down - peak)).toBeLessThan(0.2);
});

/** A swell that peaks at a time, as a WAV file. */
function swell(seconds: number, peak: number): Buffer {
  const samples = Float32Array.from({ length: Math.round(seconds * RATE) }, (_, n) => {
    const t = n / RATE;
    return (
      0.8 * Math.sin(2 * Math.PI * 700 * t) * Math.exp(t < peak ? (t - peak) * 12 : (peak - t) * 20)
    );
  });
  return Buffer.from(wavOf([samples], RATE));
}

test('a file made afresh is measured, put on a cut, fitted, levelled with its reason, varied over a run, and undone', async ({
  page,
}) => {
  await openPlan(page, 'even', 'sound/11');
  await expect(page.getByText('No effect is heard here.')).toBeVisible();
  await tab(page, 'Effects');
  await choose(page, 'Add sound effects', {
    name: 'paper swish.wav',
    mimeType: 'audio/wav',
    buffer: swell(0.9, 0.6),
  });
  await expect(page.getByText(/^rises \d+ ms · falls \d+ ms/)).toBeVisible();
  const [effect] = (await now(page)).effectFiles;
  expect(effect!.name).toBe('paper swish');
  expect(Math.abs(effect!.measure.peak / RATE - 0.6)).toBeLessThan(0.002);

  await tab(page, 'Here');
  await page.getByRole('button', { name: 'Put it on cut 11' }).click();
  const close = page.getByRole('group', { name: 'Sound at cut 11' });
  await expect(close).toContainText('paper swish');
  const cutTime = async (cut: number) =>
    ((await now(page)).score!.shots[cut]!.start as number) / 24;
  const only = async () => filmOf(await now(page)).effects.find(({ at }) => at.cut === 11)!;
  expect((await only()).peaks).toBeCloseTo(await cutTime(11), 6);
  await type(page, 'Speed', '200');
  expect((await only()).semitones).toBeCloseTo(12, 6);
  await page.getByLabel('Pitch', { exact: true }).selectOption('kept');
  expect((await only()).semitones).toBe(0);
  await expect(
    page.getByText(
      /^The music has −[\d.]+ LUFS there, the effect −[\d.]+: −[\d.]+ dB puts it 7 LU under\.$/,
    ),
  ).toBeVisible();
  await type(page, 'Level', '−2,5 dB');
  expect((await only()).gain).toBe(-2.5);
  await page.getByRole('button', { name: /^Take .* dB as advised$/ }).click();
  expect((await only()).placement.gain).toBe('advised');
  // Its onset on the cut, four frames later.
  await page.getByLabel('On the instant').selectOption('onset');
  await type(page, 'After the cut', '4');
  expect((await only()).at.frame).toBe(((await now(page)).score!.shots[11]!.start as number) + 4);

  await type(page, 'Up to cut', '15');
  await page.getByRole('button', { name: 'On each cut, varied' }).click();
  expect((await now(page)).effects).toHaveLength(6);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('After the cut')).toHaveValue('0 f');
  // At once: what was undone a moment ago stays undone.
  await page.reload();
  await expect(close).toContainText('paper swish');
  expect((await now(page)).effects).toHaveLength(1);
});

test('by keyboard an effect is put, made louder until it clips, mended and taken out; risers and beds span cuts', async ({
  page,
}) => {
  await openPlan(page, 'even', 'sound/30');
  await tab(page, 'Effects');
  await page.getByRole('button', { name: 'Add the kit' }).click();
  await expect(page.getByLabel('Remove Workshop room')).toBeVisible();
  await page.getByRole('heading', { name: 'Cut 30' }).click();
  await page.keyboard.press('p');
  await expect.poll(async () => (await now(page)).effects.length).toBe(1);
  for (let i = 0; i < 16; i++) await page.keyboard.press('=');
  const faults = page.getByRole('group', { name: 'Faults here' });
  await expect(faults).toContainText('over full scale');
  // With the music as well, once their sum is measured.
  await expect(faults).toContainText(/All sounds together go [\d.]+ dB over full scale/);
  await expect(
    page.getByRole('navigation', { name: 'Steps' }).getByLabel('2 faults'),
  ).toBeVisible();
  await faults.getByRole('button', { name: 'Take the advised level' }).click();
  await expect(faults).toBeHidden();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('heading', { name: 'Cut 31' })).toBeVisible();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByRole('heading', { name: 'Cut 30' })).toBeVisible();
  await page.keyboard.press('Delete');
  await expect.poll(async () => (await now(page)).effects.length).toBe(0);

  await tab(page, 'Here');
  const effect = page.getByLabel('Effect', { exact: true }).first();
  await effect.selectOption({ label: 'Riser' });
  await page.getByRole('button', { name: 'As a riser' }).click();
  await effect.selectOption({ label: 'Workshop room' });
  await type(page, 'Up to cut', '34');
  await page.getByRole('button', { name: 'As a bed to there' }).click();
  const plan = await now(page);
  const [riser, bed] = filmOf(plan).effects;
  expect(riser!.peaks).toBeCloseTo((plan.score!.shots[30]!.start as number) / 24, 6);
  // Two bars of four beats at 112 beats a minute end on the beat of the cut, which lies on a frame
  // near to it.
  expect(riser!.peaks - riser!.starts).toBeGreaterThan((4 * 60) / 112 - 0.1);
  expect(bed!.ends - bed!.starts).toBeCloseTo(
    ((plan.score!.shots[34]!.start - plan.score!.shots[30]!.start) as number) / 24 + 1,
    6,
  );
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await page.keyboard.press(' ');
  const sum = page
    .getByRole('status')
    .filter({ hasText: /All together −[\d.]+ LUFS, highest −?[\d.]+ dB of full scale/ });
  await expect(sum).toBeVisible();
  const top = async () =>
    Number(/highest (−?[\d.]+)/.exec(await sum.innerText())![1]!.replace('−', '-'));
  const before = await top();

  // Louder by ten decibels the music clips; all is turned down, by which the sum is known to have
  // moved.
  await tab(page, 'Music and voice');
  const music = page.getByRole('region', { name: 'open-day-music.mp3' });
  await music.getByLabel('Level').fill('10');
  await music.getByLabel('Level').press('Enter');
  await expect(faults).toContainText(/All sounds together go [\d.]+ dB over full scale/);
  expect(await top()).toBeGreaterThan(before + 8);
  await faults.getByRole('button', { name: /^Turn everything down by/ }).click();
  await expect(faults).toBeHidden();
  expect(await top()).toBeLessThanOrEqual(-1);
  expect((await now(page)).music!.gain).toBeLessThan(10);
  const fades = music.getByLabel('Fades over');
  await fades.fill('2');
  await fades.press('Enter');
  expect((await now(page)).music!.fade).toBe(2 * (await now(page)).music!.analysis.sampleRate);
});

test('the sum says what is not in it, and where nothing sounds', async ({ page }) => {
  const gone = (plan: Plan): Plan => ({
    ...plan,
    effectFiles: plan.effectFiles.map((effect, i) =>
      i === 0 ? { ...effect, media: 'f'.repeat(64) } : effect,
    ),
    effects: plan.effects.map((placement) => ({ ...placement, effect: plan.effectFiles[0]!.id })),
  });
  await openPlan(page, 'rehearsed', 'sound/6', gone);
  const sum = page.getByRole('status').filter({ hasText: 'All together' });
  await expect(sum).toContainText(/LUFS, highest .* Without what is silent: /);
  await openPlan(page, 'rehearsed', 'sound/6', (plan) => ({
    ...plan,
    music: null,
    sounds: [],
    effects: [],
  }));
  await expect(sum).toHaveText('All together: silence');
});

test('a recipe carries the effects of its cut to other cuts, and into another plan', async ({
  page,
}) => {
  const plan = await openPlan(page, 'rehearsed', 'moves/6');
  await expect(page.getByRole('heading', { name: 'Cut 6', exact: true })).toBeVisible();
  await tab(page, 'Recipes');
  await page.getByRole('button', { name: 'Keep as recipe' }).click();
  await expect(page.getByText('with Whoosh, hard')).toBeVisible();
  await openCut(page, 8);
  await page.getByRole('button', { name: 'Put Zoom through of cut 6 on this cut' }).click();
  await step(page, 'Sound');
  await expect(
    page
      .getByRole('listbox', { name: 'Cuts and effects' })
      .getByRole('option', { name: /^Cut 8 / }),
  ).toContainText('Whoosh, hard');
  const put = await now(page);
  expect(put.effects).toHaveLength(plan.effects.length + 1);
  expect(filmOf(put).effects.find(({ at }) => at.cut === 8)!.peaks).toBeCloseTo(
    plan.score!.shots[8]!.start / 24,
    6,
  );

  // Changed by hand there, it follows the recipe again.
  await page
    .getByRole('region', { name: /^Whoosh, hard on frame/ })
    .getByRole('button', { name: 'Take it out' })
    .click();
  await step(page, 'Moves');
  await tab(page, 'Recipes');
  await page.getByRole('button', { name: 'Follow it again' }).click();
  await expect.poll(async () => (await now(page)).effects.length).toBe(plan.effects.length + 1);

  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as file' }).click();
  const file = readFileSync(await (await waiting).path());
  await openPlan(page, 'even', 'moves/3');
  await expect(page.getByRole('heading', { name: 'Cut 3', exact: true })).toBeVisible();
  await tab(page, 'Recipes');
  await page
    .locator('input[type=file][aria-label="Recipe file"]')
    .setInputFiles({ name: 'recipes.json', mimeType: 'application/json', buffer: file });
  await expect(page.getByText('with Whoosh, hard')).toBeVisible();
  expect((await now(page)).effectFiles.map(({ name }) => name)).toEqual(['Whoosh, hard']);
});

test('files that are no effects are refused with what is wrong and how to mend it, and nothing is lost', async ({
  page,
}) => {
  await openPlan(page, 'rehearsed', 'sound/6');
  await tab(page, 'Effects');
  const files = {
    'words.wav': [Buffer.from('no sound at all'), 'is not a sound file that can be read'],
    'empty.wav': [Buffer.alloc(0), 'is empty'],
    'silence.wav': [Buffer.from(wavOf([new Float32Array(RATE)], RATE)), 'is silent'],
    'long.wav': [
      Buffer.from(wavOf([new Float32Array(8000 * 301)], 8000)),
      'too long for an effect',
    ],
  } as const;
  const before = await now(page);
  for (const [name, [buffer, says]] of Object.entries(files)) {
    await choose(page, 'Add sound effects', { name, mimeType: 'audio/wav', buffer });
    await expect(page.getByRole('alert').filter({ hasText: name })).toContainText(says);
  }
  expect(await now(page)).toEqual(before);
});

test('the music is ducked under speech, keyed, muted and brought to a loudness; ends of effects are dragged; several are set at once', async ({
  page,
}) => {
  const plan = await openPlan(page, 'rehearsed', 'sound/33');
  await tab(page, 'Music and voice');
  const speech = page.getByRole('region', { name: 'Music under speech' });
  await expect(speech).toContainText(/Somebody speaks \d times?, [\d.]+ s in all/);
  await speech.getByLabel('Goes down').click();
  await type(page, 'Down by', '14');
  const ducked = await now(page);
  expect(ducked.ducking).toMatchObject({ depth: 14, attack: 0.25 });
  // In the middle of a word of the line the music is down by as much, and whole long before.
  const voice = ducked.sounds[0]!;
  const word = voice.found.words[2]!.at / voice.analysis.sampleRate + voice.place / 24;
  const levelAt = (made: Plan, at: number) => {
    const event = filmOf(made).audioEvents.find(({ id }) => id === made.music!.id)!;
    return 20 * Math.log10(fadeAt(event, at));
  };
  expect(levelAt(ducked, word + 0.05)).toBeCloseTo(-14, 3);
  expect(levelAt(ducked, 10)).toBeCloseTo(0, 6);

  // A level at the position, made softer by typing, by arrow and by dragging; a muted bar.
  const music = page.getByRole('region', { name: 'open-day-music.mp3' });
  await music.getByRole('button', { name: 'Set a level here' }).click();
  const key = page.getByRole('button', { name: /^Level \+?0\.0 dB at / });
  await key.focus();
  await page.keyboard.press('ArrowDown');
  expect((await now(page)).music!.levels.map(({ level }) => level)).toEqual([-1]);
  const dot = page.getByRole('button', { name: /^Level −1\.0 dB at / });
  const box = await restingBox(dot);
  await page.mouse.move(box.x + 5, box.y + 5);
  await page.mouse.down();
  await page.mouse.move(box.x + 65, box.y + 30, { steps: 4 });
  await page.mouse.up();
  const [moved] = (await now(page)).music!.levels;
  expect(moved!.level).toBeLessThan(-8);
  expect(moved!.level).toBeGreaterThan(-14);
  await music.getByRole('button', { name: 'Mute this bar' }).click();
  await expect(music).toContainText(/muted [\d:]+ to [\d:]+/);
  const [mute] = (await now(page)).music!.mutes;
  const bar = (mute!.to - mute!.from) / (await now(page)).music!.analysis.sampleRate;
  expect(Math.abs(bar - 240 / 112)).toBeLessThan(0.05);
  await music.getByRole('button', { name: 'hear it again' }).click();
  await expect(music).not.toContainText('muted');

  // As loud as is asked, by the meter that measures it anew.
  await page.getByLabel('Aim at').selectOption({ label: '−14 LUFS, web' });
  await expect(page.getByText(/its true peak is at its limit/)).toBeVisible();
  await type(page, 'Loudness', '−30');
  await page.getByRole('button', { name: /^Turn everything by/ }).click();
  await expect(page.getByText('It is as loud as that.')).toBeVisible();
  await expect(page.getByRole('status').filter({ hasText: 'All together' })).toContainText(
    /together −(30\.0|29\.9|30\.1) LUFS/,
  );

  // The hits of chosen cuts at once, and one dragged to another beat.
  await tab(page, 'Here');
  await page.getByRole('button', { name: /^with effects/ }).click();
  const rows = page.getByRole('listbox', { name: 'Cuts and effects' }).getByRole('option');
  await rows.nth(1).click();
  await rows.nth(3).click({ modifiers: ['Shift'] });
  const chosen = page.getByRole('region', { name: 'All that are chosen' });
  await expect(chosen).toContainText('at 3 places');
  await type(page, 'Level', '−30 dB');
  const soft = (await now(page)).effects.filter(({ gain }) => gain === -30).length;
  expect(soft).toBeGreaterThanOrEqual(3);
  await page.getByRole('button', { name: /^all / }).click();
  await rows.filter({ hasText: 'Cut 6 ' }).click();
  const tie = page.locator('.effect-row.is-chosen .effect-tie').first();
  const from = await restingBox(tie);
  const before = filmOf(await now(page)).effects.find(({ at }) => at.cut === 6)!;
  await page.mouse.move(from.x + 4, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(from.x + 140, from.y + 20, { steps: 5 });
  await page.mouse.up();
  const after = filmOf(await now(page)).effects.find(
    ({ placement }) => placement.id === before.placement.id,
  )!;
  expect(after.at.frame).toBeGreaterThan(before.at.frame + 8);
  expect(plan.effects).toHaveLength((await now(page)).effects.length);
});
