import type { Page } from '@playwright/test';
import { planOf } from './clips.ts';
import { expect, openDemo, saved, step, test, type } from './test.ts';

const scoreOf = async (page: Page) => (await saved(page), (await planOf(page)).score!);
const shot = (page: Page, n: number) =>
  page.getByRole('button', { name: new RegExp(`^Shot ${n},`) });
const cut = (page: Page, n: number) => page.getByRole('button', { name: new RegExp(`^Cut ${n},`) });
const note = (page: Page) => page.locator('.toast');

test('shots are copied and pasted over others by key and from the menu, also into another plan; the rest stays', async ({
  page,
}) => {
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await openDemo(page, 'score');
  const before = await scoreOf(page);
  await shot(page, 3).click();
  await shot(page, 4).click({ modifiers: ['Shift'] });
  await page.keyboard.press('Control+c');
  await expect(note(page).last()).toContainText(/Copied 2 shots, \d+ frames\./);
  await shot(page, 9).click();
  await page.keyboard.press('Control+v');
  const [from, length] = [before.shots[8]!.start, before.shots[4]!.start - before.shots[2]!.start];
  await expect(note(page).last()).toContainText(
    `Pasted over frames ${from} to ${from + length - 1}.`,
  );
  const after = await scoreOf(page);
  const there = after.shots.filter(({ start }) => start >= from && start < from + length);
  expect(there.map(({ clip, sourceIn, start }) => [clip, sourceIn, start - from])).toEqual(
    before.shots
      .slice(2, 4)
      .map(({ clip, sourceIn, start }) => [clip, sourceIn, start - before.shots[2]!.start]),
  );
  expect(after.length).toBe(before.length);
  const outside = ({ start }: { start: number }) => start < from || start > from + length;
  expect(after.shots.filter(outside).map(({ start, clip }) => [start, clip])).toEqual(
    before.shots.filter(outside).map(({ start, clip }) => [start, clip]),
  );
  await page.keyboard.press('Control+z');
  expect(await scoreOf(page)).toEqual(before);

  // The menu does the same with what is under it.
  await shot(page, 2).click({ button: 'right' });
  await page.getByRole('button', { name: 'Copy', exact: true }).click();
  await expect(note(page).last()).toContainText('Copied 1 shot');
  await shot(page, 6).click({ button: 'right' });
  await page.getByRole('button', { name: 'Paste from its start on' }).click();
  await expect
    .poll(async () => (await scoreOf(page)).shots[5]!.sourceIn)
    .toBe(before.shots[1]!.sourceIn);
  await page.keyboard.press('Control+z');

  // Into another plan, and text where text is typed.
  await openDemo(page, 'score', 'rehearsed');
  const other = await scoreOf(page);
  await shot(page, 1).click();
  await page.keyboard.press('Control+v');
  await expect(note(page).last()).toContainText('Pasted over frames 0 to');
  const pasted = await scoreOf(page);
  expect(pasted.length).toBe(other.length);
  expect(pasted.shots[0]!.sourceIn).toBe(before.shots[1]!.sourceIn);
  await step(page, 'Brief');
  await page.getByLabel('Client').fill('');
  await page.getByLabel('Client').focus();
  await page.keyboard.press('Control+v');
  await expect(page.getByLabel('Client')).toHaveValue(/^\{"copied from Caesura"/);
});

test('a move, speeds and effects are copied to other places; what cannot be is said', async ({
  page,
}) => {
  await openDemo(page, 'moves/5');
  await page.getByRole('combobox', { name: 'Move', exact: true }).selectOption('whip-pan');
  await type(page, 'After', '7');
  await page.keyboard.press('Escape');
  await page.locator('h1').click();
  await page.keyboard.press('Control+c');
  await expect(note(page).last()).toContainText('Copied the move of the cut.');
  await page.goto(page.url().replace(/moves\/5$/, 'moves/8'));
  await expect(page.getByRole('combobox', { name: 'Move', exact: true })).toBeVisible();
  await page.keyboard.press('Control+v');
  await expect(note(page).last()).toContainText('The move is on cut 8.');
  const made = await scoreOf(page);
  expect(made.shots[8]!.join).toEqual(made.shots[5]!.join);
  // On the score nothing is chosen yet to put it on.
  await step(page, 'Score');
  await cut(page, 2).waitFor();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+v');
  await expect(note(page).last()).toContainText('no cut is chosen to put it on');
  await cut(page, 11).click();
  await page.keyboard.press('Control+v');
  await expect(note(page).last()).toContainText('The move is on cut 11.');

  await step(page, 'Speeds');
  await expect(page.getByRole('heading', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Control+c');
  await expect(note(page).last()).toContainText('Copied the speeds of the shot.');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Control+v');
  await expect(note(page).last()).toContainText(/The speeds are on shot \d+\./);

  await openDemo(page, 'sound', 'rehearsed');
  await expect(page.getByLabel('What sounds here')).toBeVisible();
  await page.keyboard.press('p');
  await saved(page);
  const count = async () => (await saved(page), (await planOf(page)).effects.length);
  const one = await count();
  await page.keyboard.press('Control+c');
  await expect(note(page).last()).toContainText(/Copied \d effects?\./);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Control+v');
  await expect(note(page).last()).toContainText(/Pasted at frame \d+\./);
  expect(await count()).toBeGreaterThan(one);
});
