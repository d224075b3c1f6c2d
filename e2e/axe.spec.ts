import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, openTeaser, step, test } from './test.ts';

/** What axe finds wrong on the page: the rule, and where, a few places each. */
async function violations(page: Page): Promise<string[]> {
  // Places where a rule holds are not described, which takes longer than to find those where not.
  const { violations: found } = await new AxeBuilder({ page })
    .options({ resultTypes: ['violations'] })
    .analyze();
  return found.flatMap(({ id, nodes }) =>
    nodes
      .slice(0, 3)
      .map(
        (node) => `${id}: ${node.target.join(' ')} ${node.failureSummary?.split('\n')[1] ?? ''}`,
      ),
  );
}

/** Tabs of a part of the page, one after the other. */
async function eachTab(page: Page, look: (name: string) => Promise<void>): Promise<void> {
  const tabs = page.getByRole('tab');
  for (let i = 0; i < (await tabs.count()); i++) {
    const name = (await tabs.nth(i).textContent()) ?? '';
    await tabs.nth(i).click();
    await look(name);
  }
}

for (const theme of ['day', 'night'] as const)
  test(`axe finds nothing wrong on any screen, tab or dialog, ${theme}`, async ({ page }) => {
    test.setTimeout(400_000);
    const found: string[] = [];
    const look = async (where: string) => {
      // Colours that fade in are not judged half-way.
      await page.waitForTimeout(350);
      found.push(...(await violations(page)).map((one) => `${where}: ${one}`));
    };
    await page.goto('/plans');
    if (theme === 'night') await page.getByRole('button', { name: 'Night theme' }).click();
    await page.getByRole('button', { name: 'Bring back or free' }).click();
    await look('plans');
    await page.goto('/read');
    await look('read');
    await page.goto('/rule');
    await look('rule');
    await page.keyboard.press('F1');
    await expect(page.getByText('Help: Slide rule')).toBeVisible();
    await page.keyboard.press('Escape');

    await openTeaser(page, 'brief');
    await page.getByText('Pace', { exact: true }).first().hover();
    await expect(page.getByRole('tooltip')).toContainText('How long shots are');
    await look('brief, a word explained');
    await page.mouse.move(0, 0);
    await look('brief');
    await step(page, 'Listen');
    await look('listen');
    await eachTab(page, (name) => look(`listen, ${name}`));
    await step(page, 'Footage');
    await look('footage');
    await page.getByRole('button', { name: 'Enter by hand' }).click();
    await look('a clip by hand');
    await page.keyboard.press('Escape');
    await page.getByRole('link', { name: 'Guillotine' }).first().click();
    await eachTab(page, (name) => look(`a clip, ${name}`));
    await step(page, 'Score');
    await look('score');
    await page.locator('.shot-hold[data-shot="2"]').first().click();
    await look('a shot');
    for (const view of ['Table', 'Charts', 'Rates']) {
      await page.getByRole('button', { name: view, exact: true }).click();
      await look(`score, ${view}`);
    }
    await page.getByRole('button', { name: 'Lines', exact: true }).click();
    await page.getByRole('button', { name: 'Wishes', exact: true }).click();
    await look('wishes');
    await step(page, 'Moves');
    await look('moves');
    await eachTab(page, (name) => look(`moves, ${name}`));
    await step(page, 'Speeds');
    await look('speeds');
    await eachTab(page, (name) => look(`speeds, ${name}`));
    await step(page, 'Sound');
    await look('sound');
    await eachTab(page, (name) => look(`sound, ${name}`));
    await step(page, 'Rehearse');
    await look('rehearse');
    await step(page, 'Hand-off');
    await look('hand-off');
    for (const part of ['Audit', 'Changes']) {
      await page.getByRole('link', { name: part, exact: true }).click();
      await look(part);
    }
    await page.keyboard.press('?');
    await look('keys');
    await page.keyboard.press('Escape');
    await page.keyboard.press('Control+k');
    await look('palette');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Help' }).click();
    await look('help');
    await page.getByLabel('Find in the help').fill('cue');
    await look('help, found');
    expect(found).toEqual([]);
  });
