import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { filmOf } from '../core/src/film/index.ts';
import type { Plan } from '../core/src/plan/index.ts';
import { sampleAt } from '../core/src/sound/index.ts';
import { bringIn, clip, H264, planOf, type Chosen } from './clips.ts';
import { ROOT } from './server.ts';
import { expect, newPlan, saved, step, tab, test, type } from './test.ts';

/** Samples a second at which sounds are measured here. */
const RATE = 48_000;

/** Clips in which a clap and a flash fall on the start of one frame, as ffmpeg codes them. */
const CASES = [
  { name: 'a.mp4', rate: '24000/1001', sound: ['-c:a', 'aac'], at: 41 },
  { name: 'b.mov', rate: '25', sound: ['-c:a', 'pcm_s16le'], at: 37 },
  { name: 'c.webm', rate: '30000/1001', sound: ['-c:a', 'libopus'], at: 50 },
  { name: 'd.mkv', rate: '60000/1001', sound: ['-c:a', 'libmp3lame'], at: 103 },
  { name: 'e.mp4', rate: '120', sound: ['-c:a', 'aac', '-ar', '44100'], at: 211 },
  { name: 'f.mkv', rate: '25', sound: ['-c:a', 'aac'], at: 44 },
] as const;

/** Pictures without a sound. */
const MUTE = ['-f', 'lavfi', '-i', 'color=gray:size=320x180:rate=25:duration=3'];

const rateOf = (text: string): number => {
  const [num, den = '1'] = text.split('/');
  return Number(num) / Number(den);
};

/** Three seconds, black and silent; white for a tenth of a second, with a clap at its start. */
function clapped({ name, rate, sound, at }: (typeof CASES)[number]): Promise<Chosen> {
  const seconds = at / rateOf(rate);
  const lasts = Math.ceil(rateOf(rate) / 10);
  const coding = name.endsWith('.webm') ? ['-c:v', 'libvpx', '-b:v', '1M'] : H264;
  const clap = `if(between(t,${seconds},${seconds + 0.004}),sin(2*PI*2000*(t-${seconds})),0)`;
  return clip(name, [
    ...['-f', 'lavfi', '-i', `color=black:size=320x180:rate=${rate}:duration=3`],
    ...['-f', 'lavfi', '-i', `aevalsrc=${clap.replaceAll(',', '\\,')}:s=48000:d=3`],
    '-vf',
    `drawbox=x=0:y=0:w=320:h=180:color=white:t=fill:enable='between(n,${at},${at + lasts - 1})'`,
    ...coding,
    ...sound,
  ]);
}

/**
 * By how much the clap of a file comes after the frame it belongs to, in seconds, as ffmpeg reads
 * the file: some files are coded with their tracks a little apart, which is to stay.
 */
function apart(file: string, at: number, rate: string): number {
  const times = execFileSync(
    'ffprobe',
    [
      '-v',
      'error',
      '-select_streams',
      'v',
      '-show_entries',
      'frame=pts_time',
      '-of',
      'csv=p=0',
      file,
    ],
    { encoding: 'utf8' },
  )
    .split('\n')
    .filter(Boolean)
    .map(parseFloat);
  const timeline = ['-copyts', '-af', 'aresample=async=1:min_hard_comp=0.001:first_pts=0'];
  const clap = clapIn(soundOf(file, timeline), times[at]! - 0.3, times[at]! + 0.3);
  // Times of frames are rounded in some containers; the first is where they are counted from.
  return clap - (times[0]! + at / rateOf(rate));
}

/** The sound of a file by ffmpeg, one channel. */
function soundOf(file: string, filter: readonly string[] = []): Float32Array {
  const raw = execFileSync(
    'ffmpeg',
    [
      ...['-v', 'error', '-i', file, '-vn', ...filter, '-ac', '1', '-ar', String(RATE)],
      ...['-f', 'f32le', 'pipe:1'],
    ],
    { maxBuffer: 1e9 },
  );
  return new Float32Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.length));
}

/** When, between two times, it is first a quarter as loud as what is loudest there. Seconds. */
function clapIn(sound: Float32Array, from: number, to: number): number {
  const part = sound.subarray(Math.max(0, Math.floor(from * RATE)), Math.floor(to * RATE));
  const top = part.reduce((most, x) => Math.max(most, Math.abs(x)), 0);
  expect(top).toBeGreaterThan(0.02);
  return Math.max(0, from) + part.findIndex((x) => Math.abs(x) > top / 4) / RATE;
}

/** Makes a file on Hand-off. */
async function made(page: Page, button: string): Promise<string> {
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: button }).click();
  return (await waiting).path();
}

test('a clap and a flash on one frame stay together, from import to guide track and animatic', async ({
  page,
}, info) => {
  await newPlan(page);
  await step(page, 'Footage');
  const files = await Promise.all(CASES.map(clapped));
  const offsets = files.map(({ name, buffer }, i) => {
    const file = info.outputPath(name);
    writeFileSync(file, buffer);
    return apart(file, CASES[i]!.at, CASES[i]!.rate);
  });
  await bringIn(page, files);
  await saved(page);
  const id = /plans\/([^/]+)/.exec(page.url())![1]!;
  const read = async () =>
    (await (await page.request.get(`/api/plans/${id}`)).json()) as { revision: number; plan: Plan };
  await expect
    .poll(async () => (await read()).plan.clips.filter(({ sound }) => sound).length, {
      timeout: 60_000,
    })
    .toBe(CASES.length);
  const stored = await read();
  const clips = CASES.map(({ name }) =>
    stored.plan.clips.find(({ fileName }) => fileName === name)!,
  );
  // What is kept has the clap where its frame begins.
  for (const [i, { at, rate, name }] of CASES.entries()) {
    const sound = clips[i]!.sound!;
    const file = info.outputPath(`${name}.webm`);
    const copy = await page.request.get(`/api/media/${sound.media}`);
    writeFileSync(file, await copy.body());
    const should = sound.start / RATE + at / rateOf(rate) + offsets[i]!;
    const off = clapIn(soundOf(file), should - 0.3, should + 0.3) - should;
    expect(Math.abs(off), `${name} is ${(1000 * off).toFixed(2)} ms off`).toBeLessThan(0.002);
  }
  // A shot of each, a second and a half long, from 20 frames of the film before the clap.
  const lengths = 36;
  const shots = clips.map((own, i) => ({
    ...{ id: `s${i}`, start: lengths * i, clip: own.id },
    sourceIn: Math.max(0, Math.round(CASES[i]!.at - (20 / 24) * rateOf(CASES[i]!.rate))),
    sound: { on: true, gain: 0 },
  }));
  const target = lengths * shots.length;
  const plan = {
    ...{ ...stored.plan, target, score: { shots, length: target } },
  } as unknown as Plan;
  const put = await page.request.put(`/api/plans/${id}`, {
    data: { revision: stored.revision, plan },
  });
  expect(put.ok(), await put.text()).toBe(true);
  await page.goto('/plans');
  await page.goto(`/plans/${id}/hand-off`);
  const guide = soundOf(await made(page, 'Make the guide track'));
  await page.getByLabel('Figures in the picture').uncheck();
  const animatic = await made(page, 'Make the animatic');
  const heard = soundOf(animatic);
  const grey = execFileSync(
    'ffmpeg',
    ['-v', 'error', '-i', animatic, '-vsync', '0', '-vf', 'scale=1:1', '-f', 'rawvideo'].concat([
      '-pix_fmt',
      'gray',
      'pipe:1',
    ]),
    { maxBuffer: 1e9 },
  );
  for (const [i, { at, rate, name }] of CASES.entries()) {
    const { start, time, sourceIn } = filmOf(plan).shots[i]!;
    const should = start / 24 + (at - sourceIn) / rateOf(rate) + offsets[i]!;
    for (const [what, sound] of [
      ['guide track', guide],
      ['animatic', heard],
    ] as const) {
      const off = clapIn(sound, should - 0.3, should + 0.3) - should;
      expect(Math.abs(off), `${name}, ${what}: ${(1000 * off).toFixed(2)} ms`).toBeLessThan(0.002);
    }
    // The flash is seen on the first frame of the film on which its frame is reached.
    const first = Array.from({ length: lengths }, (_, k) => k).find((k) => time!.at(k) >= at)!;
    const seen = Array.from({ length: lengths }, (_, k) => k).find(
      (k) => grey[(start as number) + k]! > 128,
    );
    expect(seen, name).toBe(first);
    expect((start + first) / 24 - should).toBeLessThan(1 / 24 + 0.01);
    expect(Math.abs(offsets[i]!), name).toBeLessThan(0.03);
  }
});

test('a clip is heard as a rule, a shot lags under its neighbour, its handle is told, and all is undone', async ({
  page,
}) => {
  await newPlan(page);
  await step(page, 'Footage');
  await bringIn(page, [await clapped(CASES[1]), await clip('mute.mp4', [...MUTE, ...H264])]);
  await page.getByRole('link', { name: 'Open mute' }).click();
  await tab(page, 'Sound');
  await expect(page.getByText('Its file has no sound.')).toBeVisible();
  await page.getByRole('navigation', { name: 'Steps' }).getByText('Footage').click();
  await page.getByRole('link', { name: 'Open b' }).click();
  await tab(page, 'Sound');
  await expect(page.getByText('3.00 s')).toBeVisible();
  await page.getByLabel('Heard in the film').click();
  await type(page, 'Level', '-6');
  await step(page, 'Brief');
  await type(page, 'Target length', '96f');
  await step(page, 'Score');
  await expect(page.getByRole('heading', { name: 'Not laid out yet' })).toBeVisible();
  await type(page, 'Pace', '24f');
  await page.getByRole('button', { name: 'Even', exact: true }).click();
  await expect(page.getByText('exact · 96 frames')).toBeVisible();
  const now = async () => (await saved(page), (await planOf(page)) as Plan);
  const sounding = (await now()).clips.find(({ sound }) => sound)!.id;
  const index = (await now()).score!.shots.findIndex(({ clip: id }) => id === sounding);
  await page.locator('.shot-hold').nth(index).click();
  const fields = page.getByRole('region', { name: 'Own sound' });
  await expect(fields.getByLabel('Heard')).toHaveValue('clip');
  await type(page, 'Lag', '10');
  await expect(page.getByRole('img', { name: 'Own sound of b, lags by 10 frames' })).toBeVisible();
  const event = () =>
    now().then((plan) => filmOf(plan).audioEvents.find(({ of }) => of === 'own')!);
  const { start, end } = filmOf(await now()).shots[index]!;
  // A frame more than it lags by, in which it goes.
  expect((await event()).ends).toBeCloseTo((end + 11) / 24, 6);
  expect((await event()).gain).toBe(-6);
  // More than its file has is told, with the mend.
  await type(page, 'Lag', '500');
  const has = await fields
    .getByText(/^has \d+$/)
    .nth(1)
    .innerText();
  await step(page, 'Sound');
  await expect(page.getByText(/is to be heard 500 frames after its picture/)).toBeVisible();
  await page.getByRole('button', { name: `Let it lag by ${has.slice(4)} frames` }).click();
  await expect(page.getByText(/is to be heard 500 frames/)).toBeHidden();
  await step(page, 'Score');
  await page.locator('.shot-hold').nth(index).click();
  await fields.getByLabel('Heard').selectOption('off');
  expect(
    filmOf(await now()).audioEvents.some(({ of, starts }) => of === 'own' && starts === start / 24),
  ).toBe(false);
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z');
  expect((await now()).score!.shots[index]!.sound).toBeUndefined();
});

test('another sound track of a file is read from it, and that choice is undone', async ({
  page,
}) => {
  /** A quiet tone and a loud one, each a track of its own. */
  const tones = ['0.05', '0.5'].flatMap((height) => [
    ...['-f', 'lavfi', '-i', `aevalsrc=${height}*sin(2*PI*997*t):s=48000:d=3`],
  ]);
  const maps = ['-map', '0:v', '-map', '1:a', '-map', '2:a'];
  const two = await clip('two.mov', [...MUTE, ...tones, ...maps, ...H264, '-c:a', 'pcm_s16le']);
  await newPlan(page);
  await step(page, 'Footage');
  await bringIn(page, [two]);
  await page.getByRole('link', { name: 'Open two' }).click();
  await tab(page, 'Sound');
  // A sine of 997 Hz of full height in one channel has −3.01 LKFS: ITU-R BS.1770-5, annex 1.
  await expect(page.getByText('−29.0 LUFS')).toBeVisible();
  await page.getByLabel('Sound track').selectOption('Track 2 of 2');
  const read = async (file: Chosen) => {
    const choosing = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Read track 2 from the file' }).click();
    await (await choosing).setFiles({ ...file });
  };
  await read({ ...two, buffer: Buffer.concat([two.buffer, Buffer.from([0])]) });
  await expect(page.getByText('“two.mov” is not the file of “two”.')).toBeVisible();
  await read(two);
  await expect(page.getByText('−9.0 LUFS')).toBeVisible();
  await saved(page);
  expect((await planOf(page)).clips[0]!.sound).toMatchObject({ tracks: 2, track: 1 });
  await page.keyboard.press('Control+z');
  await expect(page.getByText('−29.0 LUFS')).toBeVisible();
  await expect(page.getByLabel('Sound track')).toHaveValue('0');
});

test('two takes are lined up with the song of the film, one is not in it, and a shot is put in sync to be heard together', async ({
  page,
}, info) => {
  // Decoded first, since places in an MP3 file are found only to a packet.
  const song = info.outputPath('song.wav');
  execFileSync('ffmpeg', [
    ...['-v', 'error', '-y', '-i', `${ROOT}/demo/output/open-day-music.mp3`],
    song,
  ]);
  const picture = ['-f', 'lavfi', '-i', 'testsrc2=size=320x180:rate=25:duration=14'];
  /** A take filmed while the song was played, from a second of it on: dull, in a room, noisy. */
  const take = (name: string, from: number, level = 1) =>
    clip(name, [
      ...picture,
      ...['-ss', String(from), '-t', '14', '-i', song],
      ...['-f', 'lavfi', '-i', 'anoisesrc=a=0.02:d=14:seed=5'],
      '-filter_complex',
      `[1:a]volume=${level},lowpass=f=2500,highpass=f=200,aecho=0.8:0.6:31|57:0.3|0.2[m];[m][2:a]amix=inputs=2:duration=shortest:normalize=0[a]`,
      ...['-map', '0:v', '-map', '[a]'],
      ...H264,
      ...['-c:a', 'pcm_s16le'],
    ]);
  const demo = JSON.parse(readFileSync(`${ROOT}/demo/output/tried/even.json`, 'utf8')) as Plan;
  const region = { ...demo.music!.region, in: 10 * demo.music!.analysis.sampleRate };
  const plan = {
    ...{ ...demo, name: 'A performance', music: { ...demo.music!, region, splices: [] } },
    ...{ clips: [], score: null, effects: [], phrases: [], sounds: [] },
  };
  const made = await page.request.post('/api/plans', { data: { plan } });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/plans/${id}/footage`);
  await bringIn(page, [
    await take('first take.mov', 4.321),
    await take('second take.mov', 8.05),
    await take('room.mov', 0, 0),
  ]);
  await page.getByRole('link', { name: 'Open first take' }).click();
  await tab(page, 'Sound');
  await page.getByRole('button', { name: 'Line up all 3 with sound' }).click();
  await expect(page.getByText('2 clips lined up.')).toBeVisible();
  await expect(page.getByText(/The song is not heard in “room”/)).toBeVisible();
  await expect(page.getByText(/^It begins [\d.]+ s into the song\.$/)).toBeVisible();
  const now = async () => (await saved(page), (await planOf(page)) as Plan);
  const { clips, music } = await now();
  for (const [name, from] of [
    ['first take', 4.321],
    ['second take', 8.05],
  ] as const) {
    const { linedUp, sound } = clips.find((c) => c.name === name)!;
    const start = linedUp!.offset / music!.analysis.sampleRate + sound!.start / sound!.sampleRate;
    expect(Math.abs(start - from), name).toBeLessThan(0.001);
  }

  await step(page, 'Brief');
  await type(page, 'Target length', '96f');
  await step(page, 'Score');
  await type(page, 'Pace', '96f');
  await page.getByRole('button', { name: 'Even', exact: true }).click();
  await page.locator('.shot-hold').first().click();
  const fields = page.getByRole('region', { name: 'Own sound' });
  await fields.getByLabel('Heard').selectOption('on');
  const before = (await now()).score!.shots[0]!.sourceIn;
  await fields.getByRole('button', { name: 'In sync with the song' }).click();
  await expect.poll(async () => (await now()).score!.shots[0]!.sourceIn).not.toBe(before);
  const { audioEvents } = filmOf(await now());
  const own = audioEvents.find(({ of }) => of === 'own')!;
  const heard = audioEvents.find(({ of }) => of === 'music')!;
  const [shot] = filmOf(await now()).shots;
  const first = shot!.clip!;
  const inSong = sampleAt(heard, 2) - first.linedUp!.offset;
  const inTake = sampleAt(own, 2) * (music!.analysis.sampleRate / own.sampleRate);
  expect(Math.abs(inSong - inTake) / music!.analysis.sampleRate).toBeLessThan(0.5 / 25 + 1e-3);
});

test('what is said in a clip is heard as it is in a voice file of the same line', async ({
  page,
}) => {
  const demo = JSON.parse(readFileSync(`${ROOT}/demo/output/tried/rehearsed.json`, 'utf8')) as Plan;
  const voice = demo.sounds.find(({ kind }) => kind === 'voice')!;
  const seconds = (at: number) => at / voice.analysis.sampleRate;
  await newPlan(page);
  await step(page, 'Footage');
  await bringIn(page, [
    await clip('line.mp4', [
      ...['-f', 'lavfi', '-i', 'testsrc2=size=320x180:rate=25:duration=8'],
      ...['-i', `${ROOT}/demo/output/voice/spoken-line.mp3`, '-shortest'],
      ...[...H264, '-c:a', 'aac', '-b:a', '128k'],
    ]),
  ]);
  await saved(page);
  const [own] = ((await planOf(page)) as Plan).clips;
  const { heard, start, sampleRate } = own!.sound!;
  const words = heard.words.map(({ at }) => (at - start) / sampleRate);
  const inVoice = voice.found.words.map(({ at }) => seconds(at));
  expect(inVoice.length).toBeGreaterThan(3);
  // Coded once more, a soft word may be heard in one of the two only.
  const found = inVoice.filter((at) => words.some((own) => Math.abs(own - at) < 0.015));
  expect(found.length).toBeGreaterThanOrEqual(inVoice.length - 1);
  expect(Math.abs(words.length - inVoice.length)).toBeLessThanOrEqual(1);
});
