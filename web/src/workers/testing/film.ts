import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

/**
 * Makes a file of a kind with ffmpeg, a general-purpose encoder that shares nothing with the
 * reader, and gives it as a file.
 */
export function film(name: string, args: readonly string[]): File {
  const folder = mkdtempSync(path.join(tmpdir(), 'caesura-film-'));
  try {
    const file = path.join(folder, name);
    execFileSync('ffmpeg', ['-hide_banner', '-loglevel', 'error', '-y', ...args, file]);
    return new File([new Uint8Array(readFileSync(file))], name);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Arguments for a moving test picture of a rate and so many frames. */
export const pictures = (rate: string, frames: number, size = '64x36'): string[] => [
  ...['-f', 'lavfi', '-i', `testsrc2=size=${size}:rate=120`],
  ...['-r', rate, '-frames:v', String(frames), '-pix_fmt', 'yuv420p'],
];
