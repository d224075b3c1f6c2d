import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

/** The independent reader of edit decision lists at 24 fps, in another language: what it found. */
export function readEdl<E>(text: string): { events: E[]; errors: unknown[] } {
  const file = path.join(mkdtempSync(path.join(tmpdir(), 'caesura-')), 'list.edl');
  writeFileSync(file, text);
  const reader = path.join(import.meta.dirname, 'edlcheck.py');
  try {
    return JSON.parse(execFileSync('python3', [reader, file, '24', 'json'], { encoding: 'utf8' }));
  } catch (error) {
    return JSON.parse((error as { stdout: string }).stdout);
  }
}
