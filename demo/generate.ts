import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium, type Page } from '@playwright/test';
import { build, type Rollup } from 'vite';
import { openEye, packFacts } from '@caesura/core/footage';
import { foundIn, hear } from '@caesura/core/listen';
import { layOutSteadily } from '@caesura/core/layout';
import { addClips, changeBrief, newPlan, setMusic, type Clip, type Plan } from '@caesura/core/plan';
import { frameRate, frames, sourceFrames } from '@caesura/core/time';
import { HEIGHT, WIDTH } from './drawing.ts';
import { musicTruth, renderMusic, SAMPLE_RATE } from './music.ts';
import type * as Scenes from './scenes.ts';
import { framesOfScene, SCENES, type Scene } from './scenes.ts';

/** Makes the demo: music, clips, their truth and the plans. Run by `npm run demo`; its output is committed. */

const here = path.dirname(fileURLToPath(import.meta.url));
const output = path.join(here, 'output');
const POSTER = { width: 192, height: 108 };

/** Runs ffmpeg on what `feed` writes to it and returns what it writes. */
async function ffmpeg(args: string[], feed: (input: NodeJS.WritableStream) => Promise<void>): Promise<Buffer> {
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

const idOf = (data: Uint8Array): string => createHash('sha256').update(data).digest('hex');

/** The music as MP3, and the samples a listener decodes from it. */
async function makeMusic(): Promise<{ file: Buffer; channels: Float32Array[] }> {
  const [left, right] = renderMusic();
  const both = new Float32Array(2 * left.length);
  left.forEach((x, n) => both.set([x, right[n]!], 2 * n));
  const raw = ['-f', 'f32le', '-ar', String(SAMPLE_RATE), '-ac', '2'];
  const file = path.join(output, 'open-day-music.mp3');
  await ffmpeg(
    [...raw, '-i', 'pipe:0', '-fflags', '+bitexact', '-c:a', 'libmp3lame', '-b:a', '128k', '-map_metadata', '-1', file],
    (input) => write(input, new Uint8Array(both.buffer)),
  );
  const decoded = await ffmpeg(['-i', file, ...raw, 'pipe:1'], async () => undefined);
  const heard = new Float32Array(decoded.buffer, decoded.byteOffset, decoded.byteLength / 4);
  const channels = [0, 1].map((c) => Float32Array.from({ length: heard.length / 2 }, (_, n) => heard[2 * n + c]!));
  return { file: readFileSync(file), channels };
}

/** Puts the scenes' drawing into a page as `scenes`. */
async function loadScenes(page: Page): Promise<void> {
  const built = (await build({
    configFile: false,
    logLevel: 'error',
    build: { write: false, lib: { entry: path.join(here, 'scenes.ts'), formats: ['iife'], name: 'scenes' } },
  })) as Rollup.RollupOutput[];
  await page.setContent(`<canvas width="${WIDTH}" height="${HEIGHT}"></canvas>`);
  await page.addScriptTag({ content: built[0]!.output[0].code });
}

/** One frame of a scene as a PNG, drawn in the page. */
async function frameOf(page: Page, index: number, frame: number): Promise<Buffer> {
  const url = await page.evaluate(
    ([index, frame]) => {
      const canvas = document.querySelector('canvas')!;
      const { SCENES, drawFrame } = (globalThis as unknown as { scenes: typeof Scenes }).scenes;
      drawFrame(canvas.getContext('2d')!, SCENES[index]!, frame);
      return canvas.toDataURL('image/png');
    },
    [index, frame] as const,
  );
  return Buffer.from(url.slice(url.indexOf(',') + 1), 'base64');
}

const CODEC = {
  mp4: ['-c:v', 'libx264', '-preset', 'slow', '-crf', '27', '-movflags', '+faststart'],
  webm: ['-c:v', 'libvpx-vp9', '-crf', '38', '-b:v', '0', '-row-mt', '1'],
};

/** What is seen of a clip's frames, from the file as it is decoded, small. */
async function watched(file: string): Promise<Uint8Array> {
  const [width, height] = [320, 180];
  const raw = await ffmpeg(
    ['-i', file, '-vf', `scale=${width}:${height}:flags=area`, '-pix_fmt', 'gbrp', '-f', 'rawvideo', 'pipe:1'],
    async () => undefined,
  );
  const eye = openEye();
  const size = width * height;
  const mean = (bytes: Uint8Array) => bytes.reduce((sum, x) => sum + x, 0) / bytes.length / 255;
  for (let at = 0; at + 3 * size <= raw.length; at += 3 * size) {
    const [green, blue, red] = [0, 1, 2].map((i) => raw.subarray(at + i * size, at + (i + 1) * size)) as [
      Buffer,
      Buffer,
      Buffer,
    ];
    const values = Float32Array.from(
      { length: size },
      (_, i) => 0.2126 * red[i]! + 0.7152 * green[i]! + 0.0722 * blue[i]!,
    );
    eye.take({ width, height, values }, { red: mean(red), green: mean(green), blue: mean(blue) });
  }
  return packFacts(eye.end());
}

/** Films a scene and takes its poster from the middle. */
async function makeClip(page: Page, scene: Scene, index: number): Promise<Clip> {
  const count = framesOfScene(scene);
  const [num, den] = scene.rate;
  const fileName = `${scene.id}.${scene.container}`;
  const every = ['-framerate', `${num}/${den}`, '-f', 'image2pipe', '-c:v', 'png', '-i', 'pipe:0'];
  const keys = [
    '-g',
    String(Math.round(num / den)),
    '-pix_fmt',
    'yuv420p',
    '-fflags',
    '+bitexact',
    '-flags:v',
    '+bitexact',
  ];
  await ffmpeg([...every, ...CODEC[scene.container], ...keys, path.join(output, 'clips', fileName)], async (input) => {
    for (let frame = 0; frame < count; frame++) await write(input, await frameOf(page, index, frame));
  });
  const still = await frameOf(page, index, count >> 1);
  const size = [
    '-vf',
    `scale=${POSTER.width}:${POSTER.height}`,
    '-c:v',
    'mjpeg',
    '-q:v',
    '5',
    '-f',
    'image2',
    'pipe:1',
  ];
  const poster = await ffmpeg(['-f', 'image2pipe', '-c:v', 'png', '-i', 'pipe:0', ...size], (input) =>
    write(input, still),
  );
  writeFileSync(path.join(output, 'posters', `${scene.id}.jpg`), poster);
  const movement = await watched(path.join(output, 'clips', fileName));
  writeFileSync(path.join(output, 'movement', `${scene.id}.movement`), movement);
  return {
    id: scene.id,
    name: scene.name,
    fileName,
    rate: frameRate(num, den),
    frames: sourceFrames(count),
    size: { width: WIDTH, height: HEIGHT },
    start: sourceFrames(0),
    dropFrame: false,
    usable: { in: sourceFrames(0), out: sourceFrames(count) },
    poster: idOf(poster),
    movement: idOf(movement),
  };
}

function plansOf(music: Parameters<typeof setMusic>[1], clips: Clip[]): Record<string, Plan> {
  const client = 'Marrow Lane Letterpress';
  const teaser = changeBrief(addClips(setMusic(newPlan('Open day teaser'), music), clips), {
    client,
    target: frames(45 * 24),
  });
  const rate = frameRate(30000, 1001);
  const short: Plan = {
    ...newPlan('Fifteen seconds for the shop window'),
    rate,
    dropFrame: true,
    start: frames(107892),
  };
  const window = changeBrief(addClips(setMusic(short, music), clips.slice(5, 10)), {
    client,
    target: frames(450),
    pace: '1 bar',
  });
  return { 'open-day-teaser': layOutSteadily(teaser), 'shop-window': layOutSteadily(window) };
}

const json = (value: unknown): string => `${JSON.stringify(value)}\n`;

rmSync(output, { recursive: true, force: true });
for (const folder of ['clips', 'movement', 'posters', 'plans'])
  mkdirSync(path.join(output, folder), { recursive: true });

const { file, channels } = await makeMusic();
const hearing = hear(channels, SAMPLE_RATE);
const { analysis, outline, texture } = hearing;
writeFileSync(path.join(output, 'open-day-music.outline'), outline);
writeFileSync(path.join(output, 'open-day-music.texture'), texture);
const music = {
  media: idOf(file),
  fileName: 'open-day-music.mp3',
  outline: idOf(outline),
  texture: idOf(texture),
  analysis,
  found: foundIn(hearing),
};

const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox'],
});
const page = await browser.newPage();
await loadScenes(page);
const clips: Clip[] = [];
for (const [index, scene] of SCENES.entries()) {
  clips.push(await makeClip(page, scene, index));
  console.log(`${scene.name}: ${framesOfScene(scene)} frames`);
}
await browser.close();

for (const [name, plan] of Object.entries(plansOf(music, clips)))
  writeFileSync(path.join(output, 'plans', `${name}.json`), json(plan));
const clipTruth = SCENES.map(({ id, rate, moments, ...scene }) => ({
  id,
  rate: `${rate[0]}/${rate[1]}`,
  frames: framesOfScene({ id, rate, moments, ...scene }),
  moments,
}));
writeFileSync(path.join(output, 'truth.json'), json({ music: musicTruth(), clips: clipTruth }));
