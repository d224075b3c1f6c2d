import { planOf } from './clips.ts';
import { expect, openDemo, saved, test } from './test.ts';

test('three layouts are proposed, side by side, and one is taken, and taken back', async ({
  page,
}) => {
  await openDemo(page, 'footage');
  await page.getByRole('button', { name: /^Keep \d+ (of \d+ )?proposed moments/ }).click();
  await page.getByRole('link', { name: 'Score' }).click();
  await page.getByRole('button', { name: 'Propose', exact: true }).click();
  const offers = page.getByRole('region', { name: 'Proposed layouts' }).getByRole('article');
  await expect(offers).toHaveCount(3);
  // The first look gives way to the search proper.
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeHidden({
    timeout: 120_000,
  });
  for (const text of await offers.allTextContents()) {
    const [, shots, on, cuts] = /(\d+) shots · (\d+) of (\d+) on a cue/
      .exec(text)!
      .map(Number) as number[];
    expect(cuts).toBe(shots! - 1);
    expect(on! / cuts!).toBeGreaterThanOrEqual(0.95);
    const [, landed, able, begun] = /in (\d+) of (\d+) a moment lands, (\d+) begin/
      .exec(text)!
      .map(Number) as number[];
    // What lands lies inside its shot; a shot that only begins with a moment is counted apart.
    expect(landed! + begun!).toBeLessThanOrEqual(able!);
    expect(landed! / able!).toBeGreaterThanOrEqual(0.2);
  }
  await saved(page);
  const before = (await planOf(page)).score;
  await offers
    .nth(1)
    .getByRole('button', { name: /^Take / })
    .click();
  await expect(offers.nth(1).getByRole('button', { name: /^Take / })).toBeDisabled();
  await expect(page.getByText('exact · 1 080 frames')).toBeVisible();
  await saved(page);
  const after = await planOf(page);
  expect(after.score).not.toEqual(before);
  expect(after.score!.length).toBe(1080);
  await page.keyboard.press('Control+z');
  await saved(page);
  expect((await planOf(page)).score).toEqual(before);
  // One that is pointed at is seen in the score, and goes from there with the offers.
  const film = () => page.locator('.shot-name').allTextContents();
  const own = await film();
  await offers.nth(2).hover();
  await expect.poll(film).not.toEqual(own);
  await page.getByRole('button', { name: 'Put away' }).focus();
  await page.keyboard.press('Enter');
  await expect(offers).toHaveCount(0);
  await expect.poll(film).toEqual(own);
  expect((await planOf(page)).score).toEqual(before);
});

test('where no layout is possible it says so, with a mend', async ({ page }) => {
  await openDemo(page, 'score');
  await page.getByLabel('Pace', { exact: true }).fill('40s');
  await page.getByLabel('Pace', { exact: true }).press('Enter');
  await page.getByRole('button', { name: 'Propose', exact: true }).click();
  // A pace of 40 s asks for shots of 18 s at least, and no clip lasts so long.
  const why = page.getByRole('region', { name: 'Why there is no layout' });
  await expect(why).toContainText('Shots last at least 432 frames', { timeout: 120_000 });
  await why.getByRole('button', { name: /^Let shots be as short as/ }).click();
  await page.getByRole('button', { name: 'Propose', exact: true }).click();
  await expect(
    page.getByRole('region', { name: 'Proposed layouts' }).getByRole('article'),
  ).toHaveCount(3);
});
