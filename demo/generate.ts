import type { NewSound } from '@caesura/core/edits';
import { clipAnalysisOf, unpackFacts, type ClipAnalysis } from '@caesura/core/footage';
import { analyseSound, foundIn } from '@caesura/core/listen';
import { readPlan, type Clip, type Plan } from '@caesura/core/plan';
import { MIX_RATE } from '@caesura/core/sound';
import { chromium, type Browser, type Page } from '@playwright/test';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { build, type Rolldown } from 'vite';
import { startServer } from '../e2e/server.ts';
import { soundOfScene } from './clip-sounds.ts';
import { HEIGHT, WIDTH } from './drawing.ts';
import { musicTruth, renderMusic, SAMPLE_RATE } from './music.ts';
import { shownPlans, triedPlans, type DemoMaterial } from './plans/index.ts';
import type * as Scenes from './scenes.ts';
import { framesOfScene, SCENES, type Scene } from './scenes.ts';
import { EXACT, idOf, makeKit, makeLine, run } from './sounds.ts';

/**
 * Makes the demo: music, clips, effects, a spoken line, their truth and the plans. Run by `npm run
 * demo`; its output is committed. With the word `sounds` it makes the effects, the line and the
 * plans anew and leaves music and clips as they are, with `music` it leaves the clips as they are;
 * with the word `movement` it measures the clips anew and leaves all else; with `clip-sounds` it
 * gives the clips their sound anew and leaves their pictures.
 */

const here = path.dirname(fileURLToPath(import.meta.url));
const output = path.join(here, 'output');

/** Runs ffmpeg on what `feed` writes to it and returns what it writes. */
async function ffmpeg(
  args: string[],
  feed: (input: NodeJS.WritableStream) => Promise<void>,
): Promise<Buffer> {
  const child = spawn('ffmpeg', ['-hide_banner', '-loglevel', 'error', '-y', ...args], {
    stdio: ['pipe', 'pipe', 'inherit'],
  });
  const chunks: Buffer[] = [];
  child.stdout.on('data', (chunk: Buffer) => chunks.push(chunk));
  await feed(child.stdin);
  child.stdin.end();
  const [code] = (await once(child, 'close')) as [number];
  if (code !== 0) throw new Error(`ffmpeg ended with ${code}.`);
  return Buffer.concat(chunks);
}

async function write(stream: NodeJS.WritableStream, data: Uint8Array): Promise<void> {
  if (!stream.write(data)) await once(stream, 'drain');
}

/** The music as MP3, and the samples a listener decodes from it. */
async function makeMusic(): Promise<{ file: Buffer; channels: Float32Array[] }> {
  const [left, right] = renderMusic();
  const both = new Float32Array(2 * left.length);
  left.forEach((x, n) => both.set([x, right[n]!], 2 * n));
  const raw = ['-f', 'f32le', '-ar', String(SAMPLE_RATE), '-ac', '2'];
  const file = path.join(output, 'open-day-music.mp3');
  await ffmpeg(
    [
      ...raw,
      '-i',
      'pipe:0',
      '-fflags',
      '+bitexact',
      '-c:a',
      'libmp3lame',
      '-b:a',
      '128k',
      '-map_metadata',
      '-1',
      file,
    ],
    (input) => write(input, new Uint8Array(both.buffer)),
  );
  const decoded = await ffmpeg(['-i', file, ...raw, 'pipe:1'], async () => undefined);
  const heard = new Float32Array(decoded.buffer, decoded.byteOffset, decoded.byteLength / 4);
  const channels = [0, 1].map((c) =>
    Float32Array.from({ length: heard.length / 2 }, (_, n) => heard[2 * n + c]!),
  );
  return { file: readFileSync(file), channels };
}

/**
 * Times finer that frames are drawn: edges are drawn to a quarter of a pixel only, so that what
 * moves by less would stand still and leap; a camera's picture does not.
 */
const FINER = 3;

/** Puts the scenes' drawing into a page as `scenes`. */
async function loadScenes(page: Page): Promise<void> {
  const built = (await build({
    configFile: false,
    logLevel: 'error',
    build: {
      write: false,
      lib: { entry: path.join(here, 'scenes.ts'), formats: ['iife'], name: 'scenes' },
    },
  })) as Rolldown.RolldownOutput[];
  await page.setContent(`<canvas width="${FINER * WIDTH}" height="${FINER * HEIGHT}"></canvas>`);
  await page.addScriptTag({ content: built[0]!.output[0].code });
}

/** One frame of a scene as a PNG, drawn in the page, finer than it is filmed. */
async function frameOf(page: Page, index: number, frame: number): Promise<Buffer> {
  const url = await page.evaluate(
    ([index, frame, finer]) => {
      const canvas = document.querySelector('canvas')!;
      const { SCENES, drawFrame } = (globalThis as unknown as { scenes: typeof Scenes }).scenes;
      const pen = canvas.getContext('2d')!;
      pen.setTransform(finer, 0, 0, finer, 0, 0);
      drawFrame(pen, SCENES[index]!, frame);
      return canvas.toDataURL('image/png');
    },
    [index, frame, FINER] as const,
  );
  return Buffer.from(url.slice(url.indexOf(',') + 1), 'base64');
}

const CODEC = {
  mp4: ['-c:v', 'libx264', '-preset', 'slow', '-crf', '16', '-movflags', '+faststart'],
  webm: ['-c:v', 'libvpx-vp9', '-crf', '26', '-b:v', '0', '-row-mt', '1'],
};

/** Films a scene. */
async function film(page: Page, scene: Scene, index: number): Promise<void> {
  const count = framesOfScene(scene);
  const [num, den] = scene.rate;
  const every = ['-framerate', `${num}/${den}`, '-f', 'image2pipe', '-c:v', 'png', '-i', 'pipe:0'];
  const size = ['-vf', `scale=${WIDTH}:${HEIGHT}:flags=area`];
  const keys = ['-g', String(Math.round(num / den)), '-pix_fmt', 'yuv420p'];
  const exact = ['-fflags', '+bitexact', '-flags:v', '+bitexact'];
  const file = path.join(output, 'clips', fileOf(scene));
  await ffmpeg(
    [...every, ...size, ...CODEC[scene.container], ...keys, ...exact, file],
    async (input) => {
      for (let frame = 0; frame < count; frame++)
        await write(input, await frameOf(page, index, frame));
    },
  );
}

/** Gives the file of a filmed scene the sound that its camera heard. */
function addHeard(scene: Scene): void {
  const heard = soundOfScene(scene);
  if (!heard) return;
  const file = path.join(output, 'clips', fileOf(scene));
  const silent = path.join(output, 'clips', `silent-${fileOf(scene)}`);
  // What it had before moved its pictures a little, and is left out.
  const alone = ['-map', '0:v', '-c', 'copy', '-avoid_negative_ts', 'make_zero'];
  run('ffmpeg', ['-v', 'error', '-y', '-i', file, ...alone, ...EXACT, silent]);
  const sound = ['-f', 'f32le', '-ar', String(MIX_RATE), '-ac', '1', '-i', 'pipe:0'];
  // With Opus ffmpeg lays the pictures of a WebM file 7 ms after their sound.
  const coding =
    scene.container === 'mp4' ? ['-c:a', 'aac'] : ['-af', 'adelay=7:all=1', '-c:a', 'libopus'];
  run(
    'ffmpeg',
    [
      ...['-v', 'error', '-y', '-i', silent, ...sound, '-map', '0:v', '-map', '1:a'],
      ...['-c:v', 'copy', ...coding, '-b:a', '96k', ...EXACT, '-flags:a', '+bitexact', file],
    ],
    new Uint8Array(heard.buffer),
  );
  rmSync(silent);
}

const fileOf = ({ id, container }: Scene): string => `${id}.${container}`;

/** The folder of the clips' own sound. */
const OWN_SOUND = 'own-sound';

/** What a clip keeps beside the plan, and the endings under which the demo keeps it. */
const MADE = { poster: 'jpg', strip: 'jpg', movement: 'movement', proxy: 'webm' } as const;

/**
 * Brings the filmed clips into the application as a person would, and takes over what it read and
 * made of them.
 */
async function readClips(
  browser: Browser,
  made: readonly (keyof typeof MADE)[] = Object.keys(MADE) as (keyof typeof MADE)[],
): Promise<Clip[]> {
  const server = await startServer();
  const page = await browser.newPage();
  await newPlanOn(page, server.address);
  const files = SCENES.map((scene) => path.join(output, 'clips', fileOf(scene)));
  await page.locator('input[type=file][aria-label="Choose video files"]').setInputFiles(files);
  await page.getByText('to go').waitFor();
  await page.getByText('to go').waitFor({ state: 'detached', timeout: 900_000 });
  await page.locator('.pill-save', { hasText: 'Saved' }).waitFor();
  const id = /plans\/([^/]+)/.exec(page.url())![1]!;
  const get = async (url: string) => (await fetch(`${server.address}${url}`)).arrayBuffer();
  const { plan } = JSON.parse(Buffer.from(await get(`/api/plans/${id}`)).toString()) as {
    plan: Plan;
  };
  const clips = SCENES.map((scene): Clip => {
    const clip = plan.clips.find((c) => c.fileName === fileOf(scene))!;
    return { ...clip, id: scene.id, name: scene.name };
  });
  for (const clip of clips)
    for (const what of made) {
      const folder = path.join(output, what);
      mkdirSync(folder, { recursive: true });
      writeFileSync(
        path.join(folder, `${clip.id}.${MADE[what]}`),
        Buffer.from(await get(`/api/media/${clip[what]!}`)),
      );
    }
  const own = path.join(output, OWN_SOUND);
  mkdirSync(own, { recursive: true });
  for (const { id, sound } of clips) {
    if (!sound) continue;
    for (const [media, ending] of [
      [sound.media, 'webm'],
      [sound.outline!, 'outline'],
    ] as const) {
      const bytes = Buffer.from(await get(`/api/media/${media}`));
      writeFileSync(path.join(own, `${id}.${ending}`), bytes);
    }
  }
  await page.close();
  await server.stop();
  return clips;
}

async function newPlanOn(page: Page, address: string): Promise<void> {
  await page.goto(`${address}/plans`);
  await page.getByRole('button', { name: 'New plan', exact: true }).click();
  await page.getByRole('navigation', { name: 'Steps' }).getByText('Footage').click();
}

const json = (value: unknown): string => `${JSON.stringify(value)}\n`;

/** What was seen of a clip, from the facts that are kept of it. */
const seenOf = (): DemoMaterial['seen'] => {
  const kept = new Map<string, ClipAnalysis>();
  return ({ id, rate }) => {
    const known = kept.get(id);
    if (known) return known;
    const facts = readFileSync(path.join(output, 'movement', `${id}.${MADE.movement}`));
    const seen = clipAnalysisOf(unpackFacts(new Uint8Array(facts)), rate);
    kept.set(id, seen);
    return seen;
  };
};

/** The sounds beside the music, and all plans. */
function finish(music: NewSound, clips: readonly Clip[]): void {
  for (const folder of ['effects', 'voice', 'plans', 'tried'])
    rmSync(path.join(output, folder), { recursive: true, force: true });
  const kit = makeKit(path.join(output, 'effects'));
  const line = makeLine(path.join(output, 'voice'));
  const material = { music, clips, seen: seenOf(), kit, line };
  for (const [folder, plans] of [
    ['plans', shownPlans(material)],
    ['tried', triedPlans(material)],
  ] as const) {
    mkdirSync(path.join(output, folder), { recursive: true });
    for (const [name, plan] of Object.entries(plans))
      writeFileSync(path.join(output, folder, `${name}.json`), json(plan));
  }
}

/**
 * Where the camera looks at each frame, in widths of the picture from where it looks at first, and
 * how much it magnifies.
 */
const viewsOf = (scene: Scene) =>
  Array.from({ length: framesOfScene(scene) }, (_, frame) => {
    const { view, rate } = scene;
    const [first, at] = [view!(0), view!((frame * rate[1]) / rate[0])];
    return [(at.x - first.x) / WIDTH, (at.y - first.y) / WIDTH, at.zoom].map((x) =>
      Number(x.toFixed(6)),
    );
  });

const launched = (): Promise<Browser> =>
  chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox'],
  });

/** The music, heard. */
async function hearMusic(): Promise<NewSound> {
  const { file, channels } = await makeMusic();
  const findings = analyseSound(channels, SAMPLE_RATE);
  const { analysis, outline, chromaAndTimbre } = findings;
  writeFileSync(path.join(output, 'open-day-music.outline'), outline);
  writeFileSync(path.join(output, 'open-day-music.texture'), chromaAndTimbre);
  return {
    media: idOf(file),
    fileName: 'open-day-music.mp3',
    outline: idOf(outline),
    chromaAndTimbre: idOf(chromaAndTimbre),
    analysis,
    found: foundIn(findings),
  };
}

/** What is true of the music and of the clips. */
function writeTruth(): void {
  const clips = SCENES.map((scene) => ({
    id: scene.id,
    rate: `${scene.rate[0]}/${scene.rate[1]}`,
    frames: framesOfScene(scene),
    moments: scene.moments,
    still: scene.still,
    ...(scene.view && { views: viewsOf(scene) }),
  }));
  writeFileSync(path.join(output, 'truth.json'), json({ music: musicTruth(), clips }));
}

async function makeAll(): Promise<void> {
  rmSync(output, { recursive: true, force: true });
  mkdirSync(path.join(output, 'clips'), { recursive: true });
  const music = await hearMusic();
  const browser = await launched();
  const page = await browser.newPage();
  await loadScenes(page);
  for (const [index, scene] of SCENES.entries()) {
    await film(page, scene, index);
    addHeard(scene);
    console.log(`${scene.name}: ${framesOfScene(scene)} frames`);
  }
  const clips = await readClips(browser);
  await browser.close();
  finish(music, clips);
  writeTruth();
}

/** Changes the clips of the plans that are there. */
function changeClips(change: (clip: Clip) => Clip): void {
  for (const folder of ['plans', 'tried'])
    for (const name of readdirSync(path.join(output, folder))) {
      const file = path.join(output, folder, name);
      const plan = JSON.parse(readFileSync(file, 'utf8')) as Plan;
      writeFileSync(file, json({ ...plan, clips: plan.clips.map(change) }));
    }
}

/** What was measured of the clips anew, in place of what the plans have. */
async function measureAgain(): Promise<void> {
  const browser = await launched();
  const clips = await readClips(browser, ['movement']);
  await browser.close();
  changeClips((clip) => {
    const { movement, measured } = clips.find((c) => c.id === clip.id)!;
    return { ...clip, ...(movement && { movement, measured }) };
  });
}

/** The clips with the sound their cameras heard, in place of what they had; all else as it is. */
async function hearClips(): Promise<void> {
  // The application reads it when it starts, before there is anything in it.
  mkdirSync(path.join(output, OWN_SOUND), { recursive: true });
  for (const scene of SCENES) addHeard(scene);
  // The application knows what the plans say of a file, and would not hear it again.
  changeClips(({ sound: _before, ...clip }) => clip);
  const browser = await launched();
  const read = await readClips(browser, []);
  await browser.close();
  const { music, clips } = kept();
  const heard = clips.map((clip): Clip => {
    const { content, sound } = read.find(({ id }) => id === clip.id)!;
    return { ...clip, ...(content && { content }), ...(sound !== undefined && { sound }) };
  });
  finish(music, heard);
}

/** The music and the clips that are there, as the plans have them. */
function kept(): { readonly music: NewSound; readonly clips: readonly Clip[] } {
  const text = readFileSync(path.join(output, 'plans', '1-open-day-teaser.json'), 'utf8');
  const { music, clips } = readPlan(JSON.parse(text));
  return { music: music!, clips: clips.map((clip) => ({ ...clip, moments: [] })) };
}

if (process.argv.includes('movement')) await measureAgain();
else if (process.argv.includes('clip-sounds')) await hearClips();
else if (process.argv.includes('sounds')) {
  const { music, clips } = kept();
  finish(music, clips);
} else if (process.argv.includes('music')) {
  const { clips } = kept();
  finish(await hearMusic(), clips);
  writeTruth();
} else await makeAll();
