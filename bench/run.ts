import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import { evenGrid, openEye } from '@caesura/core/footage';
import { layOutSteadily } from '@caesura/core/layout';
import { hear, NOTHING_FOUND } from '@caesura/core/listen';
import { addClips, newPlan, setMusic, shotFacts } from '@caesura/core/plan';
import { frameRate, frames } from '@caesura/core/time';
import { seen, texture } from '../core/src/footage/testing/texture.ts';
import { beatTimes, Tape } from '../core/src/listen/testing/synthesis.ts';
import { exactAnalysis, sampleClip } from '../core/src/plan/testing/sample-plan.ts';
import { startServer } from '../e2e/server.ts';

/** Prints the figures that the goals are measured by. Times are of this machine; compare them within one run. */

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
  const took = milliseconds(() => void hear([tape.samples], tape.sampleRate));
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
    const eye = openEye();
    for (const picture of pictures) eye.take(picture, grey);
    eye.end();
  });
  const rate = (1000 * count) / took;
  say(
    'movement in a moving clip, decoded and small',
    `${(rate / 25).toFixed(1)} × real time at 25 fps (${rate.toFixed(0)} frames a second)`,
  );
}

function benchLayout(): void {
  const music = {
    media: 'a'.repeat(64),
    fileName: 'long.wav',
    outline: null,
    analysis: exactAnalysis(128, 8000),
    found: NOTHING_FOUND,
  };
  const clips = Array.from({ length: 60 }, (_, i) => sampleClip(`c${i}`, `Clip ${i}`, frameRate(50), 3000));
  const plan = addClips(setMusic({ ...newPlan('Hour'), target: frames(3600 * 24) }, music), clips);
  const laidOut = layOutSteadily(plan);
  const took = usual(() => void layOutSteadily(plan));
  const facts = usual(() => void shotFacts(laidOut));
  say(`lay-out of an hour, ${laidOut.score!.shots.length} shots`, `${took.toFixed(1)} ms`);
  say('  facts of all its shots, per lay-out time', `${(facts / took).toFixed(2)} × (${facts.toFixed(1)} ms)`);
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

async function benchPage(): Promise<void> {
  const server = await startServer();
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox'],
  });
  for (const address of ['/plans', 'score']) {
    const page = await browser.newPage();
    const bodies: Promise<Buffer>[] = [];
    page.on('response', (response) => {
      if (!response.url().includes('/api/')) bodies.push(response.body());
    });
    await page.goto(`${server.address}/plans`);
    await page.getByRole('link', { name: /Open day teaser/ }).waitFor();
    if (address === 'score') {
      bodies.length = 0;
      await page.getByRole('link', { name: /Open day teaser/ }).click();
      await page.getByRole('button', { name: /^Cut 1,/ }).waitFor();
    }
    const all = await Promise.all(bodies);
    const kilobytes = (sum: number) => (sum / 1000).toFixed(0);
    const size = all.reduce((sum, body) => sum + body.length, 0);
    const packed = all.reduce((sum, body) => sum + gzipSync(body).length, 0);
    const name = address === 'score' ? 'opening a plan after that, without its data' : 'first page load';
    say(name, `${kilobytes(size)} kB, ${kilobytes(packed)} kB packed`);
    await page.close();
  }
  await browser.close();
  await server.stop();
}

benchAnalysis(1);
benchAnalysis(4);
benchLayout();
benchWatching();
await benchStart();
await benchPage();
