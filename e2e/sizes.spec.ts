import { expect, openTeaser, test } from './test.ts';

const STEPS = [
  ...['brief', 'listen', 'footage', 'score', 'moves', 'speeds', 'sound', 'rehearse'],
  ...['hand-off', 'hand-off/audit', 'hand-off/changes'],
];

/** 200 % of 1280 x 800, a small window, a desk of two. */
for (const [width, height] of [
  [640, 400],
  [1024, 700],
  [2560, 1440],
] as const)
  test(`nothing has to be scrolled to the side at ${width} x ${height}`, async ({ page }) => {
    test.setTimeout(120_000);
    await page.setViewportSize({ width, height });
    const wide: string[] = [];
    const look = async (where: string) => {
      // What is on the screen, not only its frame.
      await page.locator('main').waitFor();
      await page.waitForLoadState('networkidle');
      const across = await page.evaluate(() => document.scrollingElement!.scrollWidth);
      if (across > width) wide.push(`${where}: ${across}`);
    };
    for (const where of ['/plans', '/read', '/rule']) {
      await page.goto(where);
      await look(where);
    }
    await openTeaser(page, 'score');
    const plan = page.url().replace(/\/score$/, '');
    for (const step of STEPS) {
      await page.goto(`${plan}/${step}`);
      await look(step);
    }
    expect(wide).toEqual([]);
    // The head and the position stay in sight, whatever the size.
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await expect(page.locator('.foot')).toBeInViewport();
  });

test('lines fill a high screen, and the brief leads to what there is', async ({ page }) => {
  await page.setViewportSize({ width: 2560, height: 1440 });
  await openTeaser(page, 'brief');
  const standing = page.getByRole('region', { name: 'What there is' });
  for (const [to, what] of [
    ['listen', /^open-day-music.mp3/],
    ['score', /^38 shots/],
    ['sound', /^\d+ effects$/],
  ] as const) {
    await standing.getByRole('link', { name: what }).click();
    await expect(page).toHaveURL(new RegExp(`/${to}`));
    await expect
      .poll(() =>
        page
          .locator('.lines')
          .evaluate((lines) => lines.firstElementChild!.clientHeight / lines.clientHeight),
      )
      .toBeGreaterThan(0.75);
    await page.getByRole('navigation', { name: 'Steps' }).getByText('Brief').click();
  }
});
