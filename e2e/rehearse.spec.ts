import type { Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { filmOf, layersAt, withoutJoins, withoutRamps } from '../core/src/film/index.ts';
import { makeBetween, setRamp } from '../core/src/plan/edits/index.ts';
import { readPlan, type Plan } from '../core/src/plan/index.ts';
import { shapedRamp, usualCrest } from '../core/src/ramps/index.ts';
import { stepped } from '../core/src/testing/stepped.ts';
import { rational } from '../core/src/time/index.ts';
import type { PaintedLayer } from '../web/src/rehearse/film-painter.ts';
import { BITS, bringIn, clip, H264, numbered, planOf } from './clips.ts';
import { bundled } from './bundle.ts';
import type * as Films from './film-parts.ts';
import { ROOT } from './server.ts';
import { expect, newPlan, openCut, saved, step, test, type } from './test.ts';

// The painter is put on the page as a script of the test's own.
test.use({ bypassCSP: true });

const demo = (): Plan =>
  readPlan(JSON.parse(readFileSync(`${ROOT}/demo/output/tried/rehearsed.json`, 'utf8')));

/** Seconds of the clock of the sound that plays, which a busy machine may let stand. */
declare global {
  var soundClock: () => number;
}

/** Opens a step of a copy of the demo with joins and sound, and has the clock of the sound told. */
async function openRehearsed(page: Page, path: string): Promise<Plan> {
  await page.addInitScript(() => {
    const contexts: AudioContext[] = [];
    globalThis.AudioContext = class extends AudioContext {
      constructor(options?: AudioContextOptions) {
        super(options);
        contexts.push(this);
      }
    };
    globalThis.soundClock = () =>
      contexts.findLast(({ state }) => state !== 'closed')?.currentTime ?? 0;
  });
  const plan = { ...demo(), name: 'Rehearsed by this test' };
  const own = (await (await page.request.post('/api/plans', { data: { plan } })).json()) as {
    id: string;
  };
  await page.goto(`/plans/${own.id}/${path}`);
  return plan;
}

/** What the plan says is painted on a frame. */
const planned = (plan: Plan) => {
  const film = filmOf(plan);
  return (frame: number): PaintedLayer[] =>
    layersAt(film, frame).map(({ shot, clip, source, values }) => ({
      shot,
      clip: clip?.id ?? null,
      source,
      shown: source,
      values,
    }));
};

const screen = (page: Page) => page.getByRole('region', { name: 'The film' }).locator('canvas');
const shownFrame = async (page: Page) => Number(await screen(page).getAttribute('data-frame'));
/** Size at which pictures are compared. */
const SMALL = { width: 64, height: 36 };

/** Puts the painter on the page; again after each new page. */
async function withPainter(page: Page): Promise<void> {
  await page.addScriptTag({ content: await bundled('e2e/film-parts.ts', 'films') });
}

/** Frames of a plan painted anew, each small, as luma. */
const paintedAnew = (page: Page, plan: Plan, frames: readonly number[]): Promise<number[][]> =>
  page.evaluate(
    async ([plan, frames, { width, height }]) => {
      const { FilmPainter } = (globalThis as unknown as { films: typeof Films }).films;
      const painter = new FilmPainter();
      painter.load('film', plan);
      const canvas = new OffscreenCanvas(
        480,
        Math.round((480 * plan.size.height) / plan.size.width),
      );
      const small = new OffscreenCanvas(width, height);
      const context = small.getContext('2d', { willReadFrequently: true })!;
      const all: number[][] = [];
      for (const frame of frames) {
        await painter.paint('film', frame, canvas);
        context.drawImage(canvas, 0, 0, width, height);
        const { data } = context.getImageData(0, 0, width, height);
        all.push(
          Array.from({ length: width * height }, (_, i) =>
            Math.round((data[4 * i]! + data[4 * i + 1]! + data[4 * i + 2]!) / 3),
          ),
        );
      }
      return all;
    },
    [plan, frames, SMALL] as const,
  );

/** A frame shown: when, in seconds of the clock of the sound, and its small picture as luma. */
interface ShownFrame {
  readonly frame: number;
  readonly at: number;
  readonly picture: readonly number[];
}

/** Frames shown over some time, each once, in order; the one that stands there first of all. */
async function watched(page: Page, ms: number): Promise<ShownFrame[]> {
  return screen(page).evaluate(
    (element, [ms, { width, height }]) =>
      new Promise<ShownFrame[]>((resolve) => {
        const canvas = element as HTMLCanvasElement;
        const small = new OffscreenCanvas(width, height);
        const context = small.getContext('2d', { willReadFrequently: true })!;
        const seen: ShownFrame[] = [];
        const look = () => {
          const frame = Number(canvas.dataset.frame);
          if (frame === seen.at(-1)?.frame) return;
          context.drawImage(canvas, 0, 0, width, height);
          const { data } = context.getImageData(0, 0, width, height);
          const picture = Array.from({ length: width * height }, (_, i) =>
            Math.round((data[4 * i]! + data[4 * i + 1]! + data[4 * i + 2]!) / 3),
          );
          seen.push({ frame, at: soundClock(), picture });
        };
        look();
        const observer = new MutationObserver(look);
        observer.observe(canvas, { attributes: true, attributeFilter: ['data-frame'] });
        setTimeout(() => {
          observer.disconnect();
          resolve(seen);
        }, ms);
      }),
    [ms, SMALL] as const,
  );
}

/** Mean difference of two pictures, of 255. */
const difference = (a: readonly number[], b: readonly number[]): number =>
  a.reduce((sum, luma, i) => sum + Math.abs(luma - b[i]!), 0) / a.length;

/** By how much what the page shows now differs from a picture. */
const differenceTo = async (page: Page, picture: readonly number[]): Promise<number> =>
  difference((await watched(page, 0))[0]!.picture, picture);

/** Largest difference between two paintings of one frame, and least between two frames. */
const SAME = 0.5;
const OTHER = 2;

/** By how many frames it went on from one shown frame to the next, in a loop of so many. */
const advances = (seen: readonly ShownFrame[], loop: number): number[] =>
  seen.slice(1).map(({ frame }, i) => (frame - seen[i]!.frame + loop) % loop);

/**
 * Frames of the film that went by in a second of the sound, whether they came in time or were left
 * out. The first of those seen may have stood before it began to play, for as long as that took.
 */
function pace([, ...seen]: readonly ShownFrame[], loop: number): number {
  return advances(seen, loop).reduce((a, b) => a + b, 0) / (seen.at(-1)!.at - seen[0]!.at);
}

test('under a fake clock 200 frames are painted as the plan says: order, source frames, transforms', async ({
  page,
}) => {
  const plan = demo();
  await page.goto('/plans');
  await page.addScriptTag({ content: await bundled('e2e/film-parts.ts', 'films') });
  // Twenty starts all over the film, every join and ramp among them, ten frames of each; ticks fall
  // anywhere inside frames.
  let state = 7;
  const random = () => (state = (state * 48271) % 2147483647) / 2147483647;
  const joins = [6, 12, 23, 29, 35].map((cut) => plan.score!.shots[cut]!.start - 5);
  const starts = [...joins, ...Array.from({ length: 15 }, () => Math.floor(random() * 1070))];
  const ticks = Array.from({ length: 10 }, (_, i) => (i + 0.02 + 0.96 * random()) / 24);
  const shown = await page.evaluate(
    async ([plan, starts, ticks]) => {
      const { FilmPainter, FrameQueue, frameOnStep, PictureShow } = (
        globalThis as unknown as { films: typeof Films }
      ).films;
      const painter = new FilmPainter();
      painter.load('film', plan);
      const canvas = new OffscreenCanvas(192, 108);
      const all: { frame: number; layers: readonly PaintedLayer[] }[][] = [];
      let free = Promise.resolve();
      for (const at of starts) {
        const order = { at, from: 0, to: 1080, loop: false };
        const one = (frame: number) => {
          const painting = free.then(() => painter.paint('film', frame, canvas));
          free = painting.then(() => undefined);
          return painting;
        };
        const queue = new FrameQueue(
          (k) => frameOnStep(order, k),
          one,
          () => undefined,
        );
        let now: number | null = null;
        const seen: { frame: number; layers: readonly PaintedLayer[] }[] = [];
        const show = new PictureShow(
          queue,
          plan.rate,
          () => now,
          (layers, step) => seen.push({ frame: frameOnStep(order, step)!, layers }),
        );
        queue.want(0);
        for (const [i, tick] of ticks.entries()) {
          while (queue.readyFrom(i) === 0) await new Promise((resolve) => setTimeout(resolve, 5));
          now = tick;
          show.tick();
        }
        queue.close();
        all.push(seen);
      }
      return all;
    },
    [plan, starts, ticks] as const,
  );
  const should = planned(plan);
  expect(shown.flat()).toHaveLength(200);
  shown.forEach((seen, i) => {
    expect(seen.map(({ frame }) => frame)).toEqual(
      Array.from({ length: 10 }, (_, k) => starts[i]! + k),
    );
    for (const { frame, layers } of seen)
      expect({ frame, layers }).toEqual({ frame, layers: should(frame) });
  });
  // Frames of overlaps and of moves are among them.
  expect(shown.flat().some(({ layers }) => layers.length === 2)).toBe(true);
  expect(shown.flat().some(({ layers }) => layers[0]!.values.scale > 1.2)).toBe(true);
});

test('the film is stepped by frame, looped round a cut, slowed, and what is shown is what is planned', async ({
  page,
}) => {
  const plan = await openRehearsed(page, 'rehearse');
  await withPainter(page);
  const cut = plan.score!.shots[6]!.start as number;
  const [second, beforeCut, atCut] = await paintedAnew(page, plan, [2, cut - 1, cut]);
  const [plain] = await paintedAnew(page, withoutRamps(withoutJoins(plan)), [cut]);
  expect(difference(beforeCut!, atCut!)).toBeGreaterThan(OTHER);
  expect(difference(beforeCut!, second!)).toBeGreaterThan(OTHER);
  expect(difference(atCut!, plain!)).toBeGreaterThan(OTHER);
  await expect(screen(page)).toHaveAttribute('data-frame', '0');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(screen(page)).toHaveAttribute('data-frame', '2');
  await expect.poll(() => differenceTo(page, second!)).toBeLessThan(SAME);
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowDown');
  await expect(screen(page)).toHaveAttribute('data-frame', String(cut));
  await expect.poll(() => differenceTo(page, atCut!)).toBeLessThan(SAME);
  await page.keyboard.press('ArrowLeft');
  await expect(screen(page)).toHaveAttribute('data-frame', String(cut - 1));
  await expect.poll(() => differenceTo(page, beforeCut!)).toBeLessThan(SAME);
  await page.keyboard.press('ArrowRight');
  // Plain: hard cuts, constant speeds.
  await page.keyboard.press('w');
  await expect.poll(async () => differenceTo(page, plain!)).toBeLessThan(SAME);
  await page.keyboard.press('w');
  await expect.poll(async () => differenceTo(page, atCut!)).toBeLessThan(SAME);

  // On the whole screen, and back.
  const whole = () =>
    page.evaluate(() => document.fullscreenElement?.getAttribute('aria-label') ?? null);
  await page.keyboard.press('f');
  await expect.poll(whole).toBe('The film');
  const { width, height } = (await screen(page).boundingBox())!;
  const inside = await page.evaluate(() => ({ width: innerWidth, height: innerHeight }));
  expect(Math.max(width / inside.width, height / inside.height)).toBeGreaterThan(0.99);
  await page.keyboard.press('f');
  await expect.poll(whole).toBeNull();

  await page.getByRole('button', { name: 'Around the cut' }).click();
  await page.getByRole('button', { name: 'Over and over' }).click();
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  const seen = await watched(page, 6000);
  // The position follows what plays.
  const told = page.locator('.foot span').filter({ hasText: /^frame \d+$/ });
  const before = await told.textContent();
  await expect(told).not.toHaveText(before!);
  const frames = seen.map(({ frame }) => frame);
  expect(Math.min(...frames)).toBeGreaterThanOrEqual(cut - 36);
  expect(Math.max(...frames)).toBeLessThan(cut + 36);
  // It goes on at the rate of the plan, and back only at the end of the loop.
  expect(Math.abs(pace(seen, 72) - 24)).toBeLessThan(3);
  const back = frames.slice(1).filter((frame, i) => frame < frames[i]!);
  expect(back.length).toBeGreaterThan(0);
  expect(Math.max(...advances(seen, 72))).toBeLessThan(36);
  await page.keyboard.press('2');
  await expect(page.getByLabel('Speed', { exact: true })).toHaveValue('0.5');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  // The loop begins anew, which is seen as one step back where it took a while.
  const slow = await watched(page, 4000);
  const anew = slow.findIndex(({ frame }, i) => i > 0 && frame < slow[i - 1]!.frame);
  expect(Math.abs(pace(slow.slice(Math.max(0, anew)), 72) - 12)).toBeLessThan(3);
  // A step stops it, a frame after where it was.
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  const position = Number(/\d+/.exec((await screen(page).getAttribute('aria-label'))!)![0]);
  expect(position).toBeGreaterThanOrEqual(cut - 36);
  expect(position).toBeLessThanOrEqual(cut + 36);
  await expect(screen(page)).toHaveAttribute('data-frame', String(position));
});

test('two versions are switched while it plays, where it is', async ({ page }) => {
  const plan = await openRehearsed(page, 'rehearse');
  await page.getByRole('button', { name: 'Keep this as B' }).click();
  // A becomes another: the drop without its join.
  await step(page, 'Moves');
  await openCut(page, 23);
  await page.keyboard.press('o');
  await expect(page.getByLabel('In use')).not.toBeChecked();
  await step(page, 'Rehearse');
  await page.getByRole('button', { name: 'Around the cut' }).click();
  await page.getByRole('button', { name: 'Over and over' }).click();
  const cut = plan.score!.shots[23]!.start as number;
  await expect(screen(page)).toHaveAttribute('data-frame', String(cut));
  await saved(page);
  const without = (await planOf(page)) as Plan;
  await withPainter(page);
  const enlarged = Array.from({ length: 72 }, (_, i) => cut - 36 + i).filter(
    (frame) => planned(plan)(frame).at(-1)!.values.scale > 1.2,
  );
  const pictures = {
    a: await paintedAnew(page, without, enlarged),
    b: await paintedAnew(page, plan, enlarged),
  };
  expect(
    Math.min(...enlarged.map((_, i) => difference(pictures.a[i]!, pictures.b[i]!))),
  ).toBeGreaterThan(OTHER);
  const atCut = enlarged.indexOf(cut);
  await expect.poll(async () => differenceTo(page, pictures.a[atCut]!)).toBeLessThan(SAME);
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  // Each version is played for a whole loop of three seconds and more.
  const watching = watched(page, 8000);
  await page.keyboard.press('b');
  await page.waitForTimeout(3500);
  await page.keyboard.press('b');
  const seen = await watching;
  // No version begins anew, which would be to go on by most of a loop.
  expect(Math.max(...advances(seen, 72))).toBeLessThan(36);
  expect(Math.abs(pace(seen, 72) - 24)).toBeLessThan(3);
  // Both are seen on the frames on which only B is enlarged.
  const shownOf = (version: 'a' | 'b') =>
    seen.filter(({ frame, picture }) => {
      const i = enlarged.indexOf(frame);
      return i >= 0 && difference(picture, pictures[version][i]!) < SAME;
    });
  expect(shownOf('a').length).toBeGreaterThan(0);
  expect(shownOf('b').length).toBeGreaterThan(0);
  await page.keyboard.press('b');
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: /^B: kept at/ })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page
    .getByRole('region', { name: 'The score in lines' })
    .getByRole('button', { name: /^Cut 23,/ })
    .click();
  await expect.poll(async () => differenceTo(page, pictures.b[atCut]!)).toBeLessThan(SAME);
});

test('while it plays cues are tapped, the cut is moved, notes are kept', async ({ page }) => {
  const plan = await openRehearsed(page, 'rehearse');
  await page.getByRole('button', { name: 'All', exact: true }).click();
  await page.keyboard.press(' ');
  await expect.poll(async () => shownFrame(page)).toBeGreaterThan(20);
  const before = (await shownFrame(page)) / 24;
  await page.keyboard.press('t');
  // A busy machine answers late, and the film has gone on by then.
  const after = (await shownFrame(page)) / 24;
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('n');
  await page.keyboard.type('a frame too early');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await saved(page);
  const now = (await planOf(page)) as Plan;
  const tap = now.music!.cueEdits.at(-1)!;
  expect(tap.kind).toBe('hand');
  const tapped = (tap.to! - now.music!.region.in) / now.music!.analysis.sampleRate;
  expect(tapped).toBeGreaterThan(before - 0.3);
  expect(tapped).toBeLessThan(after + 0.3);
  expect(now.notes.map(({ text }) => text)).toContain('a frame too early');
  const moved = now.score!.shots.filter((shot, i) => shot.start !== plan.score!.shots[i]!.start);
  expect(moved).toHaveLength(1);
});

test('a ramp in the animatic shows the frames that the plan says, also blended: their numbers are read from the decoded film', async ({
  page,
}) => {
  const counting = [
    '-f',
    'lavfi',
    '-i',
    'color=gray:size=640x360:rate=50',
    '-vf',
    numbered,
    '-frames:v',
    '400',
  ];
  await newPlan(page);
  await step(page, 'Footage');
  await bringIn(page, [await clip('numbers.mp4', [...counting, ...H264])]);
  await step(page, 'Brief');
  await type(page, 'Target length', '96f');
  await step(page, 'Score');
  // Brief has a field of that name as well.
  await expect(page.getByRole('heading', { name: 'Not laid out yet' })).toBeVisible();
  // The usual pace is in beats, and there is no music.
  await page.getByRole('button', { name: 'A pace of one second' }).click();
  await expect(page.getByRole('textbox', { name: 'Pace', exact: true })).toHaveValue('1s');
  await expect(page.getByRole('button', { name: 'A pace of one second' })).toHaveCount(0);
  await type(page, 'Pace', '48f');
  await page.getByRole('button', { name: 'Even', exact: true }).click();
  await expect(page.getByText('exact · 96 frames')).toBeVisible();
  await saved(page);
  const id = /plans\/([^/]+)/.exec(page.url())![1]!;
  const stored = (await (await page.request.get(`/api/plans/${id}`)).json()) as {
    revision: number;
    plan: Plan;
  };
  const crest = usualCrest(10);
  const ramp = shapedRamp({ floor: rational(1, 2), head: crest, tail: crest });
  const plan = setRamp(
    setRamp(stored.plan, 0, ramp),
    1,
    shapedRamp({ floor: rational(1), head: crest, tail: null }),
  );
  const size = 640 * 360;
  /** The animatic of a plan, as grey pictures one after the other. */
  const animatic = async (of: Plan, revision: number): Promise<Buffer> => {
    const put = await page.request.put(`/api/plans/${id}`, { data: { revision, plan: of } });
    expect(put.ok()).toBe(true);
    await page.goto('/plans');
    await page.goto(`/plans/${id}/hand-off`);
    await page.getByLabel('Figures in the picture').uncheck();
    const waiting = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Make the animatic' }).click();
    const file = await (await waiting).path();
    const raw = execFileSync(
      'ffmpeg',
      ['-v', 'error', '-i', file, '-vsync', '0', '-f', 'rawvideo', '-pix_fmt', 'gray', 'pipe:1'],
      { maxBuffer: 1e9 },
    );
    expect(raw.length).toBe(96 * size);
    return raw;
  };
  const bits = Array.from({ length: BITS }, (_, bit) => bit);
  /** How light the square of a bit is on a frame, of 255. */
  const lightOf = (raw: Buffer, frame: number, bit: number) =>
    raw[frame * size + 32 * 640 + bit * 64 + 32]!;
  const raw = await animatic(plan, stored.revision);
  const numberOf = (frame: number) =>
    bits.reduce((sum, bit) => sum + (lightOf(raw, frame, bit) > 128 ? 2 ** bit : 0), 0);
  const shots = filmOf(plan).shots;
  const should = shots.flatMap(({ length, time }) =>
    Array.from({ length }, (_, k) => time!.at(k) as number),
  );
  expect(Array.from({ length: 96 }, (_, frame) => numberOf(frame))).toEqual(should);
  // The ramp skips frames at its crest and repeats none at its floor.
  expect(new Set(should.slice(1).map((frame, i) => frame - should[i]!)).size).toBeGreaterThan(4);

  // Blended, every square is as light as the part of the time in which a shutter open for 180°, or
  // the share of its two neighbours in slow parts, would have seen it white: by small steps.
  const blended = makeBetween(plan, [0, 1], { slow: 'blend', fast: 'blend', shutter: 180 });
  const later = (await (await page.request.get(`/api/plans/${id}`)).json()) as { revision: number };
  const mixed = await animatic(blended, later.revision);
  let [worst, between] = [0, 0];
  for (const { shot, start, length } of shots) {
    const positions = stepped(shot.ramp!, length, { sourceIn: shot.sourceIn, stride: 50 / 24 });
    for (let k = 0; k < length; k++) {
      const [now, goes] = [positions[k]!, positions[k + 1]! - positions[k]!];
      const seen = Array.from({ length: 400 }, (_, i) =>
        goes < 1
          ? Math.floor(now) + (i / 400 < now - Math.floor(now) ? 1 : 0)
          : Math.floor(now + ((goes / 2) * (i + 0.5)) / 400),
      );
      for (const bit of bits) {
        const white = seen.filter((n) => (n >> bit) % 2 === 1).length / seen.length;
        if (white > 0.2 && white < 0.8) between++;
        const light = lightOf(mixed, start + k, bit) / 255;
        worst = Math.max(worst, Math.abs(light - white));
      }
    }
  }
  expect(between).toBeGreaterThan(40);
  expect(worst).toBeLessThan(0.08);
});

test('three keys go back, stop and go on, twice as fast with every press', async ({ page }) => {
  await openRehearsed(page, 'rehearse');
  const at = async () => Number(await screen(page).getAttribute('data-frame'));
  await expect(screen(page)).toHaveAttribute('data-frame', '0');
  await page.keyboard.press('l');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await page.keyboard.press('l');
  await page.keyboard.press('l');
  await expect(page.getByText('on, 4 ×')).toBeVisible();
  await expect.poll(at).toBeGreaterThan(120);
  await page.keyboard.press('k');
  // The picture of a busy machine comes after its sound, and rests once it is there.
  const goneOn = async () => {
    const from = await at();
    await page.waitForTimeout(500);
    return (await at()) - from;
  };
  await expect.poll(goneOn).toBe(0);
  const stopped = await at();
  await page.waitForTimeout(500);
  expect(await at()).toBe(stopped);
  await page.keyboard.press('j');
  await page.keyboard.press('j');
  await expect(page.getByText('back, 2 ×')).toBeVisible();
  await expect.poll(at).toBeLessThan(stopped - 40);
  // Space ends it where it is.
  await page.keyboard.press(' ');
  await expect(page.getByText('back, 2 ×')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});
