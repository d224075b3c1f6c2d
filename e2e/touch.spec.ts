import type { Locator, Page } from '@playwright/test';
import { planOf } from './clips.ts';
import { expect, openDemo, restingBox, saved, test } from './test.ts';

test.use({ hasTouch: true, viewport: { width: 1024, height: 700 } });

const scoreOf = async (page: Page) => (await saved(page), (await planOf(page)).score!);

/** Drags with a finger, from the middle of an element on. */
async function slide(page: Page, of: Locator, byX: number, byY: number): Promise<void> {
  const session = await page.context().newCDPSession(page);
  const { x, y, width, height } = await restingBox(of);
  const [fromX, fromY] = [x + width / 2, y + height / 2];
  const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', part: number) =>
    session.send('Input.dispatchTouchEvent', {
      type,
      touchPoints:
        type === 'touchEnd' ? [] : [{ x: fromX + part * byX, y: fromY + part * byY, id: 1 }],
    });
  await send('touchStart', 0);
  for (let i = 1; i <= 8; i++) await send('touchMove', i / 8);
  await send('touchEnd', 1);
}

test('with a finger cuts are dragged, shots chosen, lines scrolled and speeds set', async ({
  page,
}) => {
  await openDemo(page, 'score');
  const cut = page.getByRole('button', { name: /^Cut 3,/ });
  await cut.waitFor();
  const before = await scoreOf(page);
  // A beat is 45 pixels at this width; a finger that goes about one beat on lands on it.
  const beat = await page.evaluate(() => document.querySelector('.line-body')!.clientWidth / 16);
  await slide(page, cut, beat, 0);
  await expect
    .poll(async () => (await scoreOf(page)).shots[3]!.start)
    .toBeGreaterThan(before.shots[3]!.start);
  const moved = await scoreOf(page);
  expect(Math.abs(moved.shots[3]!.start - before.shots[3]!.start - 12.86)).toBeLessThan(1.5);
  expect(moved.length).toBe(before.length);
  await page.getByRole('button', { name: /^Shot 2,/ }).tap();
  await expect(page.getByRole('heading', { name: /^Shot 2 / })).toBeVisible();

  // Up and down over the shots scrolls them; nothing else is chosen by it.
  for (let i = 0; i < 4; i++) await page.keyboard.press('Equal');
  const lines = page.locator('.lines');
  await slide(page, page.getByRole('button', { name: /^Shot 2,/ }), 0, -160);
  await expect.poll(() => lines.evaluate((node) => node.scrollTop)).toBeGreaterThan(50);
  expect((await scoreOf(page)).shots).toEqual(moved.shots);

  await page.goto(page.url().replace(/score$/, 'speeds/3'));
  const key = page.locator('.dot.is-held').first();
  await key.waitFor({ state: 'attached' });
  // What loads beside the drawing may still move it under the finger.
  await expect(async () => {
    await slide(page, key, 0, -40);
    expect((await scoreOf(page)).shots[2]!.ramp).toBeDefined();
  }).toPass();
});
