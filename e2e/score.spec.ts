import type { Page } from '@playwright/test';
import { planOf } from './clips.ts';
import { expect, openDemo, restingBox, saved, step, test, type } from './test.ts';

const cut = (page: Page, n: number) => page.getByRole('button', { name: new RegExp(`^Cut ${n},`) });
const startsOf = async (page: Page) => {
  await saved(page);
  return (await planOf(page)).score!.shots.map((s) => s.start as number);
};
const picturesOf = async (page: Page) => {
  await saved(page);
  return (await planOf(page)).score!.shots.map(({ clip, sourceIn }) => [clip, sourceIn]);
};

test('a cut is dragged from cue to cue, freely with Alt, and given up with Escape', async ({
  page,
}) => {
  await openDemo(page, 'score');
  const before = await startsOf(page);
  const drag = async (by: number, end: () => Promise<void>) => {
    const { x, y } = await restingBox(cut(page, 3));
    await page.mouse.move(x + 6, y + 30);
    await page.mouse.down();
    await page.mouse.move(x + 6 + by / 2, y + 30);
    await page.mouse.move(x + 6 + by, y + 30);
    await expect(page.locator('.drag-mark')).toBeVisible();
    await end();
    await expect(page.locator('.drag-mark')).toBeHidden();
  };
  await drag(60, async () => {
    await page.keyboard.press('Escape');
    await page.mouse.up();
  });
  expect(await startsOf(page)).toEqual(before);
  // A beat is 56 pixels; four short of it still falls on it.
  await drag(52, () => page.mouse.up());
  expect((await startsOf(page))[3]).toBe(90);
  await page.keyboard.down('Alt');
  await drag(-22, () => page.mouse.up());
  await page.keyboard.up('Alt');
  const free = (await startsOf(page))[3]!;
  expect(free).toBeGreaterThan(83);
  expect(free).toBeLessThan(88);
  expect((await planOf(page)).score!.length).toBe(1080);
});

test('shots are split, swapped, slipped, lengthened, locked and filled by keys and buttons, and all is undone', async ({
  page,
}) => {
  await openDemo(page, 'score');
  const before = (await saved(page), (await planOf(page)).score!);
  const shotAt = async (i: number) => (await saved(page), (await planOf(page)).score!.shots[i]!);
  await cut(page, 2).click();
  await page.keyboard.press('l');
  await expect(cut(page, 2)).toHaveAccessibleName(/locked/);
  await page.keyboard.press(']');
  await expect(page.getByRole('alert')).toContainText('Cut 2 is locked');
  await page.getByRole('button', { name: 'Close', exact: true }).first().click();
  await page.keyboard.press('.');
  expect((await shotAt(2)).sourceIn).toBe(before.shots[2]!.sourceIn + 1);
  await page.keyboard.press('Shift+.');
  expect((await shotAt(2)).sourceIn).toBe(before.shots[2]!.sourceIn + 11);
  await page.keyboard.press('Alt+ArrowDown');
  expect([(await shotAt(2)).clip, (await shotAt(3)).clip]).toEqual([
    before.shots[3]!.clip,
    before.shots[2]!.clip,
  ]);
  await cut(page, 5).click();
  await page.keyboard.press('Alt+ArrowRight');
  expect((await startsOf(page))[6]).toBe(before.shots[6]!.start + 1);
  await page.getByLabel('Paid by').selectOption('last');
  await type(page, 'Length', '20');
  const starts = await startsOf(page);
  expect(starts[6]! - starts[5]!).toBe(20);
  expect((await planOf(page)).score!.length).toBe(1080);
  await cut(page, 5).click();
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('s');
  expect((await startsOf(page)).length).toBe(before.shots.length + 1);
  const fits = page.getByRole('list').filter({ has: page.getByRole('button', { pressed: false }) });
  await fits.getByRole('button').nth(2).click();
  await saved(page);
  for (let i = 0; i < 9; i++) await page.keyboard.press('Control+z');
  await saved(page);
  expect((await planOf(page)).score).toEqual(before);
});

test('several cuts are selected and moved, and the stretch between them is laid out anew', async ({
  page,
}) => {
  await openDemo(page, 'score');
  const before = await startsOf(page);
  await cut(page, 8).click();
  await cut(page, 14).click({ modifiers: ['Shift'] });
  await expect(page.getByText('7 cuts selected')).toBeVisible();
  await page.keyboard.press('Shift+ArrowRight');
  expect((await startsOf(page)).map((s, i) => s - before[i]!).slice(7, 16)).toEqual([
    0, 1, 1, 1, 1, 1, 1, 1, 0,
  ]);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('r');
  const offers = page.getByRole('region', { name: 'Proposed layouts' }).getByRole('article');
  await expect(offers).toHaveCount(3);
  await expect(page.getByRole('button', { name: 'Stop' })).toHaveCount(0);
  await offers
    .nth(2)
    .getByRole('button', { name: /^Take / })
    .click();
  await page.getByRole('button', { name: 'Put away' }).click();
  const after = await startsOf(page);
  const outside = (starts: number[]) => starts.filter((s) => s < before[8]! || s > before[14]!);
  expect(outside(after)).toEqual(outside(before));
  expect(after).not.toEqual(before);

  // Of a proposal for the whole film only the part between two cuts is taken.
  await page.keyboard.press('Control+z');
  const pictures = await picturesOf(page);
  await page.getByRole('button', { name: 'Propose', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Stop' })).toHaveCount(0);
  await cut(page, 8).click();
  await cut(page, 14).click({ modifiers: ['Shift'] });
  await offers.nth(1).getByRole('button', { name: 'Take the selected stretch' }).click();
  const part = await startsOf(page);
  expect(outside(part)).toEqual(outside(before));
  // Its cuts may be the same; what is shown between them is not.
  expect(await picturesOf(page)).not.toEqual(pictures);
  await cut(page, 3).click();
  const { shots } = (await planOf(page)).score!;
  await type(page, 'Place', '6');
  await saved(page);
  expect((await planOf(page)).score!.shots[5]!.clip).toBe(shots[3]!.clip);
});

test('shots are chosen by a click, with others, over a stretch and by keys, and their menu does what the panel does', async ({
  page,
}) => {
  await openDemo(page, 'score');
  const shot = (n: number) => page.getByRole('button', { name: new RegExp(`^Shot ${n},`) });
  await shot(4).click();
  const panel = page.getByRole('complementary', { name: 'The shots' });
  await expect(panel.getByRole('heading', { name: /^Shot 4 / })).toBeVisible();
  await expect(shot(4)).toHaveAttribute('aria-pressed', 'true');
  await shot(7).click({ modifiers: ['Shift'] });
  await expect(panel.getByRole('heading', { name: '4 shots', exact: true })).toBeVisible();
  await shot(5).click({ modifiers: ['Control'] });
  await expect(panel.getByRole('heading', { name: '3 shots', exact: true })).toBeVisible();

  // Over a stretch with the pointer, and on with keys.
  const [from, to] = [(await shot(10).boundingBox())!, (await shot(12).boundingBox())!];
  await page.mouse.move(from.x + 20, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(to.x + 20, to.y + 20, { steps: 5 });
  await page.mouse.up();
  await expect(panel.getByRole('heading', { name: '3 shots', exact: true })).toBeVisible();
  await page.keyboard.press('Shift+ArrowDown');
  await expect(panel.getByRole('heading', { name: '4 shots', exact: true })).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await expect(panel.getByRole('heading', { name: /^Shot 14 / })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(panel).toHaveCount(0);

  const before = await startsOf(page);
  await shot(9).click({ button: 'right' });
  const menu = page.getByLabel('What can be done with shot 9');
  await expect(menu.getByRole('button', { name: 'Play from its start' })).toBeFocused();
  await menu.getByRole('button', { name: 'To the cue after' }).click();
  await expect(menu).toHaveCount(0);
  const moved = await startsOf(page);
  expect(moved[8]).toBeGreaterThan(before[8]!);
  expect(moved.toSpliced(8, 1)).toEqual(before.toSpliced(8, 1));
  // By keys alone: the menu of what has the focus, its arrows, and Escape.
  await shot(1).focus();
  await page.keyboard.press('Shift+F10');
  const first = page.getByLabel('What can be done with shot 1', { exact: true });
  await expect(first.getByRole('button', { name: 'Play from its start' })).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await expect(first.getByRole('button', { name: 'Split at the position' })).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(first).toHaveCount(0);
});

test('wishes shape what is proposed, and a conflict is named and mended at a click', async ({
  page,
}) => {
  await openDemo(page, 'score');
  await page.getByRole('button', { name: 'Wishes', exact: true }).click();
  const wishes = page.getByRole('complementary', { name: 'Wishes' });
  await wishes.getByLabel('Pace over time').selectOption('build');
  await wishes.getByLabel('Opens').selectOption({ label: 'Flywheel' });
  await page.getByRole('button', { name: 'Propose', exact: true }).click();
  const offers = page.getByRole('region', { name: 'Proposed layouts' }).getByRole('article');
  await expect(offers).toHaveCount(3);
  await expect(page.getByRole('button', { name: 'Stop' })).toHaveCount(0);
  await offers
    .first()
    .getByRole('button', { name: /^Take / })
    .click();
  await saved(page);
  const { score } = await planOf(page);
  const lengths = score!.shots.map(
    (s, i) => (score!.shots[i + 1]?.start ?? score!.length) - s.start,
  );
  const mean = (list: number[]) => list.reduce((a, b) => a + b, 0) / list.length;
  expect(mean(lengths.slice(-12))).toBeLessThan(0.75 * mean(lengths.slice(0, 12)));
  expect(score!.shots[0]!.clip).toBe('flywheel');

  // Nothing can come before what opens.
  await wishes.getByLabel('Clip', { exact: true }).selectOption({ label: 'Ink tin' });
  await wishes.getByLabel('With', { exact: true }).selectOption({ label: 'Flywheel' });
  await wishes.getByRole('button', { name: 'Comes before it' }).click();
  await page.getByRole('button', { name: 'Propose', exact: true }).click();
  const why = page.getByRole('region', { name: 'Why there is no layout' });
  await expect(why).toContainText('“Flywheel” opens', { timeout: 120_000 });
  await expect(why).toContainText('“Ink tin” comes before “Flywheel”');
  // Its mends are of the plan as it was, so it goes once that is another.
  await wishes.getByLabel('Closes').selectOption({ label: 'Open sign' });
  await expect(why).toBeHidden();
  await page.getByRole('button', { name: 'Propose', exact: true }).click();
  await why.getByRole('button', { name: 'Let another clip open' }).click();
  await page.getByRole('button', { name: 'Propose', exact: true }).click();
  await expect(offers).toHaveCount(3);
});

test('the pace is drawn on the lines by mouse and by key', async ({ page }) => {
  await openDemo(page, 'score');
  await page.getByRole('button', { name: 'Wishes', exact: true }).click();
  const point = page.getByRole('button', { name: /^Wanted length at frame/ }).nth(2);
  await expect(point).toHaveAccessibleName(/, 26 frames/);
  const { x, y } = await restingBox(point);
  await page.mouse.move(x + 6, y + 6);
  await page.mouse.down();
  await page.mouse.move(x + 6, y - 4, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByLabel('Pace over time')).toHaveValue('drawn');
  const shorter = Number(/, (\d+) frames/.exec((await point.getAttribute('aria-label'))!)![1]);
  expect(shorter).toBeLessThan(20);
  await point.focus();
  await page.keyboard.press('ArrowDown');
  await expect(point).toHaveAccessibleName(new RegExp(`, ${shorter + 1} frames`));
});

test('the table sorts, filters and copies; charts and another rate show the same film', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await openDemo(page, 'score');
  await page.getByRole('button', { name: 'Table', exact: true }).click();
  const rows = page.getByRole('row');
  await page.getByRole('button', { name: 'Clip', exact: true }).click();
  await expect(rows.nth(2)).toContainText('Apprentice turns');
  await page.getByLabel('Filter shots').fill('ink tin');
  await expect(page.getByText(/^\d of 41 shots$/)).toBeVisible();
  await page.getByRole('button', { name: 'Copy as CSV' }).click();
  const text = await page.evaluate(() => navigator.clipboard.readText());
  expect(text.split('\r\n')[0]).toContain('Shot,Clip,Start,Timecode,Frames');
  expect(
    text
      .split('\r\n')
      .slice(1, -1)
      .every((line) => line.includes('Ink tin')),
  ).toBe(true);
  await page.getByRole('button', { name: 'Charts', exact: true }).click();
  await expect(page.getByText('Average shot length')).toContainText('26.34 f');
  await page.getByRole('button', { name: 'Rates', exact: true }).click();
  await expect(page.getByText('every cut that is on a cue stays on it')).toBeVisible();
  await page.getByRole('button', { name: 'Make a copy at this rate' }).click();
  await expect(page.getByText('exact · 1 125 frames')).toBeVisible();
  await saved(page);
  expect((await planOf(page)).rate).toEqual({ num: 25, den: 1 });
});

test('lines hold sixteen bars or a quarter of one, with a tick for every frame', async ({
  page,
}) => {
  await openDemo(page, 'score');
  await expect(cut(page, 1)).toBeVisible();
  await page.keyboard.press('-');
  await page.keyboard.press('-');
  await expect(page.locator('.line')).toHaveCount(2);
  for (let i = 0; i < 6; i++) await page.keyboard.press('=');
  await expect(page.locator('.frame-tick').first()).toBeAttached();
  await cut(page, 1).click();
  await page.keyboard.press('Shift+ArrowRight');
  expect((await startsOf(page))[1]).toBe(26);
  await step(page, 'Brief');
});
