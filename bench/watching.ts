import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { bundled } from '../e2e/bundle.ts';
import { clip, withChroma } from '../e2e/clips.ts';
import { drop, newPlanOn, opened } from './on-page.ts';
import type * as Decoding from './decode-alone.ts';

type Say = (what: string, figure: string) => void;

/** Clips that are dropped at once, frames of each, and what they are coded as. */
const [CLIPS, FRAMES] = [10, 100];
const KINDS = [
  { name: '1080p', size: '1920:1080', bits: '12M' },
  { name: '720p', size: '1280:720', bits: '6M' },
] as const;

/** Ten different pans with noise, as files in a folder. */
async function tenClips(folder: string, { name, size, bits }: (typeof KINDS)[number]) {
  const made = withChroma(33, 3600, 1600, (picture) =>
    Array.from({ length: CLIPS }, (_, i) =>
      clip(`${name}-${i}.mp4`, [
        ...['-loop', '1', '-framerate', '25', '-i', picture],
        '-vf',
        `crop=1920:1080:x='${4 + i}*mod(n,150)':y='${40 * i}+n/4',noise=alls=14:allf=t,scale=${size},format=yuv420p`,
        ...['-frames:v', String(FRAMES), '-c:v', 'libx264', '-preset', 'veryfast'],
        ...['-b:v', bits, '-maxrate', bits, '-bufsize', bits],
      ]),
    ),
  );
  return Promise.all(
    made.map(async (each) => {
      const { name: fileName, buffer } = await each;
      const file = path.join(folder, fileName);
      writeFileSync(file, buffer);
      return file;
    }),
  );
}

/**
 * Ten clips dropped at once: how soon each shows a picture, and how long it takes until all are
 * known, against decoding alone, of the same files on the same page.
 */
export async function benchTenClips(say: Say): Promise<void> {
  const folder = mkdtempSync(path.join(tmpdir(), 'caesura-bench-'));
  const { browser, address, close } = await opened();
  try {
    for (const kind of KINDS) {
      const files = await tenClips(folder, kind);
      const page = await browser.newPage({
        bypassCSP: true,
        viewport: { width: 1920, height: 1600 },
      });
      await newPlanOn(page, address);
      const from = performance.now();
      await drop(page, files);
      const pictures = page.locator('.clip-open img.poster, .clip-open .contact');
      await pictures.nth(CLIPS - 1).waitFor({ state: 'attached', timeout: 120_000 });
      const shown = performance.now();
      await page.waitForFunction(() => !document.body.textContent.includes('to go'), null, {
        polling: 100,
        timeout: 600_000,
      });
      const known = performance.now();
      await page.addScriptTag({ content: await bundled('bench/decode-alone.ts', 'decoding') });
      await page.evaluate(() => {
        const input = document.createElement('input');
        Object.assign(input, { type: 'file', multiple: true, id: 'alone' });
        document.body.append(input);
      });
      await page.locator('#alone').setInputFiles(files);
      const alone = await page.evaluate(async () => {
        const { decodeAlone } = (globalThis as unknown as { decoding: typeof Decoding }).decoding;
        const start = performance.now();
        const input = document.querySelector<HTMLInputElement>('#alone')!;
        const decoded = await decodeAlone([...input.files!]);
        return { decoded, took: performance.now() - start };
      });
      if (alone.decoded !== CLIPS * FRAMES)
        throw new Error(`${alone.decoded} frames were decoded.`);
      say(
        `${CLIPS} clips of ${kind.name}: a picture of each`,
        `${(shown - from).toFixed(0)} ms after the drop`,
      );
      say(
        '  all known, per time of decoding alone',
        `${((known - from) / alone.took).toFixed(2)} × (${((known - from) / 1000).toFixed(1)} s against ${(alone.took / 1000).toFixed(1)} s)`,
      );
      await page.close();
    }
  } finally {
    await close();
    rmSync(folder, { recursive: true });
  }
}
