import type { Locator, Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { filmOf, strideOf } from '../core/src/film/index.ts';
import type { Clip, Plan, Ramp } from '../core/src/plan/index.ts';
import { showsFrame, stepped } from '../core/src/testing/stepped.ts';
import { toNumber } from '../core/src/time/index.ts';
import { planOf } from './clips.ts';
import { Hand } from './hand.ts';
import { ROOT } from './server.ts';
import { expect, restingBox, saved, test } from './test.ts';

/** Opens Speeds on a film of the demo's clips with shots of these lengths, without ramps. */
async function openFilm(
  page: Page,
  lengths: readonly number[],
  {
    sourceIn = 20,
    clip = (all: readonly Clip[], i: number) => all[i % all.length]!,
    ramps = [] as readonly Ramp[],
    moments = [] as readonly number[],
  } = {},
): Promise<Hand> {
  const base = JSON.parse(readFileSync(`${ROOT}/demo/output/tried/even.json`, 'utf8')) as Plan;
  const clips = base.clips.filter(({ frames }) => frames > 160);
  let start = 0;
  const shots = lengths.map((length, i) => {
    const shot = {
      ...{ id: `s${i}`, start, clip: clip(clips, i).id, sourceIn },
      ...(ramps[i] && { ramp: ramps[i] }),
    };
    start += length;
    return shot;
  });
  const data = {
    plan: {
      ...base,
      clips: base.clips.map((own) => ({
        ...own,
        moments: [...moments.map((at) => ({ at, kind: 'peak' })), ...own.moments],
      })),
      name: 'Speeds by hand',
      target: start,
      score: { shots, length: start },
    },
  };
  const made = await page.request.post('/api/plans', { data });
  expect(made.status(), await made.text()).toBe(201);
  await page.goto(`/plans/${((await made.json()) as { id: string }).id}/speeds/1`);
  await expect(page.getByRole('heading', { name: /^Shot 1,/ })).toBeVisible();
  return new Hand(page);
}

const now = async (page: Page): Promise<Plan> => (
  await saved(page),
  (await planOf(page)) as unknown as Plan
);

/** Source positions of a shot, by stepping with easings of another package. */
async function positionsOf(page: Page, index: number): Promise<number[]> {
  const plan = await now(page);
  const { shot, clip, length } = filmOf(plan).shots[index]!;
  const ramp = shot.ramp ?? [
    { from: 'start' as const, at: 0, speed: shot.speed ?? { num: 1, den: 1 }, ease: 'linear' },
  ];
  const stride = toNumber(strideOf(clip!.rate, plan.rate));
  return stepped(ramp, length, { sourceIn: shot.sourceIn, stride });
}

/** Speeds frame by frame, as differences of what is shown. */
const speedsOf = (positions: readonly number[], stride: number): number[] =>
  positions.slice(1).map((p, k) => (p - positions[k]!) / stride);

const ask = (page: Page) => page.getByRole('region', { name: 'Ask' });
/** The longest clip at the rate of the film. */
const longest = (clips: readonly Clip[]): Clip =>
  clips.filter(({ rate }) => rate.num === 24).reduce((a, b) => (b.frames > a.frames ? b : a));

/** Drags the middle of something to a place, and lets it go or gives the drag up. */
async function dragTo(
  page: Page,
  what: Locator,
  to: { readonly x: number; readonly y: number },
  { escape = false } = {},
): Promise<void> {
  const box = await restingBox(what);
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 5 });
  if (escape) await page.keyboard.press('Escape');
  await page.mouse.up();
}

test('half speed with 400 % between two moments, twice in one clip, the next clip starting fast', async ({
  page,
}, info) => {
  const hand = await openFilm(page, [96, 48], {
    clip: (all, i) => (i === 0 ? longest(all) : all[0]!),
  });
  const plan = await now(page);
  const { clip } = filmOf(plan).shots[0]!;
  const stride = toNumber(strideOf(clip!.rate, plan.rate));
  await hand.type('Speed of key 1', '50');
  for (const [from, to] of [
    [30, 60],
    [75, 105],
  ] as const) {
    await hand.type('From source', String(from));
    await hand.type('To source', String(to));
    await hand.type('Eased over', '2');
    // What gives way is told before it is done.
    await expect(ask(page).getByRole('status')).toContainText('source out');
    await hand.click(ask(page).getByRole('button', { name: 'Do it' }));
    await expect
      .poll(async () => (await now(page)).score!.shots[0]!.ramp!.length)
      .toBeGreaterThan(from === 30 ? 3 : 7);
  }
  const positions = await positionsOf(page, 0);
  for (const moment of [60, 105]) expect(positions.some((p) => showsFrame(p, moment))).toBe(true);
  const speeds = speedsOf(positions, stride);
  const fast = speeds.filter((speed) => speed > 3);
  expect(fast.length).toBeGreaterThan(3);
  // As fast as asked to within one frame more or less, and half speed beside it.
  expect(Math.max(...speeds)).toBeLessThan(5.2);
  expect(speeds.filter((speed) => Math.abs(speed - 0.5) < 0.01).length).toBeGreaterThan(30);
  // The next one starts fast.
  await hand.click(page.getByRole('option', { name: /^2 / }));
  await expect(page.getByRole('heading', { name: /^Shot 2,/ })).toBeVisible();
  await hand.button(/^Down out of the cut/);
  await expect
    .poll(async () => (await now(page)).score!.shots[1]!.ramp?.[0]?.speed)
    .toEqual({
      num: 4,
      den: 1,
    });
  hand.told(info, 20);
});

test('1000 % at both cuts and 40 % between, then with the points pulled in', async ({
  page,
}, info) => {
  const hand = await openFilm(page, [96], { clip: (all) => longest(all) });
  await hand.type('Speed of key 1', '40');
  await hand.type('Crest', '1000');
  await hand.type('Over', '4');
  await hand.button(/^Down out of the cut/);
  await hand.button('Up into the cut');
  await expect.poll(async () => (await now(page)).score!.shots[0]!.ramp?.length).toBe(4);
  // Both feet are pulled in by typing their frames.
  await hand.type('Frame of key 2', '12');
  await hand.type('Frame of key 3', '84');
  await expect.poll(async () => (await now(page)).score!.shots[0]!.ramp?.[1]?.at).toBe(12);
  const { ramp } = (await now(page)).score!.shots[0]!;
  expect(ramp!.map(({ from, at, speed }) => [from, at, speed.num / speed.den])).toEqual([
    ['start', 0, 10],
    ['start', 12, 0.4],
    ['end', -12, 0.4],
    ['end', 0, 10],
  ]);
  hand.told(info, 8);
});

test('a ramp is mirrored on sixteen shots with source in and out unchanged', async ({
  page,
}, info) => {
  const hand = await openFilm(
    page,
    Array.from({ length: 17 }, () => 40),
    { sourceIn: 40 },
  );
  const before = filmOf(await now(page)).shots.map(({ sourceIn, time, length }) => [
    sourceIn,
    time!.at(length - 1),
  ]);
  await hand.type('Crest', '250');
  await hand.button('Up into the cut');
  await hand.button('Choose all 17');
  await hand.select('Put', 'mirrored');
  await hand.select('And', 'floor');
  await hand.button('Put on 16 chosen shots');
  await expect
    .poll(async () => (await now(page)).score!.shots[16]!.ramp?.[0]?.speed)
    .toEqual({
      num: 5,
      den: 2,
    });
  for (let index = 1; index < 17; index++) {
    const positions = await positionsOf(page, index);
    expect(positions[0]).toBe(before[index]![0]);
    expect(showsFrame(positions[39]!, before[index]![1]!)).toBe(true);
  }
  hand.told(info, 6);
  await page.keyboard.press('Control+z');
  expect((await now(page)).score!.shots[16]!.ramp).toBeUndefined();
});

test('what is held is not broken: it is told with what else could give way, which is taken', async ({
  page,
}) => {
  const hand = await openFilm(page, [60, 60, 60]);
  await hand.click(page.getByRole('option', { name: /^2 / }));
  await hand.switch(/^Source in 20/);
  await hand.switch(/^Source out/);
  const held = await positionsOf(page, 1);
  await hand.type('Crest', '300');
  await hand.button('Up into the cut');
  await expect(page.getByText(/Shot 2 holds what that would change/)).toBeVisible();
  expect((await now(page)).score!.shots[1]!.ramp).toBeUndefined();
  // The question has the same in view, and offers what could give way.
  await hand.select('To', 'freeze');
  await expect(ask(page).getByRole('status')).toContainText('source out is held');
  await expect(ask(page).getByRole('button', { name: 'Do it' })).toBeDisabled();
  await hand.click(ask(page).getByRole('button', { name: /^Let the length give way/ }));
  await expect.poll(async () => (await now(page)).score!.shots[1]!.ramp?.length).toBeGreaterThan(1);
  const positions = await positionsOf(page, 1);
  expect(positions[0]).toBe(held[0]);
  const plan = await now(page);
  const { length } = filmOf(plan).shots[1]!;
  expect(length).toBeGreaterThan(60);
  expect(showsFrame(positions[length - 1]!, Math.floor(held[59]! + 1e-6))).toBe(true);
  // The shot beside it paid: the film is as long as it was.
  expect(plan.score!.length).toBe(180);
  expect(plan.score!.shots[1]!.holds).toEqual(['in', 'out']);
});

test('a key is dragged in time and speed, a moment onto a frame, the source by its ends, and figures are copied', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const hand = await openFilm(page, [72], { clip: (all) => longest(all) });
  await hand.button('Up into the cut');
  const chart = page.getByRole('img', { name: 'Speeds of shot 1' });
  const box = await restingBox(chart);
  const foot = chart.locator('.dot').first();
  await dragTo(page, foot, { x: box.x + box.width / 2, y: box.y + box.height * 0.7 });
  const dragged = (await now(page)).score!.shots[0]!.ramp!;
  const key = dragged.at(-2)!;
  expect(Math.abs(72 + key.at - 36)).toBeLessThanOrEqual(3);
  expect(key.speed.num / key.speed.den).not.toBe(1);
  // Escape gives a drag up.
  const there = await now(page);
  await dragTo(page, foot, { x: box.x + 60, y: box.y + 20 }, { escape: true });
  expect((await now(page)).score).toEqual(there.score);
  // The source out is dragged: all speeds change by one factor, and in and length stay.
  const grip = page.locator('.source-grip').nth(1);
  const at = await restingBox(grip);
  await dragTo(page, grip, { x: at.x - 60, y: at.y + 10 });
  const [was, is] = [filmOf(there).shots[0]!, filmOf(await now(page)).shots[0]!];
  expect(is.sourceIn).toBe(was.sourceIn);
  expect(is.time!.at(71)).toBeLessThan(was.time!.at(71));
  // Every frame in figures, to be pasted.
  await page.getByRole('button', { name: 'Copy all 72 frames' }).click();
  await expect(page.getByText('72 frames were copied.')).toBeVisible();
  const text = await page.evaluate(() => navigator.clipboard.readText());
  const lines = text.split('\n').map((line) => line.split('\t'));
  expect(lines[0]).toEqual(['frame', 'source', 'speed %', 'stride', 'pitch st']);
  expect(lines).toHaveLength(73);
  const positions = await positionsOf(page, 0);
  for (const [k, [, source]] of lines.slice(1).entries())
    expect(showsFrame(positions[k]!, Number(source))).toBe(true);
});

test('pictures between frames are blended as an open shutter sees them, and left out by one key', async ({
  page,
}) => {
  const hand = await openFilm(page, [48], { clip: (all) => longest(all) });
  const canvas = page.getByRole('img', { name: 'The picture at the position' });
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowRight');
  await expect(canvas).toHaveAttribute('data-frame', '6');
  await hand.type('Speed of key 1', '300');
  const pixels = () => canvas.evaluate((node) => (node as HTMLCanvasElement).toDataURL());
  await expect.poll(async () => (await now(page)).score!.shots[0]!.ramp?.length).toBe(1);
  await page.waitForTimeout(300);
  const sharp = await pixels();
  await hand.select('Fast parts', 'blend');
  await expect.poll(pixels).not.toBe(sharp);
  expect((await now(page)).score!.shots[0]!.between).toEqual({
    slow: 'repeat',
    fast: 'blend',
    shutter: 180,
  });
  await hand.button('Blended');
  await expect.poll(pixels).toBe(sharp);
  await page.getByRole('heading', { name: /^Shot 1,/ }).click();
  await hand.key('b');
  await expect.poll(pixels).not.toBe(sharp);
  await hand.select('Slow parts', 'interpolate');
  await expect(page.getByText('Files carry the wish.')).toBeVisible();
});

test('a stutter and a freeze are put at the position; bad figures say what is wrong', async ({
  page,
}) => {
  const hand = await openFilm(page, [60], { clip: (all) => longest(all) });
  for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowRight');
  await hand.select('To', 'stutter');
  await hand.type('Repeat', '4');
  await hand.type('Times in all', '3');
  await hand.click(ask(page).getByRole('button', { name: 'Do it' }));
  await expect.poll(async () => (await now(page)).score!.shots[0]!.ramp?.length).toBeGreaterThan(3);
  const facts = filmOf(await now(page)).shots[0]!;
  const shown = Array.from({ length: 12 }, (_, i) => facts.time!.at(10 + i));
  expect(shown.slice(4, 8)).toEqual(shown.slice(0, 4));
  expect(shown.slice(8, 12)).toEqual(shown.slice(0, 4));
  await hand.select('To', 'play');
  await hand.type('From source', '70');
  await hand.type('To source', '60');
  await expect(ask(page).getByRole('status')).toContainText('does not come after the first');
  await expect(ask(page).getByRole('button', { name: 'Do it' })).toBeDisabled();
  await page.getByLabel('Speed of key 1', { exact: true }).fill('20000');
  await page.getByLabel('Speed of key 1', { exact: true }).press('Enter');
  await expect(page.getByText(/is no number from -10000 to 10000/)).toBeVisible();
});

test('300 % and then 530 % between moments, and ramps of ten frames from 50 to 1000 %', async ({
  page,
}, info) => {
  const hand = await openFilm(page, [60, 60], { clip: (all) => longest(all) });
  for (const [from, to, percent] of [
    [30, 60, 300],
    [60, 110, 530],
  ] as const) {
    await hand.type('From source', String(from));
    await hand.type('To source', String(to));
    await hand.type('At', String(percent));
    await hand.type('Eased over', '2');
    await hand.click(ask(page).getByRole('button', { name: 'Do it' }));
    await expect
      .poll(async () => (await now(page)).score!.shots[0]!.ramp?.length ?? 0)
      .toBeGreaterThan(from === 30 ? 3 : 6);
  }
  const positions = await positionsOf(page, 0);
  for (const moment of [60, 110]) expect(positions.some((p) => showsFrame(p, moment))).toBe(true);
  const speeds = speedsOf(positions, 1);
  const between = (from: number, to: number) =>
    speeds.filter((_, k) => positions[k]! >= from && positions[k + 1]! <= to);
  // As near to both as one frame more or less makes them.
  expect(Math.max(...between(30, 61))).toBeGreaterThan(2.6);
  expect(Math.max(...between(30, 61))).toBeLessThan(3.6);
  expect(Math.max(...between(60, 111))).toBeGreaterThan(4.6);
  expect(Math.max(...between(60, 111))).toBeLessThan(6.2);
  await hand.click(page.getByRole('option', { name: /^2 / }));
  await hand.type('Speed of key 1', '50');
  await hand.type('Crest', '1000');
  await hand.type('Over', '10');
  await hand.button('Up into the cut');
  await expect
    .poll(async () => (await now(page)).score!.shots[1]!.ramp?.slice(-2).map(({ at }) => at))
    .toEqual([-10, 0]);
  hand.told(info, 15);
});

test('3000 % meets 1600 % on purpose, the dead middle between them taken out', async ({ page }) => {
  const key = (from: 'start' | 'end', at: number, percent: number, ease = 'ease-in-out') => ({
    ...{ from, at, ease },
    speed: { num: percent, den: 100 },
  });
  const hand = await openFilm(page, [60, 60], {
    clip: (all) => longest(all),
    ramps: [
      [
        key('end', -9, 100),
        key('end', -6, 3000),
        key('end', -3, 100),
        key('end', 0, 100, 'linear'),
      ],
      [key('start', 0, 100), key('start', 3, 1600), key('start', 6, 100, 'linear')],
    ],
  });
  await hand.click(page.getByRole('option', { name: /^2 / }));
  const faults = page.getByRole('group', { name: 'Faults here' });
  await expect(faults).toContainText('A slow patch of 9 frames lies between the crests');
  await hand.click(
    faults.getByRole('button', { name: 'Move the crests on to the cut, though they differ' }),
  );
  await expect(page.getByText('A slow patch')).toBeHidden();
  await expect(page.getByText('Crests differ')).toBeHidden();
  const film = filmOf(await now(page));
  const [one, other] = film.shots;
  const [last, first] = [one!.ramp!.at(-1)!, other!.ramp![0]!];
  expect([last.from, last.at, last.speed.num / last.speed.den]).toEqual(['end', 0, 30]);
  expect([first.from, first.at, first.speed.num / first.speed.den]).toEqual(['start', 0, 16]);
});

test('a moment is dragged onto a frame; media that runs out is told at the shot, with mends that last', async ({
  page,
}) => {
  const hand = await openFilm(page, [72, 48], { clip: (all) => longest(all), moments: [50] });
  const pin = page.locator('.pin-head').first();
  await expect(pin).toBeVisible();
  const fan = await restingBox(page.locator('.speed-fan'));
  await dragTo(page, pin, { x: fan.x + (fan.width * 40.5) / 72, y: fan.y + 6 });
  const landsOn = async () => {
    const landed = filmOf(await now(page)).shots[0]!;
    return Array.from({ length: 72 }, (_, k) => k).find((k) => landed.time!.at(k) === 50)!;
  };
  await expect.poll(async () => Math.abs((await landsOn()) - 40)).toBeLessThanOrEqual(2);
  await hand.type('Crest', '800');
  await hand.type('Over', '40');
  await hand.button('Up into the cut');
  const faults = page.getByRole('group', { name: 'Faults here' });
  await expect(faults).toContainText(/runs out of .* after \d+ frames: \d+ source frames short/);
  await expect(page.locator('.source-figures')).toContainText('missing');
  const before = filmOf(await now(page)).shots[0]!;
  expect(before.used!.highest).toBeGreaterThan(before.clip!.frames - 1);
  await hand.click(faults.locator('.mends').getByRole('button').first());
  await expect(page.getByText(/runs out of/)).toBeHidden();
  const after = filmOf(await now(page)).shots[0]!;
  expect(after.used!.highest).toBeLessThan(after.clip!.frames);
});

test('two moments land on two frames; keys are put on a moment and typed; a kept ramp is followed, left and taken out', async ({
  page,
}) => {
  const hand = await openFilm(page, [60, 60, 60, 60], { moments: [60, 100] });
  await hand.select('To', 'land');
  await hand.type('Moment 1', '40');
  await hand.type('On frame 1', '10');
  await hand.button('Another moment');
  await hand.type('Moment 2', '70');
  await hand.type('On frame 2', '30');
  await hand.button('Do it');
  const landed = await positionsOf(page, 0);
  expect(showsFrame(landed[10]!, 40)).toBe(true);
  expect(showsFrame(landed[30]!, 70)).toBe(true);

  await hand.click(page.getByRole('option', { name: /^2 / }));
  await expect(page.getByRole('heading', { name: /^Shot 2,/ })).toBeVisible();
  const places = page.getByLabel('Key at a moment or cue');
  const place = await places.locator('option', { hasText: 'peak at 60' }).getAttribute('value');
  await places.selectOption(place);
  await hand.type('Speed of key 2', '250');
  const { ramp } = (await now(page)).score!.shots[1]!;
  expect(ramp!.find(({ at }) => at === Number(place))?.speed).toEqual({ num: 5, den: 2 });

  await hand.button('Keep this ramp');
  await hand.click(page.getByRole('option', { name: /^3 / }));
  await expect(page.getByRole('heading', { name: /^Shot 3,/ })).toBeVisible();
  await hand.button('Follow on 1 shot');
  await hand.type('Kept, 2 uses', 'Up once');
  expect((await now(page)).score!.shots[2]!.rampOf).toBe('g1');
  await hand.type('Speed of key 2', '300');
  await expect(page.getByText('Shot 3 no longer follows “Up once”.')).toBeVisible();
  await hand.button('Change to these speeds');
  expect((await now(page)).ramps[0]).toMatchObject({ name: 'Up once' });
  await hand.button('Take out Up once');
  const plan = await now(page);
  expect(plan.ramps).toEqual([]);
  expect(plan.score!.shots[1]!.ramp!.find(({ at }) => at === Number(place))?.speed).toEqual({
    num: 3,
    den: 1,
  });
});

test('a figure is changed of eight shots at once, source in and out of each kept; what a drag breaks is offered', async ({
  page,
}, info) => {
  const hand = await openFilm(page, Array<number>(9).fill(48), { clip: longest });
  await hand.type('Crest', '300');
  await hand.button('Up into the cut');
  await hand.button('Choose all 9');
  await hand.button('Put on 8 chosen shots');
  const before = await Promise.all([1, 8].map((i) => positionsOf(page, i)));
  await hand.select('To', 'keep');
  await hand.select('Change', 'floor');
  await hand.type('To be', '60');
  await hand.select('Gives way', 'crest');
  await hand.button('On all 9 chosen shots');
  for (const [i, index] of [1, 8].entries()) {
    const positions = await positionsOf(page, index);
    expect(positions[0]).toBe(before[i]![0]);
    expect(showsFrame(positions[47]!, Math.floor(before[i]![47]! + 1e-6))).toBe(true);
    const keys = (await now(page)).score!.shots[index]!.ramp!;
    expect(keys[0]!.speed).toEqual({ num: 3, den: 5 });
  }
  hand.told(info, 9);

  await hand.switch(/^Source in/);
  await hand.switch(/^Source out/);
  const held = await positionsOf(page, 0);
  await hand.type('Speed of key 1', '40');
  const refused = page.getByRole('region', { name: 'Refused' });
  await expect(refused).toContainText('Shot 1 holds what that would change');
  await hand.click(refused.getByRole('button', { name: /^Let the crest give way/ }));
  const kept = await positionsOf(page, 0);
  expect(kept[0]).toBe(held[0]);
  expect(showsFrame(kept[47]!, Math.floor(held[47]! + 1e-6))).toBe(true);
  expect((await now(page)).score!.shots[0]!.ramp![0]!.speed).toEqual({ num: 2, den: 5 });
  await expect(refused).toBeHidden();
});
