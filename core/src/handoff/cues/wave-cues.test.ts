import { WaveFile } from 'wavefile';
import { expect, it } from 'vitest';
import { isWave, readWaveCues, withWaveCues } from './wave-cues.ts';

/** A second of 16-bit sound at 48 kHz with a description before it. */
function wave(): WaveFile {
  const file = new WaveFile();
  file.fromScratch(
    1,
    48000,
    '16',
    Int16Array.from({ length: 48000 }, (_, i) => i % 1000),
  );
  Object.assign(file.bext, { description: 'made by a test' });
  return file;
}
const ENTRIES = [
  { at: 0.25, text: 'Druck', kind: null },
  { at: 0.5, text: 'Bögen', kind: null },
  { at: 47999 / 48000, text: '', kind: null },
];

it('reads the cue points and labels that another library wrote', () => {
  const file = wave();
  file.setCuePoint({ position: 750, label: 'second' });
  file.setCuePoint({ position: 250, label: 'first' });
  expect(readWaveCues(file.toBuffer())).toEqual([
    { at: 0.25, text: 'first', kind: null },
    { at: 0.75, text: 'second', kind: null },
  ]);
});

it('writes cue points that another library reads, on their sample, the sound untouched', () => {
  const before = wave().toBuffer();
  const after = withWaveCues(before, ENTRIES);
  expect(isWave(after)).toBe(true);
  const read = new WaveFile(after);
  expect(
    (read.listCuePoints() as { position: number; label: string }[]).map((p) => [
      p.position,
      p.label,
    ]),
  ).toEqual([
    [250, 'Druck'],
    [500, 'Bögen'],
    [expect.closeTo((1000 * 47999) / 48000, 9), ''],
  ]);
  expect(read.getSamples()).toEqual(new WaveFile(before).getSamples());
  expect(read.bext).toMatchObject({
    description: expect.stringContaining('made by a test') as string,
  });
  expect(readWaveCues(after)).toEqual(ENTRIES);
});

it('puts new cue points in place of old ones', () => {
  const twice = withWaveCues(withWaveCues(wave().toBuffer(), ENTRIES), ENTRIES.slice(0, 1));
  expect(readWaveCues(twice)).toEqual(ENTRIES.slice(0, 1));
  expect(twice.length).toBe(withWaveCues(wave().toBuffer(), ENTRIES.slice(0, 1)).length);
});

it('refuses what is no WAV file or has no cue point, and bears one that is cut short', () => {
  expect(() => readWaveCues(new TextEncoder().encode('MThd............'))).toThrow(
    'does not begin as a WAV file',
  );
  expect(() => readWaveCues(wave().toBuffer())).toThrow('holds no cue point');
  const full = withWaveCues(wave().toBuffer(), ENTRIES);
  const inPoints = full.length - 90;
  expect(readWaveCues(full.subarray(0, inPoints)).length).toBeLessThanOrEqual(3);
});
