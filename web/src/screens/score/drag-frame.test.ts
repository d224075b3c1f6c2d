import { expect, it } from 'vitest';
import type { Cue } from '@caesura/core/film';
import { frameRate, frames, rational } from '@caesura/core/time';
import { frameFor } from './drag-frame.ts';

const cueAt = (frame: number): Cue => ({
  ...{
    kind: 'beat',
    at: rational(frame, 24),
    frame: frames(frame),
    bar: 1,
    beat: 1,
    strength: 1,
    confidence: 1,
  },
  sound: 'music',
});
const cues = [12, 24, 36, 48].map(cueAt);
const at24 = { rate: frameRate(24) };
const limits = { from: 20, to: 40 };

it('a cut that is dragged goes to the nearest cue inside its limits', () => {
  expect(frameFor(31 / 24, false, limits, cues, at24)).toBe(36);
  expect(frameFor(29 / 24, false, limits, cues, at24)).toBe(24);
});

it('freely it goes to the nearest frame, never beyond its limits', () => {
  expect(frameFor(29.4 / 24, true, limits, cues, at24)).toBe(29);
  expect(frameFor(90 / 24, true, limits, cues, at24)).toBe(40);
  expect(frameFor(0, true, limits, cues, at24)).toBe(20);
});

it('where the nearest cue lies outside the limits, or there is none, it stays where it is held', () => {
  expect(frameFor(46 / 24, false, limits, cues, at24)).toBe(40);
  expect(frameFor(30 / 24, false, limits, [], at24)).toBe(30);
});
