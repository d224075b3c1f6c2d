import { expect, it } from 'vitest';
import { NOTHING_FOUND } from '@caesura/core/listen';
import { newPlan, type Sound } from '@caesura/core/plan';
import { setMusic, type Ending } from '@caesura/core/edits';
import { beatsPerMinute, samples } from '@caesura/core/time';
import { routeLength } from '../../sound/route.ts';
import { endingRoute } from './ending-route.ts';

const RATE = 8000;
const second = (t: number) => samples(RATE * t);

/** A minute of music, used whole. */
const music: Sound = setMusic(newPlan('x'), {
  media: 'a'.repeat(64),
  fileName: 'x.wav',
  outline: null,
  analysis: {
    sampleRate: RATE,
    length: second(60),
    beats: [],
    downbeats: [],
    beatsPerBar: 4,
    tempo: beatsPerMinute(120),
    confidence: 1,
    readings: [],
  },
  found: NOTHING_FOUND,
}).music!;

const ending = (splices: [number, number][], out = 60, fade = 0): Ending => ({
  region: { in: second(0), out: second(out) },
  splices: splices.map(([leave, enter]) => ({ leave: second(leave), enter: second(enter) })),
  fade: second(fade),
});
const heard = (e: Ending) =>
  endingRoute(music, e).route.map((s) => (s.silent ? 'silence' : [s.from, s.to]));

it('hears four seconds on either side of a splice', () => {
  expect(heard(ending([[20, 40]]))).toEqual([
    [16, 20],
    [40, 44],
  ]);
});

it('hears two places one after the other with a silence between, and the same splice once', () => {
  expect(
    heard(
      ending([
        [20, 10],
        [20, 10],
        [30, 50],
      ]),
    ),
  ).toEqual([[16, 20], [10, 14], 'silence', [26, 30], [50, 54]]);
});

it('hears the last seconds of an ending without splices, and its fade where it is', () => {
  const { route, manner } = endingRoute(music, ending([], 30, 2));
  expect(route).toEqual([{ from: 23, to: 30 }]);
  expect(manner.fade).toEqual({ from: 5, to: 7 });
  expect(routeLength(route)).toBe(7);
  // A splice near the end is heard with the end, and so with its fade.
  const near = endingRoute(music, ending([[20, 27]], 30, 2));
  expect(near.route).toEqual([
    { from: 16, to: 20 },
    { from: 27, to: 30 },
  ]);
  expect(near.manner.fade).toEqual({ from: 5, to: 7 });
});
