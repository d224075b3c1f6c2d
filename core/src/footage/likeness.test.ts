import { describe, expect, it } from 'vitest';
import { sourceFrames } from '../time/index.ts';
import { NO_MOVE } from './camera-move.ts';
import { clipLikeness, likenessOf } from './likeness.ts';
import { cellMeans, evenGrid, lookAt, lookOf, meanColour, type Look } from './look.ts';
import { meetingOf, orderByLikeness, type Met } from './neighbours.ts';
import { STILL, type Movement } from './movement.ts';
import { disturbed, seen, texture } from './testing/texture.ts';

const [WIDTH, HEIGHT] = [96, 54];
const GREY = { red: 0.5, green: 0.5, blue: 0.5 };
const WARM = { red: 0.6, green: 0.45, blue: 0.3 };
const COLD = { red: 0.2, green: 0.4, blue: 0.6 };

/** A look at one place, moved a little, in a colour. */
const at = (place: number, { x = 0, colour = GREY, frame = 0, seed = 1 } = {}): Look =>
  lookOf(
    disturbed(seen(texture(place), { ...NO_MOVE, x }, WIDTH, HEIGHT), seed, 2),
    evenGrid(colour),
    frame,
  );

describe('looks', () => {
  it('count upright edges apart from level ones', () => {
    const stripes = (by: (x: number, y: number) => number) =>
      lookOf(
        {
          width: 32,
          height: 32,
          values: Float32Array.from({ length: 1024 }, (_, i) => by(i % 32, i >> 5)),
        },
        evenGrid(GREY),
        0,
      );
    const upright = stripes((x) => (x % 8 < 4 ? 0 : 200));
    const level = stripes((_, y) => (y % 8 < 4 ? 0 : 200));
    const sum = ({ edges }: Look, direction: number) =>
      edges.reduce((total, e, i) => total + (i % 8 === direction ? e * e : 0), 0);
    expect(sum(upright, 0)).toBeCloseTo(1, 5);
    expect(sum(level, 4)).toBeCloseTo(1, 5);
    expect(likenessOf(upright, level).place).toBe(0);
  });

  it('of an even picture have no edges, and means of cells are exact', () => {
    const even = { width: 8, height: 8, values: new Float32Array(64).fill(90) };
    expect(lookOf(even, evenGrid(GREY), 0).edges.every((e) => e === 0)).toBe(true);
    expect([
      ...cellMeans({ ...even, values: even.values.map((_, i) => i % 8) }).values.slice(0, 4),
    ]).toEqual([0.5, 2.5, 4.5, 6.5]);
    expect(meanColour(evenGrid(WARM)).red).toBeCloseTo(0.6, 5);
  });

  it('are found by the nearest frame', () => {
    const looks = [0, 12, 24].map((frame) => at(3, { frame }));
    expect([0, 5, 7, 100].map((frame) => lookAt(looks, frame)!.at)).toEqual([0, 0, 12, 24]);
    expect(lookAt([], 5)).toBeNull();
  });
});

describe('likeness', () => {
  it('is greatest for the same place, whatever the exposure or a small move', () => {
    const [here, moved, dark] = [
      at(3),
      at(3, { x: 0.02, seed: 2 }),
      at(3, { seed: 3, colour: { red: 0.35, green: 0.35, blue: 0.35 } }),
    ];
    for (const elsewhere of [at(5), at(7), at(9)]) {
      expect(likenessOf(here, moved).place).toBeGreaterThan(
        likenessOf(here, elsewhere).place + 0.2,
      );
      expect(likenessOf(here, dark).place).toBeGreaterThan(likenessOf(here, elsewhere).place + 0.2);
    }
    expect(likenessOf(here, here).whole).toBeCloseTo(1, 4);
  });

  it('tells exposure in stops: from half to half of its light is one stop', () => {
    const half = 0.5 * 0.5 ** (1 / 2.2);
    const { stops, exposure, colour } = likenessOf(
      at(3),
      at(3, { colour: { red: half, green: half, blue: half } }),
    );
    expect(stops).toBeCloseTo(-1, 3);
    expect(exposure).toBeCloseTo(2 / 3, 3);
    // The colours are the same but for the exposure.
    expect(colour).toBeCloseTo(1, 2);
  });

  it('falls with the colour', () => {
    const warm = at(3, { colour: WARM });
    expect(likenessOf(warm, at(3, { colour: COLD })).colour).toBeLessThan(0.2);
    expect(likenessOf(warm, at(3, { colour: GREY })).colour).toBeGreaterThan(
      likenessOf(warm, at(3, { colour: COLD })).colour,
    );
  });

  it('of clips is that of where they are most alike, and none without looks', () => {
    const clip = [at(3), at(5, { frame: 12 })];
    expect(clipLikeness(clip, [at(9), at(5, { seed: 4 })])!.place).toBeGreaterThan(0.7);
    expect(clipLikeness(clip, [])).toBeNull();
  });
});

describe('neighbours', () => {
  const met = (place: number, dx: number, colour = GREY): Met => ({
    frames: Array.from({ length: 50 }, (): Movement => ({ ...STILL, dx })),
    looks: [at(place, { colour }), at(place, { colour, frame: 49, seed: 2 })],
    usable: { in: 0, out: 50 },
    rate: 25,
  });

  it('say when the camera turns back, the light jumps or the framing is the same', () => {
    const opposed = meetingOf(met(3, 0.01), met(5, -0.01))!;
    expect(opposed.turn).toBeCloseTo(180, 5);
    expect(opposed.warnings).toContain('moves the other way');
    expect(meetingOf(met(3, 0.01), met(5, 0.01))!.turn).toBeCloseTo(0, 5);
    expect(meetingOf(met(3, 0), met(5, 0.01))!.turn).toBeNull();
    expect(meetingOf(met(3, 0), met(3, 0))!.warnings.join()).toContain('same framing');
    const bright = { red: 0.95, green: 0.95, blue: 0.95 };
    expect(meetingOf(met(3, 0), met(5, 0, bright))!.warnings.join()).toMatch(
      /brighter by about 2\.0 stops/,
    );
    expect(meetingOf({ ...met(3, 0), looks: [] }, met(5, 0))).toBeNull();
  });

  it('are put in order by likeness and direction, those not watched last', () => {
    const clips = [
      met(3, 0.01, WARM),
      met(9, -0.01, COLD),
      { ...met(5, 0), looks: [] },
      met(11, 0.01, WARM),
      met(7, -0.01, COLD),
    ];
    const order = orderByLikeness(clips);
    expect(order[0]).toBe(0);
    expect(order[1]).toBe(3);
    expect(order.slice(2, 4).sort()).toEqual([1, 4]);
    expect(order[4]).toBe(2);
    expect(orderByLikeness([])).toEqual([]);
  });
});

it('a look remembers its frame', () => expect(at(3, { frame: 7 }).at).toBe(sourceFrames(7)));
