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
