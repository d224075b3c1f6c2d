import { filmOf } from './film.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { joinOf, planOfParts } from '../testing/joined-plans.ts';
import { shapedRamp, USUAL_CREST } from '../ramps/shape.ts';
import { frameRate, rational, USUAL_RATES } from '../time/index.ts';
import { layersAt, windowRows } from './layers.ts';

const at24 = frameRate(24);
const film = (join: ReturnType<typeof joinOf>, media = 300) =>
  filmOf(
    planOfParts(at24, [
      { length: 24, in: 10, frames: media },
      { length: 24, in: 50, frames: 300, rate: frameRate(50), join },
    ]),
  );
const shown = (f: ReturnType<typeof film>, frame: number) =>
  layersAt(f, frame).map(({ shot, source, values }) => [
    shot,
    source,
    Math.round(values.opacity * 1000) / 1000,
  ]);

describe('what is on screen', () => {
  it('is one picture outside windows, and nothing outside the film', () => {
    const f = film(joinOf('plain', 2, 2));
    expect(shown(f, 0)).toEqual([[0, 10, 1]]);
    expect(shown(f, 21)).toEqual([[0, 31, 1]]);
    // Two frames of 24 after the cut are four of 50.
    expect(shown(f, 26)).toEqual([[1, 54, 1]]);
    expect(layersAt(f, -1)).toEqual([]);
    expect(layersAt(f, 48)).toEqual([]);
  });

  it('is both pictures in an overlap, the incoming from before its in, the outgoing on past its out', () => {
    const f = film(joinOf('plain', 2, 2));
    // ⌊−2·50/24⌋ = −5 and ⌊−50/24⌋ = −3 source frames before 50.
    expect([22, 23, 24, 25].map((n) => shown(f, n))).toEqual([
      [
        [0, 32, 1],
        [1, 45, 0.2],
      ],
      [
        [0, 33, 1],
        [1, 47, 0.4],
      ],
      [
        [0, 34, 1],
        [1, 50, 0.6],
      ],
      [
        [0, 35, 1],
        [1, 52, 0.8],
      ],
    ]);
  });

  it('is one at a time inside, and the outgoing on top of a hinge', () => {
    const inside = film(joinOf('zoom-through', 2, 2));
    expect([22, 23, 24, 25].map((n) => layersAt(inside, n).map((l) => l.shot))).toEqual([
      [0],
      [0],
      [1],
      [1],
    ]);
    expect(layersAt(inside, 23)[0]!.values.scale).toBe(2);
    expect(layersAt(film(joinOf('hinge', 3, 3)), 24).map((l) => l.shot)).toEqual([1, 0]);
  });

  it('holds the last picture where a file ends, and says so', () => {
    const f = film(joinOf('plain', 0, 4), 35);
    expect(layersAt(f, 24)[0]).toMatchObject({ source: 34, held: false });
    expect(layersAt(f, 26)[0]).toMatchObject({ source: 34, held: true });
  });

  it('has in its window rows what the layers have, frame by frame, over random plans', () => {
    const moves = fc.constantFrom(
      'plain',
      'zoom-through',
      'whip-pan',
      'slide',
      'hinge',
      'own',
    ) as fc.Arbitrary<Parameters<typeof joinOf>[0]>;
    fc.assert(
      fc.property(
        moves,
        fc.integer({ min: 0, max: 10 }),
        fc.integer({ min: 0, max: 10 }),
        fc.constantFrom(...USUAL_RATES),
        fc.boolean(),
        (move, before, after, rate, ramped) => {
          const ramp = shapedRamp({ floor: rational(1, 2), head: USUAL_CREST, tail: USUAL_CREST });
          const f = filmOf(
            planOfParts(at24, [
              { length: 30, in: 20, frames: 900, rate, ...(ramped && { ramp }) },
              {
                length: 30,
                in: 90,
                frames: 900,
                join: joinOf(move, before, after),
                ...(ramped && { ramp }),
              },
            ]),
          );
          for (const row of windowRows(f.joins[0]!)) {
            const layers = layersAt(f, row.frame);
            for (const [side, shot] of [
              ['out', 0],
              ['in', 1],
            ] as const) {
              const layer = layers.find((l) => l.shot === shot);
              expect(row[side]?.source ?? null).toBe(layer?.source ?? null);
              if (layer) expect(row[side]).toMatchObject(layer.values);
            }
          }
          // Every frame shows something, and the shot that is on is one of it.
          for (let n = 0; n < 60; n++) {
            const on = filmOf(f.plan).shots.find((s) => n >= s.start && n < s.end)!.index;
            expect(layersAt(f, n).map((l) => l.shot)).toContain(on);
          }
        },
      ),
      { numRuns: 100 },
    );
  });
});
