import { mkdtempSync, readFileSync, rmSync, unlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { clip, H264 } from './clips.ts';
import { ROOT } from './server.ts';
import { choose, expect, newPlan, saved, step, test, type } from './test.ts';
import { wavOf } from './wav.ts';

const RATE = 48000;
const wav = (seconds: number, sample: (n: number) => number) =>
  Buffer.from(wavOf([Float32Array.from({ length: seconds * RATE }, (_, n) => sample(n))], RATE));

test.describe('what cannot be heard', () => {
  test.beforeEach(async ({ page }) => {
    await newPlan(page);
    await step(page, 'Listen');
  });

  const cases = [
    {
      name: 'song.mp3',
      buffer: Buffer.from('This is a shopping list: ink, paper, string.'),
      says: /“song.mp3” is not a sound file/,
    },
    { name: 'nothing.wav', buffer: Buffer.alloc(0), says: /“nothing.wav” is empty/ },
    {
      name: 'cut-off.wav',
      buffer: wav(1, () => 0.1).subarray(0, 30),
      says: /“cut-off.wav” (is damaged|is not a sound file|holds no sound)/,
    },
  ];
  for (const { name, buffer, says } of cases)
    test(`${name} is refused with a reason and a mend`, async ({ page }) => {
      await choose(page, 'Choose a sound file', { name, mimeType: 'audio/mpeg', buffer });
      const alert = page.getByRole('alert');
      await expect(alert).toContainText(says);
      await expect(alert).toContainText('Choose a WAV, MP3, FLAC, OGG, Opus or M4A file.');
      await expect(page.getByRole('heading', { name: 'No music yet' })).toBeVisible();
    });

  test('ten seconds of silence say that no beats were heard, and can still be cut by time', async ({
    page,
  }) => {
    await choose(page, 'Choose a sound file', {
      name: 'silence.wav',
      mimeType: 'audio/wav',
      buffer: wav(10, () => 0),
    });
    await expect(page.getByRole('alert')).toContainText('No beats were heard.');
    await step(page, 'Score');
    await page.getByRole('button', { name: 'Even', exact: true }).click();
    await expect(page.getByRole('alert')).toContainText('needs a tempo, and there is none yet');
    await type(page, 'Pace', '2s');
    await page.getByRole('button', { name: 'Even', exact: true }).click();
    await expect(page.getByText('exact · 720 frames')).toBeVisible();
  });
});

test('an impossible brief is refused, each with its reason, and what was there stays', async ({
  page,
}) => {
  await newPlan(page);
  const cases = [
    ['Target length', '0', /at least 1 frame/],
    ['Target length', '30:00:00:00', /There is no timecode 30:00:00:00.*hours go from 0 to 23/],
    ['Target length', '1800 min', /run past 24 hours of timecode.*The longest from there is/],
    ['Target length', 'long', /“long” is not a length.*Write 12/],
    ['Target length', '12.5f', /not a whole number of frames/],
    ['Start timecode', '01:00:00:24', /The frames go from 0 to 23/],
    ['Frame size', '0 × 1080', /is not a frame size/],
    ['Pace', '0', /less than a frame/],
  ] as const;
  for (const [label, text, says] of cases) {
    await type(page, label, text);
    await expect(
      page.getByRole('alert').filter({ hasText: says }),
      `${label} ${text}`,
    ).toBeVisible();
    await page.getByLabel(label, { exact: true }).press('Escape');
  }
  await page.getByLabel('Frame rate', { exact: true }).selectOption('another');
  await type(page, 'Frame rate as a fraction', '0/1');
  await expect(
    page.getByRole('alert').filter({ hasText: 'A frame rate of 0/1 is not possible' }),
  ).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Target length')).toHaveValue('00:00:30:00');
  await expect(page.getByLabel('Frame rate', { exact: true })).toHaveValue('24');
});

test('a file that is no video is refused and the others come in', async ({ page }) => {
  await newPlan(page);
  await step(page, 'Footage');
  await choose(page, 'Choose video files', {
    name: 'door.mp4',
    mimeType: 'video/mp4',
    buffer: Buffer.from('no video'),
  });
  await expect(page.getByRole('alert')).toContainText(
    '“door.mp4” is not a media file that can be read.',
  );
  await page.getByRole('button', { name: 'Enter by hand' }).click();
  await page.getByRole('button', { name: 'Add clip', exact: true }).click();
  await expect(page.getByText('A clip needs a name.')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Door');
  await page.getByLabel('Frame rate').fill('0/1');
  await page.getByLabel('Length').fill('240');
  await page.getByRole('button', { name: 'Add clip', exact: true }).click();
  await expect(page.getByText('A frame rate of 0/1 is not possible.')).toBeVisible();
  await page.getByLabel('Frame rate').fill('30000/1001');
  await page.getByRole('button', { name: 'Add clip', exact: true }).click();
  await expect(page.getByRole('heading', { name: '1 clip', exact: true })).toBeVisible();
  await expect(page.getByText('29.97 fps')).toBeVisible();
});

test('of many files that are no clips each says why, the queue goes on, and the good one comes in', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await newPlan(page);
  await step(page, 'Footage');
  const moving = (rate: string, frames: number, size = '320x180') => [
    ...[
      '-f',
      'lavfi',
      '-i',
      `testsrc2=size=${size}:rate=${rate}`,
      '-frames:v',
      String(frames),
      ...H264,
    ],
  ];
  const whole = await clip('whole.mp4', [...moving('25', 200), '-movflags', '+faststart']);
  const huge = await clip('huge.mp4', [...moving('25', 3, '7680x4320'), '-movflags', '+faststart']);
  const garbage = Buffer.from(huge.buffer);
  const media = garbage.indexOf('mdat') + 4;
  for (let i = media; i < garbage.length; i++) garbage[i] = (i * 7919 + 13) & 255;
  const folder = mkdtempSync(path.join(tmpdir(), 'caesura-gone-'));
  const files = {
    'empty.mp4': Buffer.alloc(0),
    'words.mp4': Buffer.from('ink, paper, string'),
    'sound.mp4': (await clip('sound.mp4', ['-f', 'lavfi', '-i', 'sine=d=1', '-c:a', 'aac'])).buffer,
    'single.mp4': (await clip('single.mp4', moving('25', 1))).buffer,
    'garbage.mp4': garbage,
    'cut.mp4': whole.buffer.subarray(0, Math.round(whole.buffer.length * 0.6)),
    'long.mp4': (await clip('long.mp4', moving('60', 300, '1280x720'))).buffer,
    'fields.mp4': (
      await clip('fields.mp4', [
        ...['-f', 'lavfi', '-i', 'testsrc2=size=720x576:rate=50'],
        ...['-vf', 'tinterlace=interleave_top', '-frames:v', '50', '-flags', '+ilme+ildct'],
        ...H264,
      ])
    ).buffer,
    'gone.mp4': (await clip('gone.mp4', moving('25', 60))).buffer,
    'good.mp4': (await clip('good.mp4', moving('30', 60))).buffer,
  };
  for (const [name, buffer] of Object.entries(files))
    writeFileSync(path.join(folder, name), buffer);
  const inQueue = (name: string) =>
    page.getByRole('region', { name: 'Files' }).getByRole('listitem').filter({ hasText: name });
  await page
    .locator('input[type=file][aria-label="Choose video files"]')
    .setInputFiles(Object.keys(files).map((name) => path.join(folder, name)));
  await expect(inQueue('long.mp4')).toContainText(/watching, \d+ %/, { timeout: 120_000 });
  unlinkSync(path.join(folder, 'gone.mp4'));
  await page.getByText('to go', { exact: false }).waitFor({ state: 'detached', timeout: 120_000 });
  await expect(inQueue('empty.mp4')).toContainText('“empty.mp4” is empty.');
  await expect(inQueue('words.mp4')).toContainText(
    'is not a media file that can be read. Choose an MP4, MOV, WebM or MKV',
  );
  await expect(inQueue('sound.mp4')).toContainText('“sound.mp4” holds no pictures.');
  await expect(inQueue('single.mp4')).toContainText(
    'has only one frame, so it has no rate. Enter it by hand',
  );
  await expect(inQueue('garbage.mp4')).toContainText(
    /names 3 frames, but only 0 can be decoded|damaged|cannot show/,
  );
  await expect(inQueue('cut.mp4')).toContainText(
    /names 200 frames, but only \d+ can be decoded|damaged/,
  );
  await expect(inQueue('fields.mp4')).toContainText(
    'is interlaced: each of its pictures holds two instants, in every other line',
  );
  await expect(inQueue('gone.mp4')).toContainText(
    'was moved, changed or deleted while it was read. Choose it again',
  );
  // Those whose header could be read are planned with; those of which nothing is known are not
  // there.
  await expect(page.getByRole('heading', { level: 3 })).toHaveText([
    'Files',
    'garbage',
    'cut',
    'long',
    'fields',
    'gone',
    'good',
  ]);
  const good = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading', { name: 'good', exact: true }) });
  await expect(good.getByRole('img', { name: 'How good moves' })).toBeVisible();
  await saved(page);
  // Another file of the same name is another clip, and said to be one.
  const twin = await clip('good.mp4', moving('24', 48));
  await page.locator('input[type=file][aria-label="Choose video files"]').setInputFiles([twin]);
  await expect(inQueue('good.mp4').filter({ hasText: 'has the same file name' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'good 2' })).toBeVisible();
  await page.getByRole('button', { name: 'Clear the list' }).click();
  await expect(page.getByRole('region', { name: 'Files' })).toHaveCount(0);
  rmSync(folder, { recursive: true });
});

test('a clip that this browser cannot show is planned with its numbers', async ({ page }) => {
  await newPlan(page);
  await step(page, 'Footage');
  const raw = await clip('raw.mov', [
    ...[
      '-f',
      'lavfi',
      '-i',
      'testsrc2=size=320x180:rate=24',
      '-frames:v',
      '48',
      '-c:v',
      'prores_ks',
      '-pix_fmt',
      'yuv422p10le',
    ],
  ]);
  await page.locator('input[type=file][aria-label="Choose video files"]').setInputFiles([raw]);
  await expect(
    page.getByText(/This browser cannot show \w+; it is planned with its numbers alone/),
  ).toBeVisible();
  await expect(page.getByText('48 f · 2.00 s')).toBeVisible();
  await page.getByRole('link', { name: 'Open raw' }).click();
  await expect(page.getByText('Not watched: no movement is known')).toBeVisible();
  // Moments can be kept all the same.
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('p');
  await expect(page.getByRole('button', { name: 'Frame 1: a moment, kept' })).toBeAttached();
  await page.getByRole('tab', { name: 'Alike' }).click();
  await expect(
    page.getByText('The clip was not watched yet, so it cannot be compared.'),
  ).toBeVisible();
});

test('a file that is no plan is refused on import', async ({ page }) => {
  await page.goto('/plans');
  const plans = page.getByRole('listitem').filter({ hasText: 'teaser' });
  await expect(plans).toHaveCount(1);
  await choose(page, 'Import a plan or a cut', {
    name: 'a.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"form":1}'),
  });
  await expect(page.getByRole('alert')).toContainText('This is not a plan. At name');
  await choose(page, 'Import a plan or a cut', {
    name: 'b.json',
    mimeType: 'application/json',
    buffer: Buffer.from('ink'),
  });
  await expect(
    page.getByRole('alert').filter({ hasText: 'This is no timeline, no edit decision list' }),
  ).toBeVisible();
  await page.goto('/plans/no-such-plan/score');
  await expect(page.getByRole('alert')).toContainText('There is no plan here.');
});

test('two browsers on one plan: the second save is held back, and either version can be kept', async ({
  page,
  browser,
  baseURL,
}) => {
  await newPlan(page);
  await type(page, 'Name', 'Two desks');
  await saved(page);
  // Tabs of one browser follow each other; another browser does not.
  const desk = await browser.newContext({ baseURL: baseURL! });
  const other = await desk.newPage();
  await other.goto(page.url());
  await expect(other.getByLabel('Name', { exact: true })).toHaveValue('Two desks');

  await type(page, 'Client', 'First desk');
  await saved(page);
  await type(other, 'Client', 'Second desk');
  const dialog = other.getByRole('dialog');
  await expect(dialog).toContainText('was changed elsewhere since you opened it');
  await dialog.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(other.getByRole('heading', { level: 1 })).toHaveText('Two desks (mine)');
  await expect(other.locator('.head-plan p')).toContainText('Second desk');
  await page.reload();
  await expect(page.locator('.head-plan p')).toContainText('First desk');

  await other.goto(page.url());
  await expect(other.getByLabel('Client')).toHaveValue('First desk');
  await type(page, 'Client', 'Again first');
  await saved(page);
  await type(other, 'Client', 'Again second');
  await other.getByRole('button', { name: 'Take the other version' }).click();
  await expect(other.getByLabel('Client')).toHaveValue('Again first');
  await saved(other);
  await desk.close();
});

test('a file that sends its reader round in circles is given up and told, and the next goes on', async ({
  page,
}) => {
  await page.clock.install();
  await newPlan(page);
  await step(page, 'Footage');
  // A WebM of 192 bytes, found by damaging files at random.
  const circles = Buffer.alloc(192);
  Buffer.from(
    'GkXfo59ChoEBQveBAULygQRC84EIQoKEd2VibUKHgQRChYECGFOAZwEAAAAAAg98EU2bdLtNAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQFIAQEBAQEBAQEBAQEBAQEB',
    'base64',
  ).copy(circles);
  circles[120] = 0x58;
  await page.locator('input[type=file][aria-label="Choose video files"]').setInputFiles([
    // As many as are read at once, so that the third has to wait for them.
    { name: 'circles.webm', mimeType: 'video/webm', buffer: circles },
    { name: 'again.webm', mimeType: 'video/webm', buffer: circles },
    {
      ...{ name: 'guillotine.mp4', mimeType: 'video/mp4' },
      buffer: readFileSync(`${ROOT}/demo/output/clips/guillotine.mp4`),
    },
  ]);
  await expect(page.getByText('circles.webm')).toBeVisible();
  await page.clock.runFor(35_000);
  await expect(page.getByText('for 30 s nothing more came of it')).toHaveCount(2);
  await expect(page.getByRole('heading', { name: '1 clip' })).toBeVisible();
});
