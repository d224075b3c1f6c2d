import { expect, handOff, saved, test, type, newPlan } from './test.ts';

test('plans are copied, deleted with undo, exported and imported', async ({ page }) => {
  await newPlan(page);
  await type(page, 'Name', 'Ledger week');
  await saved(page);
  const json = await (async () => {
    await page.goto('/plans');
    await page
      .getByRole('link', { name: /Open day teaser/ })
      .first()
      .click();
    return handOff(page, 'Plan .json');
  })();
  await page.goto('/plans');
  await page.getByRole('button', { name: 'Copy Ledger week' }).click();
  await expect(page.getByText('Copied as “Ledger week (copy)”.')).toBeVisible();
  await page.getByRole('button', { name: 'Delete Ledger week (copy)' }).click();
  await expect(page.getByRole('link', { name: /Ledger week \(copy\)/ })).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: /Ledger week \(copy\)/ })).toBeVisible();

  const chooser = page.locator('input[type=file][aria-label="Import a plan or a cut"]');
  await chooser.setInputFiles({
    name: 'x.json',
    mimeType: 'application/json',
    buffer: Buffer.from(json),
  });
  await expect(page.getByText('exact · 1 080 frames')).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Open day teaser');
});

test('nothing is asked of any other machine', async ({ page, address }) => {
  const asked: string[] = [];
  page.on('request', (request) => asked.push(request.url()));
  await page.goto('/plans');
  await page
    .getByRole('link', { name: /Open day teaser/ })
    .first()
    .click();
  for (const name of ['Brief', 'Listen', 'Footage', 'Score', 'Hand-off']) {
    await page.getByRole('navigation', { name: 'Steps' }).getByText(name).click();
    await page.waitForLoadState('networkidle');
  }
  expect(asked.length).toBeGreaterThan(10);
  expect(asked.filter((url) => !url.startsWith(address) && !/^(blob|data):/.test(url))).toEqual([]);
});
