import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { foundIn, analyseSound, metered, outlineMeter } from '@caesura/core/listen';
import type { EffectFile } from '@caesura/core/plan';
import type { NewSound } from '@caesura/core/edits';
import { KIT, measureEffect, MIX_RATE } from '@caesura/core/sound';
import { samples } from '@caesura/core/time';

/**
 * Makes the sounds of the demo beside its music: the kit of effects as files, and a spoken line.
 */

const LINE = 'Open day at Marrow Lane. Come in, and print.';

/** The content hash by which a file is kept. */
export const idOf = (data: Uint8Array): string => createHash('sha256').update(data).digest('hex');

/** Runs a program to its end, given its input. Returns what it writes. */
export function run(command: string, args: string[], input?: Uint8Array): Buffer {
  const { status, stdout, stderr } = spawnSync(command, args, { input, maxBuffer: 1e9 });
  if (status !== 0) throw new Error(`${command} ended with ${status}: ${String(stderr)}`);
  return stdout;
}

/** What makes ffmpeg write the same bytes each time. */
export const EXACT = ['-fflags', '+bitexact', '-map_metadata', '-1'];

/** The samples that a listener decodes from a file, one channel, at a rate. */
function decoded(file: string, rate: number): Float32Array {
  const raw = run('ffmpeg', [
    '-v',
    'error',
    '-i',
    file,
    '-f',
    'f32le',
    '-ac',
    '1',
    '-ar',
    String(rate),
    'pipe:1',
  ]);
  return new Float32Array(raw.buffer.slice(raw.byteOffset, raw.byteOffset + raw.byteLength));
}

/** The effects of the kit that the demo's films use. */
const USED = new Set(['whoosh-soft', 'whoosh-hard', 'riser', 'click', 'thump', 'room']);

/** Writes those of the kit into a folder as WAV files with their outlines. */
export function makeKit(folder: string): Omit<EffectFile, 'id'>[] {
  mkdirSync(folder, { recursive: true });
  return KIT.filter(({ id }) => USED.has(id)).map(({ id, name, render }) => {
    const file = path.join(folder, `${id}.wav`);
    const raw = render();
    const from = ['-f', 'f32le', '-ar', String(MIX_RATE), '-ac', '1', '-i', 'pipe:0'];
    run(
      'ffmpeg',
      ['-v', 'error', '-y', ...from, '-c:a', 'pcm_s16le', ...EXACT, file],
      new Uint8Array(raw.buffer),
    );
    const heard = decoded(file, MIX_RATE);
    const outline = metered(outlineMeter(MIX_RATE), heard);
    writeFileSync(path.join(folder, `${id}.outline`), outline);
    return {
      name,
      media: idOf(readFileSync(file)),
      fileName: `${id}.wav`,
      outline: idOf(outline),
      sampleRate: MIX_RATE,
      length: samples(heard.length),
      measure: measureEffect([heard], MIX_RATE),
    };
  });
}

/** Has a line spoken, by espeak-ng, and listens to it as the application does. */
export function makeLine(folder: string): NewSound {
  mkdirSync(folder, { recursive: true });
  const spoken = path.join(folder, 'line.wav');
  run('espeak-ng', ['-v', 'en-gb', '-s', '150', '-w', spoken, LINE]);
  const file = path.join(folder, 'spoken-line.mp3');
  run('ffmpeg', [
    '-v',
    'error',
    '-y',
    '-i',
    spoken,
    '-c:a',
    'libmp3lame',
    '-b:a',
    '64k',
    ...EXACT,
    file,
  ]);
  rmSync(spoken);
  const sampleRate = 22_050;
  const findings = analyseSound([decoded(file, sampleRate)], sampleRate);
  const keep = (ending: string, bytes: Uint8Array) => {
    writeFileSync(path.join(folder, `spoken-line.${ending}`), bytes);
    return idOf(bytes);
  };
  return {
    media: idOf(readFileSync(file)),
    fileName: 'spoken-line.mp3',
    outline: keep('outline', findings.outline),
    chromaAndTimbre: keep('texture', findings.chromaAndTimbre),
    analysis: findings.analysis,
    found: foundIn(findings),
  };
}
