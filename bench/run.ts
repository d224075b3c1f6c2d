import { filmOf } from '../core/src/film/index.ts';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { chromium } from '@playwright/test';
import { evenGrid, frameAnalyser } from '@caesura/core/footage';
import { layOutSteadily } from '@caesura/core/layout';
import { analyseSound, NOTHING_FOUND } from '@caesura/core/listen';
import { addClips, setMusic } from '@caesura/core/edits';
import { newPlan } from '@caesura/core/plan';
import { frameRate, frames } from '@caesura/core/time';
import { seen, texture } from '../core/src/footage/testing/texture.ts';
import { beatTimes, Tape } from '../core/src/testing/synthesis.ts';
import { exactAnalysis, sampleClip } from '../core/src/testing/sample-plan.ts';
import { clip, planOf, withChroma } from '../e2e/clips.ts';
import { bundled } from '../e2e/bundle.ts';
import { startServer } from '../e2e/server.ts';
import { benchFaults } from './faults.ts';
import { benchHeardFiles } from './heard-files.ts';
import { benchKills } from './kills.ts';
import { benchList, benchPage, benchSteps } from './pages.ts';
import { benchHardRehearsing, benchLooping, benchRehearsing, benchSwitching } from './rehearse.ts';
import { benchDragging, benchMoves, benchProposals } from './score.ts';
import { benchSoak } from './soak.ts';
import { benchSound } from './sound.ts';
import { benchSpeeds } from './speeds.ts';
import { benchTenClips } from './watching.ts';
import type * as Proxies from '../web/src/proxy/reader.ts';

/**
 * Prints the figures that the goals are measured by. Times are of this machine; compare them within
 * one run.
 */

const milliseconds = (work: () => void): number => {
  const from = performance.now();
  work();
  return performance.now() - from;
};

/** The middle of five runs. */
const usual = (work: () => void): number =>
  Array.from({ length: 5 }, () => milliseconds(work)).toSorted((a, b) => a - b)[2]!;

const say = (name: string, figure: string): void => console.log(`${name.padEnd(46)} ${figure}`);

function benchAnalysis(minutes: number): void {
  const seconds = minutes * 60;
  const tape = new Tape(seconds, 44100, 5);
  beatTimes(0.4, Math.floor((seconds - 1) * 2), () => 120).forEach((at, i) => {
    if (i % 2 === 0) tape.kick(at);
    else tape.snare(at);
    tape.hat(at + 0.25);
    tape.pluck(at, 40 + (i % 4) * 3, 0.4, 0.2);
  });
  const took = milliseconds(() => void analyseSound([tape.samples], tape.sampleRate));
  say(
    `analysis of ${minutes} min of sound`,
    `${((1000 * seconds) / took).toFixed(0)} × real time (${took.toFixed(0)} ms)`,
  );
}

function benchWatching(): void {
  const of = texture(3);
  const count = 12;
  const pictures = Array.from({ length: count }, (_, k) =>
    seen(of, { x: 0.01 * k, y: 0.003 * k, scale: 1 + 0.003 * k, turn: 0.001 * k }, 320, 180),
  );
  const grey = evenGrid({ red: 0.5, green: 0.5, blue: 0.5 });
  const took = usual(() => {
    const analyser = frameAnalyser(25);
    for (const picture of pictures) analyser.take(picture, grey);
    analyser.end();
  });
  const rate = (1000 * count) / took;
  say(
    'movement in a moving clip, decoded and small',
    `${(rate / 25).toFixed(1)} × real time at 25 fps (${rate.toFixed(0)} frames a second)`,
  );
}

/** From a file to a clip that is known whole, in the browser: decoding, movement, small copy. */
async function benchFootage(): Promise<void> {
  const folder = mkdtempSync(path.join(tmpdir(), 'caesura-bench-'));
  const server = await startServer();
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox'],
  });
  const page = await browser.newPage({ bypassCSP: true, viewport: { width: 1280, height: 800 } });
  await page.goto(`${server.address}/plans`);
  await page.getByRole('button', { name: 'New plan', exact: true }).click();
  await page.getByRole('navigation', { name: 'Steps' }).getByText('Footage').click();
  const pan = (file: string, size: string, count: number, bits: string) => [
    ...['-loop', '1', '-framerate', '25', '-i', file],
    ...[
      '-vf',
      `crop=1920:1080:x='8*mod(n,200)':y='100+n/4',noise=alls=14:allf=t,scale=${size},format=yuv420p`,
    ],
    ...[
      '-frames:v',
      String(count),
      ...['-c:v', 'libx264', '-preset', 'veryfast'],
      '-b:v',
      bits,
      '-maxrate',
      bits,
      '-bufsize',
      bits,
    ],
  ];
  const kinds = [
    ['1080p', '1920:1080', 200, '12M'],
    ['1080p, finely coded', '1920:1080', 200, '30M'],
    ['720p', '1280:720', 200, '6M'],
    ['a long one of 180p', '320:180', 3000, '500k'],
  ] as const;
  const files = withChroma(33, 3600, 1600, (picture) =>
    kinds.map(([name, size, count, bits]) => clip(`${name}.mp4`, pan(picture, size, count, bits))),
  );
  for (const [i, [name, , count]] of kinds.entries()) {
    const { buffer, name: fileName } = await files[i]!;
    const file = path.join(folder, fileName);
    writeFileSync(file, buffer);
    const from = performance.now();
    await page.locator('input[type=file][aria-label="Choose video files"]').setInputFiles(file);
    await page.getByText(/watching, \d+ %/).waitFor();
    const watched = performance.now();
    await page.getByText('to go').waitFor({ state: 'detached', timeout: 600_000 });
    const end = performance.now();
    const perSecond = (1000 * count) / (end - watched);
    const rate = (8 * buffer.length) / 1e6 / (count / 25);
    say(
      `watching ${name}, ${rate.toFixed(0)} Mbit/s`,
      `${(perSecond / 25).toFixed(2)} × real time at 25 fps (${perSecond.toFixed(0)} frames a second, ` +
        `${((end - from) / 1000).toFixed(1)} s from drop to done)`,
    );
  }
  await page.locator('.pill-save', { hasText: 'Saved' }).waitFor();
  const { clips } = await planOf(page, server.address);
  await page.addScriptTag({ content: await bundled('web/src/proxy/reader.ts', 'proxies') });
  const seek = await page.evaluate(async (id) => {
    const { openProxy } = (globalThis as unknown as { proxies: typeof Proxies }).proxies;
    const reader = await openProxy(id);
    const from = performance.now();
    for (let i = 0; i < 200; i++) (await reader.picture((i * 7919) % 3000))?.close();
    const random = (performance.now() - from) / 200;
    const start = performance.now();
    for (let i = 0; i < 500; i++) (await reader.picture(i))?.close();
    return { random, inRow: (performance.now() - start) / 500 };
  }, clips.at(-1)!.proxy!);
  say(
    'a random frame of a small copy',
    `${seek.random.toFixed(1)} ms; the next one ${seek.inRow.toFixed(1)} ms`,
  );
  await page.getByRole('link', { name: 'Open a long one of 180p' }).click();
  await page.getByLabel('Frames in a line').selectOption('48');
  await page.locator('.line-pictures').first().waitFor();
  const gaps = await page.evaluate(async () => {
    const lines = document.querySelector('.clip-lines .lines')!;
    const times: number[] = [];
    for (let i = 0; i < 180; i++) {
      lines.scrollTop += 40;
      times.push(await new Promise<number>((done) => requestAnimationFrame(done)));
    }
    return times.slice(1).map((t, i) => t - times[i]!);
  });
  const sorted = gaps.toSorted((a, b) => a - b);
  say(
    'scrolling over 3 000 frames, from picture to picture',
    `${sorted[90]!.toFixed(0)} ms at the middle, ${sorted[170]!.toFixed(0)} ms for the slowest twentieth`,
  );
  await browser.close();
  await server.stop();
  rmSync(folder, { recursive: true });
}

function benchLayout(): void {
  const music = {
    media: 'a'.repeat(64),
    fileName: 'long.wav',
    outline: null,
    analysis: exactAnalysis(128, 8000),
    found: NOTHING_FOUND,
  };
  const clips = Array.from({ length: 60 }, (_, i) =>
    sampleClip(`c${i}`, `Clip ${i}`, frameRate(50), 3000),
  );
  const plan = addClips(setMusic({ ...newPlan('Hour'), target: frames(3600 * 24) }, music), clips);
  const laidOut = layOutSteadily(plan);
  const took = usual(() => void layOutSteadily(plan));
  const facts = usual(() => void filmOf(laidOut).shots);
  say(`lay-out of an hour, ${laidOut.score!.shots.length} shots`, `${took.toFixed(1)} ms`);
  say(
    '  facts of all its shots, per lay-out time',
    `${(facts / took).toFixed(2)} × (${facts.toFixed(1)} ms)`,
  );
}

/** From starting the process to its address, on a new data folder and on one that is there. */
async function benchStart(): Promise<void> {
  const data = mkdtempSync(path.join(tmpdir(), 'caesura-bench-'));
  const root = path.resolve(import.meta.dirname, '..');
  const start = async () => {
    const from = performance.now();
    const child = spawn('npm', ['start', '--silent'], {
      cwd: root,
      env: { ...process.env, CAESURA_DATA: data, CAESURA_PORT: '0' },
      stdio: ['ignore', 'pipe', 'ignore'],
    });
    for await (const chunk of child.stdout) if (String(chunk).includes('http://')) break;
    const took = performance.now() - from;
    child.kill('SIGTERM');
    await once(child, 'exit');
    return took;
  };
  const [first, second] = [await start(), await start()];
  say('npm start, new data folder with the demo', `${(first / 1000).toFixed(2)} s`);
  say('npm start, second time', `${(second / 1000).toFixed(2)} s`);
  rmSync(data, { recursive: true, force: true });
}

/** All benches by name; `npm run bench -- footage` runs one of them. */
const BENCHES: Readonly<Record<string, () => void | Promise<void>>> = {
  listening: () => [1, 4].forEach(benchAnalysis),
  layout: benchLayout,
  proposals: () => benchProposals(say),
  dragging: () => benchDragging(say),
  moves: () => benchMoves(say),
  speeds: () => benchSpeeds(say),
  sound: () => benchSound(say),
  movement: benchWatching,
  footage: benchFootage,
  'ten-clips': () => benchTenClips(say),
  rehearsing: () => benchRehearsing(say),
  'rehearsing-hard': () => benchHardRehearsing(say),
  switching: () => benchSwitching(say),
  start: benchStart,
  page: () => benchPage(say),
  steps: () => benchSteps(say),
  list: () => benchList(say),
  faults: () => benchFaults(say),
};
/** Judges first cuts of made films; see `first-cut/run.ts`. The clips are made the first time. */
async function benchFirstCuts(): Promise<void> {
  const root = path.resolve(import.meta.dirname, '..');
  const folder = path.join(root, '.cache', 'film-report');
  const run = async (command: string, args: readonly string[]) => {
    const [code] = (await once(spawn(command, args, { cwd: root, stdio: 'inherit' }), 'exit')) as [
      number,
    ];
    if (code !== 0) throw new Error(`${command} ${args.join(' ')} ended with ${code}.`);
  };
  if (!existsSync(path.join(folder, 'manifest.json')))
    await run('/usr/bin/python3', ['bench/footage/make_clips.py', folder, 'film-report']);
  await run('npx', ['tsx', 'bench/first-cut/run.ts', folder, '900']);
}

/** Those that take too long to be run with the others: only by name. */
const LONG: typeof BENCHES = {
  looping: () => benchLooping(say),
  'heard-files': () => benchHeardFiles(say),
  'first-cut': benchFirstCuts,
  kills: () => benchKills(Number(process.argv[3] ?? 1000)),
  soak: () => benchSoak(Number(process.argv[3] ?? 60)),
};
const only = process.argv[2];
for (const [name, bench] of Object.entries(only ? { ...BENCHES, ...LONG } : BENCHES))
  if (!only || only === name) await bench();
