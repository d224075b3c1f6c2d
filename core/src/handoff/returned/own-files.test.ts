import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filmOf } from '../../film/index.ts';
import type { Clip, Plan } from '../../plan/index.ts';
import { planOfParts, type Part } from '../../testing/joined-plans.ts';
import {
  divide,
  frameRate,
  multiply,
  nominalRate,
  rational,
  toNumber,
  USUAL_RATES,
} from '../../time/index.ts';
import { filmOfEdl, type Counting } from '../edl/edl-film.ts';
import { readEdl, type EdlEvent } from '../edl/read-edl.ts';
import { readOtio } from '../otio/read-otio.ts';
import { timelineOtio } from '../otio/write-otio.ts';
import { reelNames } from '../edl/reel-names.ts';
import { writeEdl } from '../edl/write-edl.ts';

/** Rates that an edit decision list can count. */
const COUNTED = USUAL_RATES.filter((rate) => nominalRate(rate) <= 100);

/** How the sources of a list of a plan are counted: as the files, where labels hold that. */
function sourcesOf(plan: Plan): (event: EdlEvent) => Counting | null {
  const reels = new Map([...reelNames(plan.clips)].map(([id, reel]) => [reel, id]));
  const byId = new Map(plan.clips.map((clip) => [clip.id, clip]));
  return ({ reel }) => {
    const clip = byId.get(reels.get(reel) ?? '');
    return clip && nominalRate(clip.rate) <= 100 ? clip : null;
  };
}

/** The source frame of a clip that a reader shows so many frames into a piece. */
function shown(
  clip: Clip,
  { from, speed }: { from: { num: number; den: number }; speed: { num: number; den: number } },
  seconds: number,
): number {
  const place = (toNumber(from) + toNumber(speed) * seconds) * toNumber(clip.rate);
  // Backwards a frame is gone through from its end.
  return (speed.num < 0 ? Math.ceil(place - 1e-6) - 1 : Math.floor(place + 1e-6)) - clip.start;
}

const part = (rate = fc.constantFrom(...COUNTED)) =>
  fc.record({
    length: fc.integer({ min: 2, max: 60 }),
    in: fc.integer({ min: 1000, max: 1500 }),
    rate,
    percent: fc.constantFrom(100, 100, 50, 25, 200, 80, -100, -50, -200),
  });

describe('a list that was written here', () => {
  it('shows on every frame what the plan shows, at all countings', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...COUNTED),
        fc.array(part(), { minLength: 1, maxLength: 8 }),
        (rate, drawn) => {
          const plan = planOfParts(
            rate,
            drawn.map(({ percent, ...rest }): Part => ({
              ...rest,
              frames: 9000,
              speed: rational(percent, 100),
            })),
          );
          const film = filmOfEdl(readEdl(writeEdl(plan)), {
            ...{ rate, dropFrame: plan.dropFrame, sourceOf: sourcesOf(plan) },
          });
          expect(film.told).toEqual([]);
          expect(film.start).toBe(plan.start);
          const { shots } = filmOf(plan);
          expect(film.pieces.map(({ start, end }) => [start, end])).toEqual(
            shots.map(({ start, end }) => [start, end]),
          );
          for (const [i, { clip, time, length, speed }] of shots.entries()) {
            const piece = film.pieces[i]!;
            // A speed line has one decimal of frames a second.
            const stride = multiply(speed, divide(clip!.rate, rate));
            const whole = multiply(stride, rational(10 * nominalRate(rate))).den === 1;
            for (let k = 0; k < length; k++) {
              const seconds = (k * rate.den) / rate.num;
              const off = shown(clip!, piece, seconds) - time!.at(k);
              if (k === 0) expect(off).toBe(0);
              else expect(Math.abs(off)).toBeLessThanOrEqual(whole && speed.num > 0 ? 0 : 1);
            }
          }
        },
      ),
      { numRuns: 300 },
    );
  });

  it('shows the very frames at normal speed and equal rates, and has its names', () => {
    const rate = frameRate(30000, 1001);
    const plan = planOfParts(rate, [
      { length: 20, in: 33, frames: 500, rate },
      { length: 31, in: 7, frames: 500, rate },
    ]);
    const film = filmOfEdl(readEdl(writeEdl(plan)), {
      ...{ rate, dropFrame: false, sourceOf: sourcesOf(plan) },
    });
    expect(film.name).toBe('Test');
    for (const [i, { clip, time, length }] of filmOf(plan).shots.entries()) {
      expect(film.pieces[i]!.media).toMatchObject({ name: clip!.name, fileName: clip!.fileName });
      for (let k = 0; k < length; k++)
        expect(shown(clip!, film.pieces[i]!, (k * rate.den) / rate.num)).toBe(time!.at(k));
    }
  });
});

describe('a timeline that was written here', () => {
  it('shows on every frame the very frame that the plan shows, at all countings', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...USUAL_RATES),
        fc.array(part(fc.constantFrom(...USUAL_RATES)), { minLength: 1, maxLength: 8 }),
        (rate, drawn) => {
          const plan = planOfParts(
            rate,
            drawn.map(({ percent, ...rest }): Part => ({
              ...rest,
              frames: 9000,
              speed: rational(percent, 100),
            })),
          );
          const film = readOtio(timelineOtio.write(plan));
          expect(film.told).toEqual([]);
          expect([film.name, film.rate, film.start]).toEqual([plan.name, plan.rate, plan.start]);
          const { shots } = filmOf(plan);
          expect(film.pieces.map(({ start, end }) => [start, end])).toEqual(
            shots.map(({ start, end }) => [start, end]),
          );
          for (const [i, { clip, time, length }] of shots.entries())
            for (let k = 0; k < length; k++) {
              const seconds = (k * rate.den) / rate.num;
              const off = shown(clip!, film.pieces[i]!, seconds) - time!.at(k);
              expect(off).toBe(0);
            }
        },
      ),
      { numRuns: 300 },
    );
  });
});
