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

  test('ten seconds of silence say that no beats were heard, and can still be cut by time', async ({ page }) => {
    await choose(page, 'Choose a sound file', { name: 'silence.wav', mimeType: 'audio/wav', buffer: wav(10, () => 0) });
    await expect(page.getByRole('alert')).toContainText('No beats were heard.');
    await step(page, 'Score');
    await page.getByRole('button', { name: 'Lay out' }).click();
    await expect(page.getByRole('alert')).toContainText('needs a tempo, and there is none yet');
    await type(page, 'Pace', '2s');
    await page.getByRole('button', { name: 'Lay out' }).click();
    await expect(page.getByText('exact · 720 frames')).toBeVisible();
  });
});

test('an impossible brief is refused, each with its reason, and what was there stays', async ({ page }) => {
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
    await expect(page.getByRole('alert').filter({ hasText: says }), `${label} ${text}`).toBeVisible();
    await page.getByLabel(label, { exact: true }).press('Escape');
  }
  await page.getByLabel('Frame rate', { exact: true }).selectOption('another');
  await type(page, 'Frame rate as a fraction', '0/1');
  await expect(page.getByRole('alert').filter({ hasText: 'A frame rate of 0/1 is not possible' })).toBeVisible();
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
  await expect(page.getByRole('alert')).toContainText('“door.mp4” is not a media file that can be read.');
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

test('a file that is no plan is refused on import', async ({ page }) => {
  await page.goto('/plans');
  const plans = page.getByRole('listitem').filter({ hasText: 'teaser' });
  await expect(plans).toHaveCount(1);
  await choose(page, 'Plan file', { name: 'a.json', mimeType: 'application/json', buffer: Buffer.from('{"form":1}') });
  await expect(page.getByRole('alert')).toContainText('This is not a plan. At name');
  await choose(page, 'Plan file', { name: 'b.json', mimeType: 'application/json', buffer: Buffer.from('ink') });
  await expect(page.getByRole('alert').filter({ hasText: '“b.json” is not a plan: it is not JSON.' })).toBeVisible();
  await page.goto('/plans/no-such-plan/score');
  await expect(page.getByRole('alert')).toContainText('There is no plan here.');
});

test('two tabs on one plan: the second save is held back, and either version can be kept', async ({
  page,
  context,
}) => {
  await newPlan(page);
  await type(page, 'Name', 'Two tabs');
  await saved(page);
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByLabel('Name', { exact: true })).toHaveValue('Two tabs');

  await type(page, 'Client', 'First tab');
  await saved(page);
  await type(other, 'Client', 'Second tab');
  const dialog = other.getByRole('dialog');
  await expect(dialog).toContainText('was changed elsewhere since you opened it');
  await dialog.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(other.getByRole('heading', { level: 1 })).toHaveText('Two tabs (mine)');
  await expect(other.locator('.head-plan p')).toContainText('Second tab');
  await page.reload();
  await expect(page.locator('.head-plan p')).toContainText('First tab');

  await other.goto(page.url());
  await expect(other.getByLabel('Client')).toHaveValue('First tab');
  await type(page, 'Client', 'Again first');
  await saved(page);
  await type(other, 'Client', 'Again second');
  await other.getByRole('button', { name: 'Take the other version' }).click();
  await expect(other.getByLabel('Client')).toHaveValue('Again first');
  await saved(other);
});
