import { spawn } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import {
  boxed,
  CELLS,
  cellMeans,
  frameAnalyser,
  packFacts,
  unpackFacts,
  type FrameMeasurements,
} from '@caesura/core/footage';
import { proxySize } from '../../web/src/proxy/format.ts';

/** Something that happens in a made clip, by its script. */
export interface TrueEvent {
  readonly at: number;
  readonly kind: string;
  readonly strength: number;
}

/** A made clip and what happens in it. */
export interface TrueClip {
  readonly file: string;
  readonly rate: readonly [num: number, den: number];
  readonly size: readonly [width: number, height: number];
  readonly frames: number;
  readonly events: readonly TrueEvent[];
  /** Stretches in which nothing moves, [from, to) in frames. */
  readonly still: readonly (readonly [from: number, to: number])[];
}

/** The clips of a folder that `make_clips.py` made. */
export const clipsOf = (folder: string): TrueClip[] =>
  (
    JSON.parse(readFileSync(path.join(folder, 'manifest.json'), 'utf8')) as {
      items: TrueClip[];
    }
  ).items;

/** Decodes the pictures of a clip's file as brightness, one after the other. */
async function* picturesOf(file: string, [width, height]: TrueClip['size']) {
  const decoder = spawn(
    'ffmpeg',
    ['-hide_banner', '-loglevel', 'error', '-i', file, '-f', 'rawvideo', '-pix_fmt', 'gray', '-'],
    { stdio: ['ignore', 'pipe', 'inherit'] },
  );
  let rest = Buffer.alloc(0);
  for await (const chunk of decoder.stdout as AsyncIterable<Buffer>) {
    rest = Buffer.concat([rest, chunk]);
    for (; rest.length >= width * height; rest = rest.subarray(width * height))
      yield Uint8Array.from(rest.subarray(0, width * height));
  }
}

/**
 * What is seen of a clip, kept beside it as `version`, so that the next time is fast: its pictures
 * are made small and measured as the application does.
 */
export async function measured(
  folder: string,
  clip: TrueClip,
  version: string,
): Promise<FrameMeasurements> {
  const file = path.join(folder, clip.file);
  const kept = `${file}.${version}`;
  if (existsSync(kept)) return unpackFacts(readFileSync(kept));
  const [width, height] = clip.size;
  const small = proxySize(width, height);
  const analyser = frameAnalyser(clip.rate[0] / clip.rate[1]);
  for await (const bytes of picturesOf(file, clip.size)) {
    const plane = { bytes, offset: 0, stride: width, width, height };
    const luma = boxed(plane, small.width, small.height);
    const grey = Float32Array.from({ length: 3 * CELLS * CELLS }, (_, i) => i);
    const means = cellMeans(luma).values;
    analyser.take(
      luma,
      grey.map((i) => means[Math.floor(i / 3)]! / 255),
    );
  }
  const facts = analyser.end();
  writeFileSync(kept, packFacts(facts));
  return facts;
}
