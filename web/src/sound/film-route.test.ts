import { expect, it } from 'vitest';
import { NOTHING_FOUND } from '@caesura/core/listen';
import { newPlan, type Sound } from '@caesura/core/plan';
import { setEnding, setMusic } from '@caesura/core/edits';
import { frameRate, frames, samples, beatsPerMinute } from '@caesura/core/time';
import { filmRoute, usedFade } from './film-route.ts';
import { routeLength } from './route.ts';

const RATE = frameRate(24);

/** Ten to twenty seconds, then fourteen to twenty-four, from frame 48 on, faded over a second. */
function sound(): Sound {
  const analysis = {
    sampleRate: 1000 * 8,
    length: samples(8000 * 60),
    beats: [],
    downbeats: [],
    beatsPerBar: 4,
    tempo: beatsPerMinute(120),
    confidence: 1,
    readings: [],
  };
  const music = {
    media: 'a'.repeat(64),
    fileName: 'x.wav',
    outline: null,
    analysis,
    found: NOTHING_FOUND,
  };
  const plan = setMusic(newPlan('x'), music);
  const ended = setEnding(plan, plan.music!.id, {
    region: { in: samples(80_000), out: samples(192_000) },
    splices: [{ leave: samples(160_000), enter: samples(112_000) }],
    fade: samples(8000),
  });
  return { ...ended.music!, place: frames(48) };
}

it('goes through silence, the parts and silence', () => {
  const route = filmRoute(sound(), RATE, 0, 30);
  expect(route.map((s) => [s.from, s.to, s.silent ?? false])).toEqual([
    [0, 2, true],
    [10, 20, false],
    [14, 24, false],
    [0, 8, true],
  ]);
  expect(routeLength(route)).toBe(30);
});

it('starts and ends anywhere', () => {
  expect(filmRoute(sound(), RATE, 5, 15)).toEqual([
    { from: 13, to: 20 },
    { from: 14, to: 17 },
  ]);
  expect(filmRoute(sound(), RATE, 25, 26)).toEqual([{ from: 0, to: 1, silent: true }]);
  expect(usedFade(sound(), 15)).toEqual({ from: 4, to: 5 });
  expect(usedFade({ ...sound(), fade: samples(0) }, 0)).toBeNull();
});
