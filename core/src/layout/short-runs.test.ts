import { expect, it } from 'vitest';
import { NOTHING_FOUND } from '../listen/index.ts';
import { setMusic } from '../plan/edits/edit-sounds.ts';
import { newPlan, type Plan } from '../plan/index.ts';
import { exactAnalysis } from '../testing/sample-plan.ts';
import { frameRate, frames, samples, toText } from '../time/index.ts';
import { beatParts, runEnds, usualRun } from './short-runs.ts';

/** Music whose region begins half a second in, at 48 000 samples a second. */
const song = (tempo: number, rate: number, found: Partial<typeof NOTHING_FOUND> = {}): Plan =>
  setMusic(
    { ...newPlan('Runs'), rate: frameRate(rate), target: frames(30 * rate) },
    {
      media: 'a'.repeat(64),
      fileName: 'song.wav',
      outline: null,
      analysis: exactAnalysis(tempo, 80),
      found: { ...NOTHING_FOUND, ...found },
    },
  );
const parts = (tempo: number, rate: number) =>
  beatParts(song(tempo, rate)).map(({ each, shots, error }) => [each, shots, toText(error)]);
const at = (seconds: number) => samples(48_000 * seconds);
const sure = { strength: 1, confidence: 1 };

it('has the lengths that divide a beat, with their errors worked out by hand', () => {
  // 120 BPM at 24 fps: a beat is 12 frames.
  expect(parts(120, 24)).toEqual([
    [2, 6, '0'],
    [3, 4, '0'],
    [4, 3, '0'],
    [6, 2, '0'],
  ]);
  // 112.5 BPM at 24 fps: 12.8 frames; 5 thrice would be 15, twice 10.
  expect(parts(112.5, 24)).toEqual([
    [2, 6, '-4/5'],
    [3, 4, '-4/5'],
    [4, 3, '-4/5'],
    [6, 2, '-4/5'],
  ]);
  // 100 BPM at 25 fps: 15 frames.
  expect(parts(100, 25).map(([each, shots]) => [each, shots])).toEqual([
    [3, 5],
    [5, 3],
  ]);
  expect(beatParts(newPlan('No music'))).toEqual([]);
});

it('proposes two beats of quarters up to a drop that a rise leads to, or up to the rest before it', () => {
  const rise = { start: at(4), peak: at(8.5), ...sure };
  const drops = [{ at: at(8.5), ...sure }];
  // The drop is 8 s into the film, frame 192.
  expect(usualRun(song(120, 24, { rises: [rise], drops }))).toEqual({
    end: 192,
    shots: 8,
    each: 3,
  });
  const rested = song(120, 24, {
    rises: [{ ...rise, peak: at(7.5) }],
    pauses: [{ start: at(7.5), end: at(8.5), confidence: 1 }],
    drops,
  });
  expect(usualRun(rested)).toEqual({ end: 168, shots: 8, each: 3 });
  expect(runEnds(rested).map(({ kind, frame }) => [kind, frame])).toEqual([
    ['pause-start', 168],
    ['drop', 192],
  ]);
  expect(usualRun(song(120, 24, { drops }))).toBeNull();
  expect(usualRun(song(120, 24))).toBeNull();
});
