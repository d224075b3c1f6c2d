import { readFileSync, writeFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Page } from '@playwright/test';
import { unpackFacts, type FrameMeasurements } from '@caesura/core/footage';
import type { Plan } from '@caesura/core/plan';
import { texture } from '../core/src/footage/testing/texture.ts';
import { film } from '../web/src/workers/testing/film.ts';

/** A file as the browser's file input takes it. */
export interface Chosen {
  readonly name: string;
  readonly mimeType: string;
  readonly buffer: Buffer;
}

export const H264 = ['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '16', '-pix_fmt', 'yuv420p'];

/** Makes a clip with ffmpeg. */
export async function clip(name: string, args: readonly string[]): Promise<Chosen> {
  return { name, mimeType: 'video/mp4', buffer: Buffer.from(await film(name, args).arrayBuffer()) };
}

/**
 * The same with a header that tells players to turn the picture by a quarter clockwise, 270 degrees
 * the other way.
 */
export async function turnedClip(name: string, args: readonly string[]): Promise<Chosen> {
  const folder = mkdtempSync(path.join(tmpdir(), 'caesura-turned-'));
  try {
    const lying = path.join(folder, name);
    writeFileSync(lying, (await clip(name, args)).buffer);
    return await clip(name, ['-i', lying, '-c', 'copy', '-metadata:s:v', 'rotate=270']);
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/** Bits of a frame number that are drawn into a clip. */
export const BITS = 10;

/**
 * Filters that draw the number of each frame along the upper edge of a picture 640 wide: a white
 * square for each bit that is set, from the lowest on, over black.
 */
export const numbered: string = [
  'drawbox=x=0:y=0:w=640:h=64:color=black:t=fill',
  ...Array.from(
    { length: BITS },
    (_, i) => `drawbox=x=${i * 64}:y=0:w=64:h=64:color=white:t=fill:enable='bitand(n,${2 ** i})'`,
  ),
].join(',');

/** A large picture that looks like a real one, as a file for ffmpeg to pan and zoom over. */
export function withChroma<T>(
  seed: number,
  width: number,
  height: number,
  use: (file: string) => T,
): T {
  const of = texture(seed);
  const pixels = Uint8Array.from({ length: width * height }, (_, i) =>
    of((i % width) / 1280, Math.floor(i / width) / 1280),
  );
  const folder = mkdtempSync(path.join(tmpdir(), 'caesura-texture-'));
  try {
    const file = path.join(folder, 'texture.pgm');
    writeFileSync(file, Buffer.concat([Buffer.from(`P5\n${width} ${height}\n255\n`), pixels]));
    return use(file);
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/** Chooses video files and waits until the queue has worked through them. */
export async function bringIn(
  page: Page,
  files: readonly Chosen[] | readonly string[],
): Promise<void> {
  await page
    .locator('input[type=file][aria-label="Choose video files"]')
    .setInputFiles(files as Chosen[]);
  await page.getByRole('region', { name: 'Files' }).waitFor();
  await page.getByText('to go', { exact: false }).waitFor({ state: 'detached', timeout: 120_000 });
}

/** The plan on the screen as the server has it. */
export async function planOf(page: Page, address = ''): Promise<Plan> {
  const id = /plans\/([^/]+)/.exec(page.url())![1]!;
  const answer = await page.request.get(`${address}/api/plans/${id}`);
  return ((await answer.json()) as { plan: Plan }).plan;
}

/** What was seen of a clip of the plan on the screen. */
export async function measuredOf(page: Page, fileName: string): Promise<FrameMeasurements> {
  const { clips } = await planOf(page);
  const answer = await page.request.get(
    `/api/media/${clips.find((c) => c.fileName === fileName)!.movement!}`,
  );
  return unpackFacts(new Uint8Array(await answer.body()));
}

/** A file of the demo. */
export const demoClip = (name: string): Chosen => ({
  name,
  mimeType: 'video/mp4',
  buffer: readFileSync(path.resolve(import.meta.dirname, '../demo/output/clips', name)),
});
