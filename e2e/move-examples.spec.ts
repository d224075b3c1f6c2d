import type { Locator, Page } from '@playwright/test';
import bezier from 'bezier-easing';
import { readFileSync } from 'node:fs';
import { faultsOf } from '../core/src/faults/index.ts';
import { filmOf, layersAt } from '../core/src/film/index.ts';
import { handlesOf, picturedSides, type Side } from '../core/src/joins/index.ts';
import type { Parameter, Plan } from '../core/src/plan/index.ts';
import { planOf } from './clips.ts';
import { Hand } from './hand.ts';
import { ROOT } from './server.ts';
import { expect, openTeaser, saved, tab, test } from './test.ts';

/**
 * Work that editors do, each from an empty film with the figures they use, by mouse and keyboard.
 * What comes out is compared with arithmetic that shares no code with the product: another
 * package's Bézier curves, and pixels counted in what is shown.
 */

/** The curves of W3C CSS Easing Functions by their control points. */
const CSS = {
  'ease-in': bezier(0.42, 0, 1, 1),
  'ease-out': bezier(0, 0, 0.58, 1),
  'ease-in-out': bezier(0.42, 0, 0.58, 1),
};

/** Opens Moves on a film of the demo's clips with shots of these lengths, without moves. */
async function openFilm(
  page: Page,
  lengths: readonly number[],
  { rate = { num: 24, den: 1 }, cut = 1 } = {},
): Promise<Hand> {
  const base = JSON.parse(readFileSync(`${ROOT}/demo/output/tried/even.json`, 'utf8')) as Plan;
  const clips = base.clips.filter((clip) => clip.frames > 200);
  let start = 0;
  const shots = lengths.map((length, i) => {
    const shot = { id: `s${i}`, start, clip: clips[i % clips.length]!.id, sourceIn: 60 };
    start += length;
    return shot;
  });
  const plan = {
    ...base,
    name: 'Moves by hand',
    rate,
    target: start,
    score: { shots, length: start },
  };
  const made = await page.request.post('/api/plans', { data: { plan } });
  expect(made.status(), await made.text()).toBe(201);
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/plans/${id}/moves/${cut}`);
  await expect(page.getByRole('heading', { name: `Cut ${cut}`, exact: true })).toBeVisible();
  return new Hand(page);
}

const now = async (page: Page): Promise<Plan> => (
  await saved(page),
  (await planOf(page)) as unknown as Plan
);
const joinOf = async (page: Page, cut: number) => filmOf(await now(page)).joins[cut - 1]!;

/** The values of one parameter on the frames of a side of a cut, as the film shows them. */
async function shown(page: Page, cut: number, side: Side, of: Parameter): Promise<number[]> {
  const join = await joinOf(page, cut);
  const { motion, at } = picturedSides(join)[side]!;
  return Array.from({ length: motion.last - motion.first + 1 }, (_, i) => at(motion.first + i)[of]);
}

/** From one value to another over frames with a curve, the first and the last included. */
const eased = (from: number, to: number, frames: number, curve: (part: number) => number) =>
  Array.from({ length: frames }, (_, k) =>
    frames === 1 ? to : from + (to - from) * curve(k / (frames - 1)),
  );

function close(found: readonly number[], wanted: readonly number[]): void {
  expect(found).toHaveLength(wanted.length);
  found.forEach((value, i) => expect(value).toBeCloseTo(wanted[i]!, 4));
}

/** Part of the pixels of a picture of the strip for which a test holds, counted. */
const counted = (picture: Locator, test: 'white' | 'black') =>
  picture.evaluate((node, wanted) => {
    const canvas = node as HTMLCanvasElement;
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    let count = 0;
    for (let i = 0; i < data.length; i += 4) {
      const [r, g, b] = [data[i]!, data[i + 1]!, data[i + 2]!];
      if (wanted === 'white' ? Math.min(r, g, b) > 250 : Math.max(r, g, b) < 3) count++;
    }
    return count / (data.length / 4);
  }, test);

/** The picture of a frame in the strip, once it is painted as it is now. */
async function pictured(page: Page, frame: number): Promise<Locator> {
  const picture = page
    .getByRole('group', { name: 'The frames as seen' })
    .getByRole('button', { name: `Frame ${frame}`, exact: true })
    .locator('canvas');
  await picture.scrollIntoViewIfNeeded();
  await expect(picture).toHaveAttribute('data-sources', /\d/);
  return picture;
}

test('a whip of 13 + 11 typed by keys, kept, and put on three more cuts', async ({
  page,
}, info) => {
  const hand = await openFilm(page, [40, 40, 40, 40, 40, 40]);
  await hand.select('Move', 'own');
  await hand.type('Before', '13');
  await hand.type('After', '11');
  await hand.button('Wider columns');
  await hand.button('Wider columns');
  for (const row of ['x out', 'x in', 'blur out', 'blur in', 'scale out', 'scale in'])
    await hand.select('Set another value', row);
  for (const [label, value] of [
    ['x out at 27', '0'],
    ['x out at 39', '-20'],
    ['x in at 40', '20'],
    ['x in at 50', '0'],
    ['blur out at 27', '45'],
    ['blur out at 39', '14'],
    ['blur in at 40', '50'],
    ['blur in at 50', '0'],
    ['scale out at 27', '121'],
    ['scale in at 40', '121'],
  ] as const)
    await hand.type(label, value);
  const { settings } = await joinOf(page, 1);
  const keys = settings.keys.map(({ side, of, value }) => [side, of, value]);
  expect(keys).toHaveLength(10);
  expect(keys).toContainEqual(['out', 'x', -0.2]);
  // Out by the easing of its side, in by that of the other.
  close(await shown(page, 1, 'out', 'x'), eased(0, -0.2, 13, CSS['ease-in']));
  close(await shown(page, 1, 'in', 'x'), eased(0.2, 0, 11, CSS['ease-out']));
  close(await shown(page, 1, 'out', 'blur'), eased(45, 14, 13, CSS['ease-in']));
  close(await shown(page, 1, 'in', 'blur'), eased(50, 0, 11, CSS['ease-out']));
  close(await shown(page, 1, 'out', 'scale'), Array<number>(13).fill(1.21));
  close(await shown(page, 1, 'in', 'scale'), Array<number>(11).fill(1.21));

  await tab(page, 'Recipes');
  hand.acts++;
  await hand.button('Keep as recipe');
  await hand.cut(2);
  await hand.cut(4, ['Shift']);
  await hand.button(/^Put Own keys of cut 1 on these 3 cuts/i);
  for (const cut of [2, 3, 4]) {
    const join = await joinOf(page, cut);
    expect([join.before, join.after]).toEqual([13, 11]);
    close(await shown(page, cut, 'out', 'x'), eased(0, -0.2, 13, CSS['ease-in']));
    close(await shown(page, cut, 'in', 'blur'), eased(50, 0, 11, CSS['ease-out']));
  }
  expect((await joinOf(page, 5)).join).toBeNull();
  hand.told(info, 27);
});

test('22 shots of six frames get one zoom in one act, and five aims are changed after', async ({
  page,
}, info) => {
  const hand = await openFilm(page, Array<number>(22).fill(6));
  await hand.button('Choose all 21');
  await hand.select('Move', 'zoom-through');
  const joins = filmOf(await now(page)).joins;
  expect(joins.map(({ settings }) => settings.move)).toEqual(Array(21).fill('zoom-through'));
  // The windows of a shot never meet, and every side ends at rest.
  for (const { index, length } of filmOf(await now(page)).shots) {
    const [into, next] = [joins[index - 1], joins[index]];
    expect((into?.after ?? 0) + (next?.before ?? 0)).toBeLessThanOrEqual(length);
  }
  close(await shown(page, 10, 'out', 'scale'), eased(1, 2, joins[9]!.before, CSS['ease-in']));
  for (const [i, cut] of [3, 4, 5, 6, 7].entries()) {
    await hand.cut(cut);
    await hand.type('Aim across', String(20 + 10 * i));
  }
  const aims = filmOf(await now(page)).joins.map(({ settings }) => settings.aim.x);
  expect(aims.slice(2, 7)).toEqual([0.2, 0.3, 0.4, 0.5, 0.6]);
  expect(aims.filter((x) => x === 0.5)).toHaveLength(17);
  // Nothing of the windows, edges or handles would go wrong.
  expect(faultsOf(await now(page)).filter(({ area }) => area === 'joins')).toEqual([]);
  hand.told(info, 12);
});

test('half a second over a cut with ×5 in its middle, at four rates, kept, put elsewhere, off and on', async ({
  page,
}, info) => {
  for (const [num, den, half] of [
    // A quarter of a second to the nearest frame: 6, 6.25, 7.49 and 7.5, half up.
    [24, 1, 6],
    [25, 1, 6],
    [30000, 1001, 7],
    [30, 1, 8],
  ] as const) {
    const hand = await openFilm(page, [40, 40, 40, 12, 40], { rate: { num, den } });
    await hand.select('Move', 'zoom-through');
    await hand.type('Before', '0.25s');
    await hand.type('After', '0.25s');
    await hand.type('Peak scale', '500');
    await hand.type('Radial blur', '70');
    await hand.select('Beyond edges', 'mirror');
    const { before, after } = await joinOf(page, 1);
    expect([before, after]).toEqual([half, half]);
    close(await shown(page, 1, 'out', 'scale'), eased(1, 5, before, CSS['ease-in']));
    close(await shown(page, 1, 'in', 'scale'), eased(5, 1, after, CSS['ease-out']));
    close(await shown(page, 1, 'in', 'radial'), eased(0.7, 0, after, CSS['ease-out']));
    // Mirrored: nothing is left black, counted at the peak.
    if (num === 24) expect(await counted(await pictured(page, 39), 'black')).toBeLessThan(0.02);

    await tab(page, 'Recipes');
    hand.acts++;
    await hand.button('Keep as recipe');
    await hand.cut(2);
    await hand.button(/^Put Zoom through of cut 1 on this cut/);
    const put = await joinOf(page, 2);
    expect([put.before, put.after]).toEqual([before, after]);
    close(await shown(page, 2, 'out', 'scale'), eased(1, 5, before, CSS['ease-in']));
    await tab(page, 'Settings');
    hand.acts++;
    await hand.type('Before', '6');
    await hand.type('After', '4');
    close(await shown(page, 2, 'in', 'scale'), eased(5, 1, 4, CSS['ease-out']));
    await page.getByRole('heading', { name: 'Cut 2', exact: true }).click();
    await hand.key('o');
    expect((await joinOf(page, 2)).before).toBe(0);
    await hand.key('o');
    expect((await joinOf(page, 2)).before).toBe(6);
    hand.told(info, 16);
  }
});

test('12 centred with a blend of 4 frames, ×3.5 and radial blur', async ({ page }, info) => {
  const hand = await openFilm(page, [40, 40, 40], { cut: 2 });
  await hand.select('Move', 'zoom-through');
  await hand.button('both at once');
  await hand.type('Before', '6');
  await hand.type('After', '6');
  await hand.button('Blend over some of the window only');
  await hand.type('Peak scale', '350');
  await hand.type('Radial blur', '100');
  const join = await joinOf(page, 2);
  expect([join.before, join.after, join.blend]).toEqual([6, 6, { before: 2, after: 2 }]);
  const film = filmOf(await now(page));
  // Two pictures on the four frames of the blend and one on the other eight.
  expect(Array.from({ length: 12 }, (_, i) => layersAt(film, join.frame - 6 + i).length)).toEqual([
    1, 1, 1, 1, 2, 2, 2, 2, 1, 1, 1, 1,
  ]);
  // Handles are counted for the blend: two frames of a film at 24.
  const { out, in: into } = handlesOf(join);
  const perFrame = (clip: { rate: { num: number; den: number } } | null) =>
    clip!.rate.num / clip!.rate.den / 24;
  expect([out!.needed, into!.needed]).toEqual([
    Math.ceil(2 * perFrame(join.out.clip)),
    Math.ceil(2 * perFrame(join.into.clip)),
  ]);
  // Both pictures go on growing and shrinking together: ×3.5 in the middle of the window.
  const peak = Math.max(
    ...(await shown(page, 2, 'out', 'scale')),
    ...(await shown(page, 2, 'in', 'scale')),
  );
  expect(peak).toBeGreaterThan(3);
  expect(peak).toBeLessThanOrEqual(3.5 + 1e-9);
  expect(Math.max(...(await shown(page, 2, 'out', 'radial')))).toBeCloseTo(1, 1);
  hand.told(info, 7);
});

test('212 out and 200 in; 2, 3, 4, 5 and 10 frames on either side and on one; a shutter for all uses, one other aim', async ({
  page,
}, info) => {
  const hand = await openFilm(page, [40, 40, 40, 40, 40]);
  await hand.select('Move', 'zoom-through');
  await hand.type('Peak scale', '212');
  await hand.click(page.getByLabel('Peak scale in mirrors that out'));
  await hand.type('Peak scale in', '200');
  for (const n of [2, 3, 4, 5, 10]) {
    for (const [before, after] of [
      [n, n],
      [n, 0],
      [0, n],
    ] as const) {
      await hand.type('Before', String(before));
      await hand.type('After', String(after));
      const join = await joinOf(page, 1);
      expect([join.before, join.after]).toEqual([before, after]);
      const sides = picturedSides(join);
      // A side of one frame would have its peak alone; one of none is not there.
      if (before > 0)
        close(await shown(page, 1, 'out', 'scale'), eased(1, 2.12, before, CSS['ease-in']));
      else expect(sides.out).toBeNull();
      if (after > 0)
        close(await shown(page, 1, 'in', 'scale'), eased(2, 1, after, CSS['ease-out']));
      else expect(sides.in).toBeNull();
    }
  }
  await hand.type('Before', '5');
  await hand.type('After', '5');
  const before = hand.acts;
  await tab(page, 'Recipes');
  hand.acts++;
  await hand.button('Keep as recipe');
  await hand.select('Put on', 'all');
  await hand.button(/^Put Zoom through of cut 1 on/);
  await hand.button('Edit Zoom through of cut 1');
  await page.getByLabel('Shutter', { exact: true }).last().fill('360');
  await page.getByLabel('Shutter', { exact: true }).last().press('Enter');
  hand.acts++;
  const shutters = filmOf(await now(page)).joins.map(({ settings }) => settings.shutter);
  expect(shutters).toEqual([360, 360, 360, 360]);
  await hand.cut(3);
  await tab(page, 'Settings');
  hand.acts++;
  await hand.type('Aim down', '30');
  const { joins } = filmOf(await now(page));
  expect(joins.map(({ settings }) => settings.aim.y)).toEqual([0.5, 0.5, 0.3, 0.5]);
  expect(joins.map(({ settings }) => settings.peak)).toEqual([2.12, 2.12, 2.12, 2.12]);
  expect(joins.map(({ settings }) => settings.peakIn)).toEqual([2, 2, 2, 2]);
  hand.acts -= before;
  hand.told(info, 9);
});

test('a blur of 26 along 81° with one scale that hides it, as it is offered', async ({
  page,
}, info) => {
  const hand = await openFilm(page, [40, 40, 40]);
  await hand.select('Move', 'smear');
  await hand.type('Blur', '26');
  const along = page.getByRole('button', { name: 'Along an angle instead' });
  if (await along.isVisible()) await hand.click(along);
  await hand.type('Blur along', '81');
  await hand.button(/One scale of 102.4 % hides all of it/);
  const join = await joinOf(page, 1);
  expect([join.settings.blurAlong, join.settings.cover]).toEqual([81, 'whole']);
  // A blur of L px along 81° reaches L·cos across and L·sin down; the frame is 1920 × 1080.
  const turn = (81 * Math.PI) / 180;
  const needs = 1 + Math.max((26 * Math.cos(turn)) / 1920, (26 * Math.sin(turn)) / 1080);
  const scales = [
    ...(await shown(page, 1, 'out', 'scale')),
    ...(await shown(page, 1, 'in', 'scale')),
  ];
  for (const scale of scales) expect(scale).toBeCloseTo(needs, 4);
  expect(Math.max(...(await shown(page, 1, 'out', 'blur')))).toBe(26);
  hand.told(info, 7);
});

/** Opens Moves on the demo's teaser, in which a voice speaks. */
async function openSpoken(page: Page): Promise<Hand> {
  await openTeaser(page, 'moves');
  return new Hand(page);
}

test('punch-ins from a word to the end of what is said, inside one shot and on the next, each with a hit', async ({
  page,
}, info) => {
  const hand = await openSpoken(page);
  const film = filmOf(await now(page));
  const words = film.standing.filter(({ kind }) => kind === 'word').map(({ frame }) => frame);
  const silences = film.standing.filter(({ kind }) => kind === 'pause-start').map((p) => p.frame);
  const shot = (frame: number) =>
    film.shots.find(({ start, end }) => start <= frame && frame < end)!;
  // The first word of one shot and of the next that leave room for a phrase.
  const first = words.find((frame) => shot(frame).end - frame >= 12)!;
  const second = words.find((frame) => shot(frame).index === shot(first).index + 1)!;
  const said = [first, second].map((frame) =>
    Math.min(
      ...silences.filter((silence) => silence > frame),
      ...film.joins.map((join) => join.frame).filter((cut) => cut >= frame + 12),
    ),
  );
  await hand.cut(shot(first).index);
  const word = (frame: number) => page.getByTitle(`word, frame ${frame}`, { exact: true });
  await hand.click(word(first));
  await hand.key('n');
  await expect(page.getByRole('heading', { name: 'Punch-in' })).toBeVisible();
  await hand.select('Put a sound on it', { label: 'Thump' });
  await hand.cut(shot(second).index);
  await hand.click(word(second));
  await hand.key('n');
  await expect(page.getByRole('heading', { name: 'Punch-in' })).toBeVisible();
  await hand.select('Put a sound on it', { label: 'Thump' });
  hand.told(info, 8);

  const made = filmOf(await now(page));
  const punches = made.phrases.slice(-2);
  expect(punches.map(({ start, end }) => [start, end])).toEqual([
    [first, said[0]],
    [second, said[1]],
  ]);
  for (const { phrase, start, end } of punches) {
    expect(phrase.at.on).toBe('sound');
    expect(shot(start).index).toBe(shot(end - 1).index);
    const hits = made.effects.filter(
      ({ placement }) =>
        placement.kind === 'hit' &&
        placement.at.on === 'phrase' &&
        placement.at.phrase === phrase.id,
    );
    expect(hits).toHaveLength(1);
    expect(hits[0]!.peaks * 24).toBeCloseTo(start, 6);
  }
});

test('a pulse on every bass hit of eight bars in one act, and a slow push over two and a half shots', async ({
  page,
}, info) => {
  const hand = await openSpoken(page);
  const before = filmOf(await now(page));
  const bars = before.beats.filter(({ kind }) => kind === 'downbeat');
  const [from, to] = [5, 13].map((bar) => bars.find((beat) => beat.bar === bar)!.frame);
  const hits = [...before.cues, ...before.standing].filter(
    ({ kind, frame }) => kind === 'hit' && frame >= from! && frame < to!,
  );
  await hand.cut(1);
  await hand.button('New phrase here');
  await hand.button('Pulse');
  await hand.type('From bar', '5');
  await hand.type('To bar', '12');
  await hand.type('Not nearer than', '0');
  const put = hand.acts;
  await hand.button(/^Put \d+ phrases/);
  expect(hand.acts - put).toBe(1);
  const pulses = filmOf(await now(page)).phrases.slice(before.phrases.length + 1);
  expect(pulses.map(({ lands }) => lands)).toEqual(
    [...new Set(hits.map(({ frame }) => frame))].sort((a, b) => a - b),
  );
  expect(pulses.length).toBeGreaterThanOrEqual(8);

  // From cut 2 to the middle of the shot after cut 4.
  const { shots } = before;
  const middle = shots[4]!.start + Math.floor(shots[4]!.length / 2);
  await hand.cut(2);
  await hand.button('New phrase here');
  await hand.button('Slow push');
  await hand.type('Ends on', String(middle));
  const push = filmOf(await now(page)).phrases.at(-1)!;
  expect([push.start, push.end]).toEqual([shots[2]!.start, middle]);
  expect(push.settings.kind).toBe('push');
  // It goes up all the way, the same wherever the cuts are.
  const scales = Array.from({ length: push.end - push.start }, (_, k) => push.pictured(k).scale);
  for (let k = 1; k < push.frames.in; k++) expect(scales[k]).toBeGreaterThanOrEqual(scales[k - 1]!);
  const { in: rise } = push.frames;
  expect(scales[Math.floor(rise / 2)]).toBeGreaterThan(1);
  expect(Math.max(...scales)).toBeCloseTo(push.settings.scale, 6);
  hand.told(info, 11);
});

test('what is painted, counted in pixels: an open edge, its mirror, a flash and a dip', async ({
  page,
}) => {
  const hand = await openFilm(page, [40, 40, 40]);
  await hand.select('Move', 'own');
  await hand.type('Shutter', '0');
  await hand.button('Wider columns');
  await hand.button('Wider columns');
  await hand.button('Wider columns');
  await hand.select('Beyond edges', 'none');
  await hand.select('Set another value', 'x out');
  await hand.type('x out at 39', '-20');
  const part = async (test: 'white' | 'black') => counted(await pictured(page, 39), test);
  // A fifth of the frame is open, as wide as the picture was shifted.
  await expect.poll(() => part('black')).toBeGreaterThan(0.18);
  expect(await part('black')).toBeLessThan(0.23);
  await hand.select('Beyond edges', 'mirror');
  await expect.poll(() => part('black')).toBeLessThan(0.03);
  await hand.select('Set another value', 'flash out');
  await hand.type('flash out at 39', '100');
  await expect.poll(() => part('white')).toBe(1);
  await hand.type('flash out at 39', '0');
  await hand.select('Set another value', 'dip out');
  await hand.type('dip out at 39', '100');
  await expect.poll(() => part('black')).toBe(1);
});

test('a stretch chosen on the score is what is set on Moves', async ({ page }) => {
  const hand = await openFilm(page, [40, 40, 40, 40, 40]);
  await page.getByRole('navigation', { name: 'Steps' }).getByText('Score').click();
  const shot = (n: number) => page.getByRole('button', { name: new RegExp(`^Shot ${n}, `) });
  await hand.click(shot(2));
  await hand.click(shot(5), ['Shift']);
  await page.getByRole('navigation', { name: 'Steps' }).getByText('Moves').click();
  await expect(page.getByText('What is set here is set on these 3 cuts.')).toBeVisible();
  await hand.select('Move', 'whip-pan');
  expect(filmOf(await now(page)).joins.map(({ join }) => join !== null)).toEqual([
    false,
    true,
    true,
    true,
  ]);
});

test('keys of one side are copied, and put mirrored on the other and on another cut', async ({
  page,
}, info) => {
  const hand = await openFilm(page, [40, 40, 40]);
  await hand.select('Move', 'own');
  await hand.type('Before', '6');
  await hand.type('After', '12');
  await hand.button('Wider columns');
  await hand.button('Wider columns');
  await hand.select('Set another value', 'x out');
  await hand.type('x out at 34', '0');
  await hand.type('x out at 39', '-20');
  await hand.select('Copy the keys of', 'x out');
  await hand.select('Put the copied keys on', 'x in');
  // Next to the cut is what was next to it, over twice as many frames, slow at its end.
  close(await shown(page, 1, 'in', 'x'), eased(-0.2, 0, 12, CSS['ease-out']));
  await hand.cut(2);
  await hand.select('Move', 'own');
  await hand.type('Before', '9');
  await hand.select('Put the copied keys on', 'x out');
  close(await shown(page, 2, 'out', 'x'), eased(0, -0.2, 9, CSS['ease-in']));
  hand.told(info, 14);
});
