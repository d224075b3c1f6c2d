import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { easedAt, parseEasing } from '../core/src/curves/index.ts';
import { filmOf, layersAt } from '../core/src/film/index.ts';
import type { Join, Plan, Ramp } from '../core/src/plan/index.ts';
import { planOf } from './clips.ts';
import { ROOT } from './server.ts';
import { expect, openCut, openTeaser, restingBox, saved, step, tab, test, type } from './test.ts';

/** Opens Moves on a copy of the demo's teaser with joins and ramps on some shots. */
async function openMoves(
  page: Page,
  cut: number,
  {
    joins = {},
    ramps = {},
    moments = {},
  }: {
    joins?: Record<number, Join>;
    ramps?: Record<number, Ramp>;
    moments?: Record<number, number[]>;
  } = {},
): Promise<void> {
  const plan = JSON.parse(readFileSync(`${ROOT}/demo/output/tried/even.json`, 'utf8')) as Plan;
  const shots = plan.score!.shots.map((shot, i) => ({
    ...shot,
    ...(joins[i] && { join: joins[i] }),
    ...(ramps[i] && { ramp: ramps[i] }),
  }));
  const clips = plan.clips.map((clip) => {
    const own = Object.entries(moments).find(
      ([i]) => plan.score!.shots[Number(i)]!.clip === clip.id,
    )?.[1];
    return own ? { ...clip, moments: own.map((at) => ({ at, kind: 'peak' })) } : clip;
  });
  const data = {
    plan: { ...plan, clips, name: 'Joins of this test', score: { ...plan.score!, shots } },
  };
  const own = (await (await page.request.post('/api/plans', { data })).json()) as { id: string };
  await page.goto(`/plans/${own.id}/moves/${cut}`);
  await expect(page.getByRole('heading', { name: `Cut ${cut}`, exact: true })).toBeVisible();
}

const now = async (page: Page): Promise<Plan> => (
  await saved(page),
  (await planOf(page)) as unknown as Plan
);
const windowOf = async (page: Page, cut: number) => {
  const { before, after, settings } = filmOf(await now(page)).joins[cut - 1]!;
  return [settings.move, before, after];
};
const faults = (page: Page) => page.getByRole('group', { name: 'Faults here' });
const mend = (page: Page, name: string) => faults(page).getByRole('button', { name, exact: true });

test('a move is chosen, its odd window is told and made even at a click, and undone', async ({
  page,
}) => {
  await openMoves(page, 5);
  await page.getByRole('combobox', { name: 'Move', exact: true }).selectOption('zoom-through');
  expect(await windowOf(page, 5)).toEqual(['zoom-through', 5, 5]);
  await type(page, 'After', '6');
  await expect(faults(page)).toContainText('A window of 11 frames cannot be centred: it is 5 + 6.');
  await mend(page, 'Change to 6 + 6').click();
  expect(await windowOf(page, 5)).toEqual(['zoom-through', 6, 6]);
  await expect(page.getByText('cannot be centred')).toBeHidden();
  await page.keyboard.press('Control+z');
  expect(await windowOf(page, 5)).toEqual(['zoom-through', 5, 6]);
  // Seconds that are no whole frames say both choices.
  await type(page, 'Before', '0.22s');
  await expect(faults(page)).toContainText('lies between two frames: 5 frames');
});

test('a missing handle is told in source frames; each of its mends works and can be taken back', async ({
  page,
}) => {
  await openMoves(page, 3, { joins: { 3: { set: { move: 'plain' } } } });
  const bar = page.getByText(/needs 6 · has 0 source frames/);
  await expect(bar).toBeVisible();
  await expect(faults(page)).toContainText(
    '6 source frames short before the cut: 6 needed, 0 there',
  );
  const before = await now(page);
  // Mends are tried in a worker: they come all at once, after the fault.
  await expect(mend(page, 'Slip the source 6 frames later')).toBeVisible();
  const names = await faults(page).getByRole('button').allInnerTexts();
  expect(names.length).toBeGreaterThanOrEqual(4);
  for (const name of names) {
    await mend(page, name).click();
    await expect(faults(page).getByText('short before the cut')).toBeHidden();
    expect((await now(page)).score!.length).toBe(before.score!.length);
    await page.keyboard.press('Control+z');
    await expect(faults(page).getByText('short before the cut')).toBeVisible();
  }
  expect((await now(page)).score).toEqual(before.score);
});

test('crests that differ are matched, and a slow patch is left out, the cuts staying on the music', async ({
  page,
}) => {
  const key = (from: 'start' | 'end', at: number, num: number, den = 1) => ({
    from,
    at,
    speed: { num, den },
    ease: 'ease-in-out',
  });
  await openMoves(page, 8, {
    ramps: {
      11: [key('end', -16, 1), key('end', -6, 4), key('end', 0, 1)],
      12: [key('start', 0, 4), key('start', 10, 1)],
    },
  });
  await tab(page, 'Speed');
  const starts = (await now(page)).score!.shots.map((s) => s.start);
  await page.getByRole('button', { name: 'Ramp up into the cut' }).click();
  await page.getByRole('button', { name: 'Ramp down out of the cut' }).click();
  const into = page.getByRole('region', { name: 'Incoming speed' });
  await expect(into).toContainText('400 % at the cut');
  await into.getByRole('link', { name: 'All of its speeds' }).click();
  await expect(page.getByRole('heading', { name: /^Shot 9,/ })).toBeVisible();
  await type(page, 'Crest', '380');
  await page.getByRole('button', { name: 'Down out of the cut' }).click();
  await expect(faults(page)).toContainText('Crests differ by 20 %: 400 % out, 380 % in.');
  await mend(page, 'Match the incoming to 400 %').click();
  await expect(faults(page)).toBeHidden();
  await step(page, 'Moves');
  await openCut(page, 8);
  await tab(page, 'Speed');
  await expect(into).toContainText('400 % at the cut');

  await openCut(page, 12);
  await expect(faults(page)).toContainText('A slow patch of 6 frames lies between the crests');
  await mend(page, 'Move the crests on to the cut').click();
  await expect(page.getByText('A slow patch')).toBeHidden();
  expect((await now(page)).score!.shots.map((s) => s.start)).toEqual(starts);
});

test('a recipe is put on all cuts, one is changed by hand, and the others follow the recipe; it goes out and comes back', async ({
  page,
}) => {
  await openMoves(page, 2, { joins: { 2: { set: { move: 'zoom-through', peak: 1.5 } } } });
  await tab(page, 'Recipes');
  await page.getByRole('button', { name: 'Keep as recipe' }).click();
  await page.getByLabel('Put on').selectOption('all');
  await page.getByRole('button', { name: /^Put Zoom through of cut 2 on/ }).click();
  const peaks = async () => filmOf(await now(page)).joins.map((j) => j.settings.peak);
  expect(new Set(await peaks())).toEqual(new Set([1.5]));
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('heading', { name: 'Cut 3', exact: true })).toBeVisible();
  await tab(page, 'Settings');
  await type(page, 'Peak scale', '300');
  expect((await peaks())[2]).toBe(3);
  await openCut(page, 4);
  await expect(page.getByRole('heading', { name: 'Cut 4', exact: true })).toBeVisible();
  await type(page, 'Peak scale', '180');
  await tab(page, 'Recipes');
  await page.getByRole('button', { name: 'Change the recipe to this' }).click();
  const changed = await peaks();
  expect(changed[2]).toBe(3);
  expect(changed.filter((p) => p === 1.8)).toHaveLength(changed.length - 1);
  // Left out without being lost.
  await page.keyboard.press('o');
  expect(filmOf(await now(page)).joins[3]!.before).toBe(0);
  await page.keyboard.press('o');
  expect(filmOf(await now(page)).joins[3]!.before).toBeGreaterThan(0);

  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as file' }).click();
  const file = readFileSync(await (await waiting).path());
  const choose = page.locator('input[type=file][aria-label="Recipe file"]');
  await choose.setInputFiles({ name: 'recipes.json', mimeType: 'application/json', buffer: file });
  await expect.poll(async () => (await now(page)).recipes.length).toBe(2);
  await choose.setInputFiles({
    name: 'x.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"recipes": 3}'),
  });
  await expect(page.getByRole('alert')).toContainText('That is no file of recipes');
});

test('own keys are typed by keyboard, frame by frame, and the pictures shown are those of the plan', async ({
  page,
}) => {
  await openMoves(page, 6, { joins: { 6: { set: { move: 'own' } } } });
  await page.getByLabel('Set another value').selectOption('rotation out');
  const cell = (frame: number) => page.getByLabel(`rotation out at ${frame}`, { exact: true });
  const cut = (await now(page)).score!.shots[6]!.start as number;
  await cell(cut - 5).focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('2');
  await page.keyboard.press('Enter');
  await cell(cut - 1).focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('30');
  await page.keyboard.press('Enter');
  // A value goes on with the easing of its side: half way in time is not half of the turn.
  await expect(cell(cut - 3)).toHaveValue('10.8');
  expect(2 + 28 * easedAt(parseEasing('ease-in'), 0.5)).toBeCloseTo(10.8, 1);
  const plan = await now(page);
  const placed = (num: number) => ({ by: 'part', of: 'before', part: { num, den: 4 } });
  expect(plan.score!.shots[6]!.join!.set.keys).toEqual([
    { side: 'out', of: 'rotation', at: placed(4), value: 2, ease: 'ease-in' },
    { side: 'out', of: 'rotation', at: placed(0), value: 30, ease: 'ease-in' },
  ]);
  // A turn shows the edges of the picture; it is enlarged as far as hides them.
  await expect(faults(page)).toContainText('The edge of the picture shows');
  await faults(page)
    .getByRole('button', { name: /^Enlarge as far as covers/ })
    .click();
  // Its first key is not at rest, which is told, and mended.
  await expect(faults(page)).toContainText('jumps where the window begins');
  await mend(page, 'A key at rest there').click();
  await expect(faults(page)).toBeHidden();

  const film = filmOf(await now(page));
  const strip = page.getByRole('group', { name: 'The frames as seen' });
  for (let i = 0; i < 10; i++)
    await expect(
      strip.getByRole('button', { name: `Frame ${cut - 5 + i}` }).locator('canvas'),
    ).toHaveAttribute(
      'data-sources',
      layersAt(film, cut - 5 + i)
        .map((layer) => layer.source)
        .join(' '),
    );
});

test('all faults are listed, gone to and switched by kind', async ({ page }) => {
  await openMoves(page, 2, {
    joins: { 3: { set: { move: 'plain' } }, 6: { set: { move: 'hinge' } } },
  });
  await tab(page, 'Faults');
  const told = page.getByRole('tabpanel', { name: 'Faults' });
  await expect(told).toContainText('2 faults in the film.');
  await told
    .getByRole('link', { name: /short before the cut/ })
    .last()
    .click();
  await expect(page.getByRole('heading', { name: 'Cut 6', exact: true })).toBeVisible();
  await told.getByLabel('Handle too short: 2').uncheck();
  await expect(told).toContainText('Nothing would go wrong.');
  expect((await now(page)).quiet).toEqual(['handle-short']);
  await told.getByLabel('Handle too short, not told').check();
  await expect(told).toContainText('2 faults in the film.');
});

test('a crest is dragged on the score, a key of an own move is eased and removed, and a shutter is typed as an exposure', async ({
  page,
}) => {
  const crest = { from: 'start', at: 0, speed: { num: 4, den: 1 }, ease: 'ease-out' } as const;
  const floor = { from: 'start', at: 10, speed: { num: 1, den: 1 }, ease: 'linear' } as const;
  await openMoves(page, 5, {
    ramps: { 5: [crest, floor] },
    joins: {
      5: {
        set: {
          move: 'own',
          keys: [
            {
              side: 'in',
              of: 'rotation',
              at: { by: 'part', of: 'after', part: { num: 0, den: 1 } },
              value: 4,
              ease: 'linear',
            },
          ],
        },
      },
    },
  });
  await type(page, 'Shutter', '1/50');
  expect(filmOf(await now(page)).joins[4]!.settings.shutter).toBeCloseTo(172.8, 6);
  await page.getByText('Keys and their easings').click();
  const { frame } = filmOf(await now(page)).joins[4]!;
  await page.getByLabel(`From ${frame}`, { exact: true }).selectOption('ease-in');
  expect(filmOf(await now(page)).joins[4]!.settings.keys[0]!.ease).toBe('ease-in');
  await page.getByRole('button', { name: `Remove rotation in at ${frame}` }).click();
  expect(filmOf(await now(page)).joins[4]!.settings.keys).toEqual([]);

  await page.getByRole('link', { name: /^Score/ }).click();
  const dot = page
    .getByRole('img', { name: 'Speed of shot 6, up to 400 %' })
    .locator('.dot')
    .first();
  await dot.scrollIntoViewIfNeeded();
  const box = await restingBox(dot);
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 8, { steps: 4 });
  await page.keyboard.press('Escape');
  await page.mouse.up();
  expect((await now(page)).score!.shots[5]!.ramp![0]!.speed).toEqual({ num: 4, den: 1 });
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 8, { steps: 4 });
  await page.mouse.up();
  const { num, den } = (await now(page)).score!.shots[5]!.ramp![0]!.speed;
  expect(num / den).toBeLessThan(3.5);
  expect(num / den).toBeGreaterThan(1.5);
});

test('a punch-in on a word is typed, resized, aimed and put on downbeats in one act, by keyboard and mouse; several are switched together', async ({
  page,
}) => {
  await openTeaser(page, 'moves');
  await page.getByRole('button', { name: /^phrases/ }).click();
  const before = (await now(page)).phrases.length;
  await page.getByRole('option', { name: /punch-in/ }).click();
  await expect(page.getByRole('heading', { name: 'Punch-in' })).toBeVisible();

  // A value typed on a frame becomes a key there; what that gives up is said.
  const film = filmOf(await now(page));
  const punch = film.phrases.find(({ settings }) => settings.kind === 'punch-in')!;
  const frame = punch.start + 4;
  await page.getByRole('button', { name: 'Wider columns' }).click();
  await page.getByRole('button', { name: 'Wider columns' }).click();
  await type(page, `scale at ${frame}`, '130');
  await expect(page.getByRole('status').filter({ hasText: 'keys of its own' })).toBeVisible();
  const typed = filmOf(await now(page)).phrases.find(
    ({ phrase }) => phrase.id === punch.phrase.id,
  )!;
  expect(typed.pictured(4).scale).toBeCloseTo(1.3, 9);
  expect(typed.pictured(punch.frames.in).scale).toBeCloseTo(1.25, 9);
  await page.keyboard.press('Control+z');

  // Its end is stepped by the arrows, and dragged by the mouse.
  const end = page.getByRole('slider', { name: 'End', exact: true });
  await end.press('ArrowLeft');
  expect(filmOf(await now(page)).phrases.find((p) => p.phrase.id === punch.phrase.id)!.end).toBe(
    punch.end - 1,
  );
  const box = await restingBox(end);
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x - 200, box.y + box.height / 2, { steps: 6 });
  await page.mouse.up();
  const shorter = filmOf(await now(page)).phrases.find((p) => p.phrase.id === punch.phrase.id)!;
  expect(shorter.end).toBeLessThan(punch.end - 1);
  expect([shorter.start, shorter.frames.in]).toEqual([punch.start, punch.frames.in]);

  // The aim is dragged by the keyboard.
  await page.getByRole('slider', { name: 'Aim' }).press('Shift+ArrowRight');
  expect(
    filmOf(await now(page)).phrases.find((p) => p.phrase.id === punch.phrase.id)!.settings.aim.x,
  ).toBeCloseTo(0.55, 9);

  // One more like it on each downbeat of four bars, in one act that is undone in one.
  await page.getByLabel('On', { exact: true }).selectOption('downbeat');
  await type(page, 'From bar', '3');
  await type(page, 'To bar', '6');
  await page.getByRole('button', { name: 'Put 4 phrases' }).click();
  const many = await now(page);
  expect(many.phrases).toHaveLength(before + 4);
  const bars = filmOf(many).beats.filter(
    ({ kind, bar }) => kind === 'downbeat' && bar >= 3 && bar <= 6,
  );
  expect(
    filmOf(many)
      .phrases.slice(before)
      .map(({ lands }) => lands),
  ).toEqual(bars.map(({ frame: at }) => at));
  await page.keyboard.press('Control+z');
  expect((await now(page)).phrases).toHaveLength(before);

  // Several are chosen with Ctrl and switched off together.
  const pulses = page.getByRole('option', { name: /pulse/ });
  await pulses.first().click();
  await pulses.nth(1).click({ modifiers: ['Control'] });
  await pulses.nth(2).click({ modifiers: ['Control'] });
  await expect(page.getByText('on these 3 phrases')).toBeVisible();
  await page.keyboard.press('o');
  expect((await now(page)).phrases.filter(({ off }) => off)).toHaveLength(3);
});
