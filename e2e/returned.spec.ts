import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { ROOT } from './server.ts';
import { choose, expect, recordFrames, test } from './test.ts';

const MUSIC = `${ROOT}/demo/output/open-day-music.mp3`;
/** Beats of the demo's music by the script that made it, in seconds. */
const { beats } = (
  JSON.parse(readFileSync(`${ROOT}/demo/output/truth.json`, 'utf8')) as {
    music: { beats: number[] };
  }
).music;

const label = (frame: number, fps: number): string => {
  const parts = [frame / fps / 3600, (frame / fps / 60) % 60, (frame / fps) % 60, frame % fps];
  return parts.map((part) => String(Math.floor(part)).padStart(2, '0')).join(':');
};

/** A list as another program may write it: a cut on every fourth beat, by so many frames. */
function someonesList(
  by: (cut: number) => number,
  fps = 25,
): { text: string; cuts: number[]; last: number } {
  const cuts = beats
    .filter((_, i) => i > 0 && i % 4 === 0)
    .slice(0, 14)
    .map((at, i) => Math.round(at * fps) + by(i + 1));
  // Its last label has the highest frame of a second, so that its counting can be told.
  const last = fps * Math.ceil(cuts.at(-1)! / fps) + 2 * fps - 1;
  const bounds = [0, ...cuts, last];
  const events = bounds.slice(1).map((end, i) => {
    const [from, start] = [90_000 + 500 * i, bounds[i]!];
    const record = [start, end].map((frame) => label(3600 * fps + frame, fps));
    const source = [from, from + end - start].map((frame) => label(frame, fps));
    return `${String(i + 1).padStart(3, '0')}  A${String(i % 3).padStart(3, '0')}C001 V     C        ${[...source, ...record].join(' ')} \n* FROM CLIP NAME:  TAKE ${i % 3}`;
  });
  return {
    text: ['TITLE: FAIR FILM', 'FCM: NON-DROP FRAME', '', ...events].join('\n'),
    cuts,
    last,
  };
}

const listFile = (text: string, name = 'fair.edl') => ({
  ...{ name, mimeType: 'text/plain', buffer: Buffer.from(text) },
});

/** Clicks that a person makes; a file that is chosen is one more. */
const counting = (page: Page) => {
  let clicks = 0;
  return {
    click: async (name: string | RegExp, role: 'button' | 'link' = 'button') => {
      clicks++;
      await page.getByRole(role, { name }).first().click();
    },
    file: async (name: string, file: Parameters<typeof choose>[2]) => {
      clicks += 2;
      await choose(page, name, file);
    },
    get clicks() {
      return clicks;
    },
  };
};

test("someone's list and a song: audited, its cuts on the beats, and out again in ten clicks", async ({
  page,
}) => {
  test.setTimeout(120_000);
  const { text, cuts, last } = someonesList(() => -2);
  const way = counting(page);
  await page.goto('/plans');
  await way.file('Import a plan or a cut', listFile(text));
  await expect(page.getByRole('heading', { name: 'FAIR FILM' })).toBeVisible();
  await expect(page.getByText('Read at 25 frames a second')).toBeVisible();
  await expect(page.getByText('Edit decision list · 15 shots')).toBeVisible();
  await way.click('Make a plan of it');
  await expect(page.getByText('There is no music to hold the cuts against.')).toBeVisible();
  await way.file('Add the song', {
    ...{ name: 'open-day-music.mp3', mimeType: 'audio/mpeg', buffer: readFileSync(MUSIC) },
  });
  await expect(page.getByText(/All cuts come (1\.[89]|2|2\.[12]) frames early\./)).toBeVisible({
    timeout: 60_000,
  });
  await way.click(/^Move 14 cuts$/);
  await expect(page.getByText('14 of 14 cuts are on a beat')).toBeVisible();
  await way.click('Files', 'link');
  await expect(page.getByText('Read back as planned.')).toBeVisible();
  const waiting = page.waitForEvent('download');
  await way.click('Download');
  const written = readFileSync(await (await waiting).path(), 'utf8');
  expect(way.clicks).toBeLessThanOrEqual(10);
  // The cuts are two frames later than they came, on the frames of the beats; the end is as it was.
  const { starts, end } = recordFrames(written, 25);
  const moved = starts.slice(1).map((frame) => frame - 90_000);
  moved.forEach((frame, i) => expect(Math.abs(frame - cuts[i]! - 2)).toBeLessThanOrEqual(1));
  expect(end - 90_000).toBe(last);
  // Each picture stays where it was in the film: the source goes with the cut.
  expect(written.match(/A\d{3}C001/g)).toHaveLength(15);
  await expect(page.getByText(/SHA-256 [0-9a-f]{12}/)).toBeVisible();
});

test('what a list cannot say is told with its line, its clips are matched by hand, and bad files are refused', async ({
  page,
}) => {
  await page.goto('/read');
  const { text } = someonesList(() => 0);
  const odd = text
    .replace('TAKE 1', 'Flywheel')
    .replace(/\n003 {2}/, '\nSPLIT: SOMETHING\n003  ')
    .replace('FCM: NON-DROP FRAME', 'FCM: NON-DROP FRAME\n* A comment alone');
  await page.getByLabel('Or paste its text').fill(odd);
  await page.getByRole('button', { name: 'Read it' }).click();
  // The clip is found among those of the demo, and another is chosen for one that is not.
  await expect(page.getByLabel('Clip of Flywheel')).toHaveValue(/.+/);
  await expect(page.getByLabel('Clips and music of')).not.toHaveValue('none');
  // Other plans may have such a clip too: that of the demo is chosen.
  await page.getByLabel('Clips and music of').selectOption({ label: 'Open day teaser' });
  await page.getByLabel('Clip of TAKE 0').selectOption({ label: 'Guillotine' });
  await expect(page.getByText('Chosen by hand.')).toBeVisible();
  await expect(page.getByText(/What is not taken over as it stands there/)).toBeVisible();
  await expect(page.getByText('line 9')).toBeVisible();
  // Counted otherwise it is read anew.
  await page.getByLabel('Frame rate').selectOption({ label: '50 fps' });
  await expect(page.getByText('Read as you chose.')).toBeVisible();
  await page.getByRole('button', { name: 'Another file' }).click();
  for (const [content, says, isOpen] of [
    ['', 'The file is empty.', false],
    ['Dear editor', 'no timeline, no edit decision list', false],
    ['{"OTIO_SCHEMA": "Timeline.1"', 'is no JSON', true],
    ['TITLE: NOTHING\n', 'event', true],
  ] as const) {
    await choose(page, 'Choose a file', listFile(content, 'bad.edl'));
    await expect(page.getByRole('alert').filter({ hasText: says }).first()).toBeVisible();
    // What can be looked at more closely stays until another file is chosen.
    if (isOpen) await page.getByRole('button', { name: 'Another file' }).click();
  }
  // A table whose columns have no known names is read by those that are chosen.
  await choose(
    page,
    'Choose a file',
    listFile('von,bis,bild\n0,50,wide\n50,75,close\n', 'table.csv'),
  );
  await page.getByLabel('Starts').selectOption({ label: 'von' });
  await page.getByLabel('Ends').selectOption({ label: 'bis' });
  await page.getByLabel('Clip', { exact: true }).selectOption({ label: 'bild' });
  await expect(page.getByText('Cut sheet · 2 shots')).toBeVisible();
});

test('clips are dropped on the cut that is read, and one that is not shot yet is a card until it comes', async ({
  page,
}) => {
  const clip = (event: string, name: string) => `${event}\n* FROM CLIP NAME:  ${name}`;
  const list = [
    'TITLE: FAIR FILM\nFCM: NON-DROP FRAME\n',
    clip('001  AX V C 00:00:00:10 00:00:02:10 01:00:00:00 01:00:02:00', 'flywheel'),
    clip('002  AX V C 00:00:01:00 00:00:02:12 01:00:02:00 01:00:03:12', 'Handshake'),
  ].join('\n');
  await page.goto('/read');
  await page.getByLabel('Or paste its text').fill(list);
  await page.getByRole('button', { name: 'Read it' }).click();
  await page.getByLabel('Clips and music of').selectOption('none');
  await expect(page.getByLabel('Clip of flywheel')).toHaveValue('');
  await choose(page, 'Add clip files', {
    ...{ name: 'flywheel.mp4', mimeType: 'video/mp4' },
    buffer: readFileSync(`${ROOT}/demo/output/clips/flywheel.mp4`),
  });
  await expect(page.getByLabel('Clip of flywheel')).toHaveValue(/.+/);
  await expect(page.getByText('It fits by name, timecode.')).toBeVisible();
  await page.getByRole('button', { name: 'Make a plan of it' }).click();
  await expect(page).toHaveURL(/audit/);
  // The file goes on to be watched in the plan that came of it.
  await page.getByRole('navigation', { name: 'Steps' }).getByText('Footage').click();
  await expect(page.getByText('1 done', { exact: true })).toBeVisible({ timeout: 60_000 });
  await page
    .getByRole('link', { name: /Handshake/ })
    .first()
    .click();
  await page.getByRole('tab', { name: 'File' }).click();
  const card = page.locator('.clip-picture canvas.poster-card');
  const drawn = () => card.evaluate((canvas: HTMLCanvasElement) => canvas.toDataURL());
  const before = await drawn();
  await page.getByLabel('To shoot').selectOption('close');
  await page.getByLabel('What is to happen').fill('they shake hands');
  await page.keyboard.press('Tab');
  await expect.poll(drawn).not.toBe(before);
  // In the film the card stands where the picture will be.
  await page.getByRole('navigation', { name: 'Steps' }).getByText('Score').click();
  await expect(page.locator('.shot canvas.poster-card')).toHaveCount(1);
  await page.getByRole('navigation', { name: 'Steps' }).getByText('Footage').click();
  await page
    .getByRole('link', { name: /Handshake/ })
    .first()
    .click();
  await page.getByRole('tab', { name: 'File' }).click();
  await page.getByLabel('Shot as').selectOption({ label: 'flywheel' });
  await expect(page.getByText('It is 640 × 360, and 1920 × 1080 were wanted.')).toBeVisible();
  await page.getByRole('button', { name: '“flywheel” takes its place' }).click();
  await expect(page.getByRole('heading', { name: 'flywheel' })).toBeVisible();
});
