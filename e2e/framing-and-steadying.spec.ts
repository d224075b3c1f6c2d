import type { Locator, Page } from '@playwright/test';
import type { Plan, Steady } from '../core/src/plan/index.ts';
import { bringIn, clip, H264, planOf, withChroma } from './clips.ts';
import { expect, newPlan, saved, step, tab, test, type } from './test.ts';

/** How the hand of the square clip shakes: pixels of 480, times a second, of a clip of 25. */
const SWAY = { x: 6, y: 4, often: 5, oftenDown: 6, rate: 25 };
const swayed = (k: number) => ({
  x: SWAY.x * Math.sin((2 * Math.PI * SWAY.often * k) / SWAY.rate),
  y: SWAY.y * Math.sin((2 * Math.PI * SWAY.oftenDown * k) / SWAY.rate),
});

/** A film of three shots of a square clip that was held in a hand, opened on a step. */
async function openHandHeld(page: Page): Promise<void> {
  await newPlan(page);
  await step(page, 'Footage');
  const { x, y, often, oftenDown, rate } = SWAY;
  const files = withChroma(47, 1600, 1600, (file) =>
    Promise.all([
      clip('hand.mp4', [
        ...['-loop', '1', '-framerate', String(rate), '-i', file, '-vf'],
        // Two pixels of the large picture make one of the clip; slowly it pans as well.
        `crop=960:960:x='200+n+${2 * x}*sin(2*PI*${often}*n/${rate})':y='300+${2 * y}*sin(2*PI*${oftenDown}*n/${rate})':exact=1,scale=480:480:flags=area,format=yuv420p`,
        ...['-frames:v', '110', ...H264],
      ]),
    ]),
  );
  await bringIn(page, await files);
  await saved(page);
  const plan = (await planOf(page)) as unknown as Plan;
  const shots = [10, 25, 40].map((sourceIn, i) => ({
    ...{ id: `s${i}`, start: i * 24, clip: plan.clips[0]!.id, sourceIn },
  }));
  const data = { plan: { ...plan, target: 72, score: { shots, length: 72 } } };
  const made = await page.request.post('/api/plans', { data });
  expect(made.status(), await made.text()).toBe(201);
  await page.goto(`/plans/${((await made.json()) as { id: string }).id}/footage`);
}

const now = async (page: Page): Promise<Plan> => (
  await saved(page),
  (await planOf(page)) as unknown as Plan
);
const openShot = (page: Page, n: number) =>
  page.getByRole('button', { name: new RegExp(`^Shot ${n}, `) }).click();
const pictureOf = (page: Page, n: number, how: 'as filmed' | 'steadied') =>
  page.getByRole('img', { name: `Shot ${n} ${how}` });

/** Part of a painted canvas that is open: black. */
const open = (canvas: Locator): Promise<number> =>
  canvas.evaluate((node) => {
    const canvas = node as HTMLCanvasElement;
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    let black = 0;
    for (let i = 0; i < data.length; i += 4)
      if (Math.max(data[i]!, data[i + 1]!, data[i + 2]!) < 3) black++;
    return black / (data.length / 4);
  });

const pixels = (canvas: Locator): Promise<string> =>
  canvas.evaluate((node) => (node as HTMLCanvasElement).toDataURL());

test('a square clip is fitted, and one shot of it placed, by choice and by typing; what is open is as large as arithmetic says', async ({
  page,
}) => {
  await openHandHeld(page);
  await page.getByRole('link', { name: 'Open hand' }).click();
  await tab(page, 'File');
  // A square fills 16:9 with 9/16 of its height seen, and fitted covers 9/16 of the width.
  await expect(page.getByText('56.3 % of the picture is seen.')).toBeVisible();
  await page.getByLabel('The picture', { exact: true }).selectOption('fit');
  await expect(
    page.getByText('100 % of the picture is seen; it covers 56.3 % of the film.'),
  ).toBeVisible();
  expect((await now(page)).clips[0]!.framing?.how).toBe('fit');

  await step(page, 'Score');
  await openShot(page, 1);
  await expect.poll(() => open(pictureOf(page, 1, 'as filmed'))).toBeCloseTo(7 / 16, 2);
  await openShot(page, 2);
  await page.getByLabel('The picture', { exact: true }).selectOption('place');
  await expect.poll(() => open(pictureOf(page, 2, 'as filmed'))).toBeLessThan(0.01);
  // Half as wide as the film; its height of 8/9 of the film's at the top.
  await type(page, 'Scale', '50');
  await type(page, 'Keep down', '0');
  await expect.poll(() => open(pictureOf(page, 2, 'as filmed'))).toBeCloseTo(1 - 0.5 * (8 / 9), 2);
  const plan = await now(page);
  expect(plan.score!.shots.map(({ framing }) => framing?.how)).toEqual([
    undefined,
    'place',
    undefined,
  ]);
  // A value too large says so and changes nothing.
  await page.getByLabel('Scale', { exact: true }).fill('9000');
  await page.getByLabel('Scale', { exact: true }).press('Enter');
  expect((await now(page)).score!.shots[1]!.framing?.scale).toBe(0.5);
  await page.keyboard.press('Escape');
  await page.getByLabel('The picture', { exact: true }).selectOption('usual');
  await expect.poll(() => open(pictureOf(page, 2, 'as filmed'))).toBeCloseTo(7 / 16, 2);
  expect((await now(page)).score!.shots[1]!.framing).toBeUndefined();
});

/** How far a camera and its correction together lie beside a straight way, in pixels. */
function beside(steady: Steady, of: 'x' | 'y', from: number, to: number): number {
  const at = Array.from(
    { length: to - from },
    // A picture goes the other way than its camera.
    (_, i) => steady.moves[from + i - steady.first]![of] * 480 - swayed(from + i)[of],
  );
  const middle = (at.length - 1) / 2;
  const mean = at.reduce((sum, v) => sum + v, 0) / at.length;
  const slope =
    at.reduce((sum, v, i) => sum + (i - middle) * v, 0) /
    at.reduce((sum, _, i) => sum + (i - middle) ** 2, 0);
  return Math.sqrt(
    at.reduce((sum, v, i) => sum + (v - mean - slope * (i - middle)) ** 2, 0) / at.length,
  );
}

test('a shot from the hand is steadied, then all of its clip, seen and heard of, left out in Rehearse and given back', async ({
  page,
}) => {
  await openHandHeld(page);
  await step(page, 'Score');
  await openShot(page, 1);
  const shake = page.getByRole('region', { name: 'Camera shake' });
  await expect(shake).toContainText('times a second');
  await shake.getByRole('button', { name: 'Steady this shot' }).click();
  const [first, second] = (await now(page)).score!.shots;
  expect(second!.steady).toBeUndefined();
  // Of a sine of amplitude a, a/√2 lies beside the way that was meant; less than a quarter is left.
  expect(beside(first!.steady!, 'x', 10, 34)).toBeLessThan(SWAY.x / Math.SQRT2 / 4);
  expect(beside(first!.steady!, 'y', 10, 34)).toBeLessThan(SWAY.y / Math.SQRT2 / 4);
  expect(await pixels(pictureOf(page, 1, 'as filmed'))).not.toBe(
    await pixels(pictureOf(page, 1, 'steadied')),
  );
  // Meant over a shorter time it costs less, and follows the hand more.
  await type(page, 'Meant over', '0.2');
  await expect.poll(async () => (await now(page)).score!.shots[0]!.steady!.seconds).toBe(0.2);
  await page.keyboard.press('Control+z');
  await shake.getByRole('button', { name: 'Steady all 3 shots of it' }).click();
  expect((await now(page)).score!.shots.every(({ steady }) => steady?.seconds === 1)).toBe(true);

  await step(page, 'Rehearse');
  const screen = page.getByRole('region', { name: 'The film' }).locator('canvas');
  // The middle of the shot that was chosen, and three on.
  await expect(screen).toHaveAttribute('data-frame', '12');
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight');
  await expect(screen).toHaveAttribute('data-frame', '15');
  const steadied = await pixels(screen);
  const held = page.getByLabel('Steadying', { exact: true });
  await held.uncheck();
  await expect.poll(() => pixels(screen)).not.toBe(steadied);
  await held.check();
  await expect.poll(() => pixels(screen)).toBe(steadied);

  await step(page, 'Score');
  await openShot(page, 2);
  await shake.getByRole('button', { name: 'As it was filmed' }).click();
  expect((await now(page)).score!.shots.map(({ steady }) => steady !== undefined)).toEqual([
    true,
    false,
    true,
  ]);
});
