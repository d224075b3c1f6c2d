import type { Page } from '@playwright/test';
import { ROOT } from './server.ts';
import { expect, openTeaser, recordFrames, saved, step, test } from './test.ts';
import { readFileSync } from 'node:fs';

/** Presses Tab until what has the focus carries a name. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let i = 0; i < 200; i++) {
    await page.keyboard.press('Tab');
    const focused = await page.evaluate(() => {
      const at = document.activeElement;
      const label =
        at instanceof HTMLInputElement || at instanceof HTMLSelectElement
          ? at.labels?.[0]?.innerText
          : '';
      return label || at?.getAttribute('aria-label') || (at as HTMLElement | null)?.innerText || '';
    });
    if (name.test(focused)) return;
  }
  throw new Error(`Tab does not lead to ${name}.`);
}

test('the whole way without a mouse: a new pace, a cut moved, the list downloaded', async ({
  page,
}) => {
  await page.goto('/plans');
  await expect(page.getByRole('link', { name: /Open day teaser/ })).toBeVisible();
  await tabTo(page, /^Open day teaser/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^Cut 1,/ })).toBeVisible();

  await tabTo(page, /^Pace$/);
  await page.keyboard.press('Control+a');
  await page.keyboard.type('1 bar');
  await page.keyboard.press('Enter');
  await tabTo(page, /^Even$/);
  await page.keyboard.press('Enter');
  await expect(page.getByText('21 shots')).toBeVisible();

  await tabTo(page, /^Cut 1,/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /^Cut 1/ })).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press(']');
  await expect(page.getByLabel('The cut')).toContainText('bar 3 · beat 2');
  await saved(page);

  await page.reload();
  await expect(page.getByRole('button', { name: /^Cut 1,/ })).toBeVisible();
  await tabTo(page, /^Hand-off$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Download' })).toBeVisible();
  await tabTo(page, /Download/);
  const waiting = page.waitForEvent('download');
  await page.keyboard.press('Enter');
  const { starts, end } = recordFrames(readFileSync(await (await waiting).path(), 'utf8'), 24);
  expect(end - starts[0]!).toBe(1080);
  // Bar 3 beat 2 of 112 BPM: 9 beats of 60/112 s are 4.821 s, frame 116 at 24 fps.
  expect(starts[2]! - starts[0]!).toBe(116);
});

test('everything is found by its words: places, buttons of the screen, steps to go back to', async ({
  page,
}) => {
  await openTeaser(page, 'score');
  await expect(page.getByRole('button', { name: /^Cut 1,/ })).toBeVisible();
  const spoken = page.getByRole('status', { name: 'What was done' });
  const search = page.getByRole('combobox', { name: 'What to do, or where to go' });
  const find = async (text: string) => {
    await page.keyboard.press('Control+k');
    await expect(search).toBeFocused();
    await page.keyboard.type(text);
    await page.keyboard.press('Enter');
    await expect(search).toHaveCount(0);
  };
  await find('cut 5');
  await expect(page.getByRole('button', { name: /^Cut 5,/, pressed: true })).toBeVisible();
  // What an edit did is said: where the cut is, and how long the shots beside it are.
  await page.keyboard.press('Shift+ArrowRight');
  await expect(spoken).toHaveText(
    /^Cut 5 to near bar \d+ beat \d, frame \d+; shots 5 and 6 now \d+ and \d+ frames\.$/,
  );
  await find('table');
  await expect(page.getByRole('table')).toBeVisible();
  await find('back to before: nudge a ');
  await expect(spoken).toHaveText(/^Undone: /);
  await find('go to rehearse');
  await expect(page).toHaveURL(/rehearse$/);
  // As a letter it is typed where one types.
  await page.getByLabel(/^Note at frame/).click();
  await page.keyboard.type('go on');
  await expect(page.getByLabel(/^Note at frame/)).toHaveValue('go on');
});

test('bars and sections are gone to by key, on the score and on Rehearse, and said', async ({
  page,
}) => {
  await openTeaser(page, 'rehearse');
  const spoken = page.getByRole('status', { name: 'What was done' });
  await expect(page.locator('canvas[data-frame="0"]')).toBeVisible();
  await page.keyboard.press('Control+ArrowRight');
  await expect(spoken).toHaveText(/^At bar 2,/);
  await page.keyboard.press('Control+ArrowRight');
  // Bar 3 of 112 BPM is eight beats of 60/112 s on: 4.286 s, frame 103 at 24 fps.
  await expect(spoken).toHaveText('At bar 3, frame 103.');
  await expect(page.locator('canvas[data-frame="103"]')).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Control+ArrowLeft');
  await expect(page.locator('canvas[data-frame="103"]')).toBeVisible();
  await page.keyboard.press('Control+ArrowDown');
  await expect(spoken).toHaveText(/^At the (section|drop) in bar \d+, frame \d+\.$/);
  const [, frame] = /frame (\d+)/.exec((await spoken.textContent())!)!;
  await expect(page.locator(`canvas[data-frame="${frame}"]`)).toBeVisible();
  // The score shows the line on which the place is, however far down it is.
  await step(page, 'Score');
  await expect(page.getByRole('button', { name: /^Cut 1,/ })).toBeVisible();
  for (let i = 0; i < 4; i++) await page.keyboard.press('Equal');
  const position = page.locator('.lines .position');
  for (let i = 0; i < 30; i++) await page.keyboard.press('Control+ArrowRight');
  await expect(position).toBeInViewport();
  for (let i = 0; i < 30; i++) await page.keyboard.press('Control+ArrowLeft');
  await expect(position).toBeInViewport();
  await expect(spoken).toHaveText('At bar 1, frame 0.');
});

test('what has the focus is seen to have it, on every screen', async ({ page }) => {
  test.setTimeout(180_000);
  /** What has the focus, and nothing drawn about it that tells so. */
  const unseen = async (): Promise<string | null> =>
    page.evaluate(() => {
      const at = document.activeElement;
      if (!at || at === document.body) return null;
      const drawn = (element: Element) => {
        const { outlineStyle, outlineWidth, boxShadow } = getComputedStyle(element);
        return (outlineStyle !== 'none' && parseFloat(outlineWidth) >= 1) || boxShadow !== 'none';
      };
      const { width, height } = at.getBoundingClientRect();
      const has = at.getAttribute('aria-label') ?? at.textContent?.trim().slice(0, 40) ?? '';
      return drawn(at) && width > 0 && height > 0 ? null : `${at.tagName} ${at.className} ${has}`;
    });
  const found = new Set<string>();
  const look = async (where: string) => {
    await page.waitForTimeout(500);
    for (let i = 0; i < 70; i++) {
      await page.keyboard.press('Tab');
      const wrong = await unseen();
      if (wrong !== null) found.add(`${where}: ${wrong}`);
    }
  };
  for (const where of ['/plans', '/read', '/rule']) {
    await page.goto(where);
    await look(where);
  }
  await openTeaser(page, 'brief');
  for (const name of [
    ...['Brief', 'Listen', 'Footage', 'Score', 'Moves'],
    ...['Speeds', 'Sound', 'Rehearse', 'Hand-off'],
  ]) {
    await step(page, name);
    await look(name);
  }
  expect([...found]).toEqual([]);
});

test('a key is exchanged for another, works, and is kept; one that is taken is refused', async ({
  page,
}) => {
  await openTeaser(page, 'score');
  await page.getByRole('button', { name: /^Cut 5,/ }).waitFor();
  await page.keyboard.press('?');
  await page.getByRole('button', { name: /^lock the cut: L, choose another key/ }).click();
  await page.keyboard.press('s');
  await expect(page.getByText('S is the key for “split”: choose another.')).toBeVisible();
  await page.keyboard.press('q');
  await expect(page.getByRole('button', { name: /^lock the cut: Q,/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.getByRole('button', { name: /^Cut 5,/ }).click();
  await page.keyboard.press('q');
  await expect(page.getByRole('button', { name: /^Cut 5,.*locked/ })).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: /^Cut 5,/ }).click();
  await page.keyboard.press('q');
  await expect(page.getByRole('button', { name: /^Cut 5,.*locked/ })).toHaveCount(0);
  await page.keyboard.press('?');
  await page.getByRole('button', { name: 'All keys as they were' }).click();
  await expect(page.getByRole('button', { name: /^lock the cut: L,/ })).toBeVisible();
});

test('the whole job by keyboard alone: from a song and clips to a file, and no press of a mouse', async ({
  page,
}) => {
  test.setTimeout(180_000);
  // Any press of a pointer counts.
  await page.addInitScript(() => {
    Object.assign(globalThis, { presses: 0 });
    addEventListener(
      'pointerdown',
      () => (globalThis as unknown as { presses: number }).presses++,
      true,
    );
  });
  // Held for the whole test: switched on by each wait, a quick press can come before it.
  page.on('filechooser', () => undefined);
  const press = (key: string) => page.keyboard.press(key);
  const output = `${ROOT}/demo/output`;
  /** Presses what the palette finds. */
  const act = async (words: string) => {
    await press('Control+k');
    const search = page.getByRole('combobox', { name: 'What to do, or where to go' });
    await expect(search).toBeFocused();
    await page.keyboard.type(words);
    await press('Enter');
    await expect(search).toHaveCount(0);
  };
  /** Chooses files in the system's own window, which a button opens. */
  const files = async (button: RegExp, chosen: string | string[]) => {
    await tabTo(page, button);
    const window = page.waitForEvent('filechooser');
    await press('Enter');
    await (await window).setFiles(chosen);
  };
  await page.goto('/plans');
  await expect(page.getByRole('link', { name: /Open day teaser/ })).toBeVisible();
  await tabTo(page, /New plan$/);
  await press('Enter');
  await expect(page.getByRole('heading', { name: 'The film' })).toBeVisible();
  await act('go to listen');
  await files(/^Choose a sound file$/, `${output}/open-day-music.mp3`);
  await expect(page.getByRole('heading', { name: 'open-day-music.mp3' })).toBeVisible({
    timeout: 90_000,
  });
  await act('go to footage');
  await expect(page.getByRole('heading', { name: 'No clips yet' })).toBeVisible();
  const names = ['guillotine', 'flywheel', 'platen-closes', 'street-door', 'inking-roller'];
  await files(
    /^Choose video files$/,
    names.map((name) => `${output}/clips/${name}.mp4`),
  );
  await expect(page.getByRole('heading', { name: '5 clips' })).toBeVisible({ timeout: 60_000 });
  const keep = page.getByRole('button', { name: /^Keep \d+ (of \d+ )?proposed moments?$/ });
  await expect(keep).toBeEnabled();
  await act('keep');
  await act('go to score');
  await expect(page.getByRole('button', { name: 'Propose', exact: true })).toBeVisible();
  await act('propose');
  await expect(page.getByRole('button', { name: /^Take / }).first()).toBeVisible({
    timeout: 90_000,
  });
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeHidden({
    timeout: 90_000,
  });
  await act('take');
  await saved(page);
  await act('cut 2');
  await press('Shift+ArrowRight');
  await expect(page.getByRole('status', { name: 'What was done' })).toHaveText(/^Cut 2 to /);
  await act('go to hand-off');
  await expect(page.getByText('Read back as planned.')).toBeVisible({ timeout: 30_000 });
  const waiting = page.waitForEvent('download');
  await act('download');
  const { starts, end } = recordFrames(readFileSync(await (await waiting).path(), 'utf8'), 24);
  expect(end - starts[0]!).toBe(720);
  expect(starts.length).toBeGreaterThan(5);
  expect(await page.evaluate(() => (globalThis as unknown as { presses: number }).presses)).toBe(0);
});
