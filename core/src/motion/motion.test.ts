import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MOVES, type JoinSettings } from '../plan/index.ts';
import { usualSettings, valuesIn, moveKeys } from '../joins/index.ts';
import { keyOn, windowOf } from '../testing/joined-plans.ts';
import { frameRate } from '../time/index.ts';
import { coverScale } from './cover.ts';
import { blurDirection, motionFrames, picturedIn, wholeCover, type Motion } from './motion.ts';
import { mapped, matrixOf, inverseOf, tilesUnder, underFrame } from './matrix.ts';
import { placedAt } from './transform.ts';
import { AT_REST } from './values.ts';
import { shiftAlong } from './ways.ts';

const FILM = { width: 1920, height: 1080 };
const MIDDLE = { aim: { x: 0.5, y: 0.5 }, about: 'aim' } as const;
const at24 = { rate: frameRate(24) };
const lengths = fc.integer({ min: 2, max: 60 });

/** A motion of given tracks with no look of its own, over frames 0 to `last`. */
const motionOf = (
  tracks: Motion['tracks'],
  last: number,
  look: Partial<Motion['look']> = {},
): Motion => ({
  tracks,
  look: { ...MIDDLE, blurAlong: null, shutter: 0, fill: 'none', cover: 'no', ...look },
  first: 0,
  last,
  way: null,
  size: FILM,
});

describe('every move in every window', () => {
  const moves = fc.constantFrom(...MOVES.filter((move) => move !== 'own' && move !== 'plain'));

  it('begins and ends at rest, and no two frames of it are the same where its keys differ', () => {
    fc.assert(
      fc.property(moves, lengths, lengths, fc.boolean(), (move, before, after, overlap) => {
        const settings: JoinSettings = { ...usualSettings(move, at24), cover: 'no' };
        const window = windowOf(before, after, overlap);
        const values = valuesIn(settings, window);
        for (const side of ['out', 'in'] as const) {
          const frames = values[side];
          const tracks = moveKeys(side, settings, window);
          const resting = side === 'out' ? frames[0]! : frames.at(-1)!;
          for (const of of Object.keys(tracks) as (keyof typeof tracks)[]) {
            // The mixing of an overlap never shows one picture alone, so it has no rest in it.
            if (of === 'opacity') continue;
            expect(resting[of]).toBeCloseTo(AT_REST[of], 9);
            const keys = tracks[of]!;
            keys.slice(1).forEach((key, i) => {
              if (key.value === keys[i]!.value) return;
              for (let at = keys[i]!.at; at < key.at; at++) {
                const [a, b] = [at, at + 1].map((n) => frames.find((f) => f.at === n)![of]);
                expect(Math.abs(a! - b!)).toBeGreaterThan(1e-9);
              }
            });
          }
        }
      }),
      { numRuns: 200 },
    );
  });

  it('has own keys on their frames in the window they were set in, and at the same parts of any other', () => {
    const settings = (keys: JoinSettings['keys']): JoinSettings => ({
      ...usualSettings('own', at24),
      keys,
    });
    fc.assert(
      fc.property(
        lengths,
        lengths,
        fc.uniqueArray(fc.integer({ min: 0, max: 59 }), { minLength: 2, maxLength: 5 }),
        (n, other, at) => {
          const window = windowOf(n, n);
          const frames = [...new Set([0, n - 1, ...at.map((k) => k % n)])].sort((a, b) => a - b);
          const keys = frames.map((k, i) =>
            keyOn(window, { side: 'in', of: 'x', at: k, value: i + 1, ease: 'linear' }),
          );
          const here = valuesIn(settings(keys), window).in;
          frames.forEach((k, i) => expect(here[k]!.x).toBe(i + 1));
          const there = valuesIn(settings(keys), windowOf(other, other)).in;
          // The first frame and the last keep what they had, however long it became.
          expect(there[0]!.x).toBeCloseTo(here[0]!.x, 9);
          expect(there.at(-1)!.x).toBeCloseTo(here.at(-1)!.x, 9);
          const back = valuesIn(settings(keys), window).in;
          expect(back).toEqual(here);
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe('a way on the screen', () => {
  it('of 81° is 81° in pixels, and its whole puts the picture just beyond the frame', () => {
    for (const way of [0, 30, 81, 90, 135, 200, 271]) {
      const { x, y } = shiftAlong(way, 1, FILM);
      const angle = (Math.atan2(y * FILM.height, x * FILM.width) * 180) / Math.PI;
      expect((angle + 360) % 360).toBeCloseTo(way, 9);
      expect(Math.max(Math.abs(x), Math.abs(y))).toBeCloseTo(1, 9);
    }
  });

  it('of a blur follows the picture where none is set', () => {
    const key = (at: number, value: number) => ({ at, value, ease: LINEAR });
    const moving = motionOf({ x: [key(0, 0), key(10, 0.1)], y: [key(0, 0), key(10, 0.1)] }, 10);
    const { x, y } = blurDirection(moving, 5);
    // A tenth of the width against a tenth of the height.
    expect(y / x).toBeCloseTo(1080 / 1920, 9);
    const set = { ...moving, look: { ...moving.look, blurAlong: 81 } };
    expect(blurDirection(set, 5).y).toBeCloseTo(Math.sin((81 * Math.PI) / 180), 12);
  });
});

const LINEAR = {
  kind: 'linear',
  stops: [
    { input: 0, output: 0 },
    { input: 1, output: 1 },
  ],
} as const;

describe('the scale that hides edges', () => {
  /** Whether a raster of the frame shows the picture of such values, by the inverse map. */
  const covered = (values: typeof AT_REST, look: Motion['look']): boolean => {
    const back = inverseOf(matrixOf(values, look, FILM));
    if (!back) return false;
    for (let i = 0; i <= 32; i++)
      for (let j = 0; j <= 32; j++) {
        const p = mapped(back, { x: (i / 32) * 1920, y: (j / 32) * 1080 });
        if (p.x < -1e-6 || p.x > 1920 + 1e-6 || p.y < -1e-6 || p.y > 1080 + 1e-6) return false;
      }
    return true;
  };

  it('equals counting a raster for turns in depth about every edge', () => {
    const hinge = fc.constantFrom('left', 'right', 'top', 'bottom');
    const part = fc.double({ min: -0.1, max: 0.1, noNaN: true });
    const turn = fc.double({ min: 0, max: 70, noNaN: true });
    fc.assert(
      fc.property(hinge, turn, part, part, part, (about, depth, x, y, tilt) => {
        const look = motionOf({}, 1, { about }).look;
        const placed = { ...AT_REST, depth, x, y, rotation: 60 * tilt };
        const least = coverScale(placed, look, FILM);
        // About a point that the foreshortened picture has left no scale may do.
        if (least === Infinity) return;
        expect(covered({ ...placed, scale: least * (1 + 1e-7) }, look)).toBe(true);
        expect(covered({ ...placed, scale: least * 0.998 }, look)).toBe(false);
      }),
      { numRuns: 200 },
    );
  });

  it('of a turn by δ about the edge on which it aims is 1/cos δ', () => {
    const look = { aim: { x: 0, y: 0.5 }, about: 'left' } as const;
    for (const depth of [0, 10, 30, 60])
      expect(coverScale({ ...AT_REST, depth }, look, FILM)).toBeCloseTo(
        1 / Math.cos((depth * Math.PI) / 180),
        9,
      );
  });

  it('as one scale for all is the largest that any instant of the shutter needs', () => {
    const key = (at: number, value: number) => ({ at, value, ease: LINEAR });
    // 0 to a tenth of the width in ten frames: with a shutter of 360° half a frame more is open.
    const motion = motionOf({ x: [key(0, 0), key(10, 0.1), key(20, 0)] }, 20, { shutter: 360 });
    expect(wholeCover(motion)).toBeCloseTo(1.2, 9);
    const whole = motionFrames({ ...motion, look: { ...motion.look, cover: 'whole' } });
    expect(new Set(whole.map(({ scale }) => scale)).size).toBe(1);
    const each = picturedIn({ ...motion, look: { ...motion.look, cover: 'each' } });
    expect(each(5).scale).toBeCloseTo(1.1, 9);
  });

  it('hides 26 px of blur along 81° by hand arithmetic: 1 + 26·sin 81°/1080', () => {
    const key = (at: number, value: number) => ({ at, value, ease: LINEAR });
    const motion = motionOf({ blur: [key(0, 0), key(4, 26), key(8, 0)] }, 8, { blurAlong: 81 });
    const down = 1 + (26 * Math.sin((81 * Math.PI) / 180)) / 1080;
    const across = 1 + (26 * Math.cos((81 * Math.PI) / 180)) / 1920;
    expect(wholeCover(motion)).toBeCloseTo(Math.max(down, across), 9);
  });
});

describe('the map of a picture', () => {
  const values = fc.record({
    scale: fc.double({ min: 0.2, max: 3, noNaN: true }),
    x: fc.double({ min: -1, max: 1, noNaN: true }),
    y: fc.double({ min: -1, max: 1, noNaN: true }),
    rotation: fc.double({ min: -360, max: 360, noNaN: true }),
    depth: fc.double({ min: 0, max: 80, noNaN: true }),
  });

  it('puts every point where placing does, and back again', () => {
    fc.assert(
      fc.property(values, fc.constantFrom('aim', 'left', 'top'), (placed, about) => {
        const pivot = { aim: { x: 0.3, y: 0.8 }, about } as const;
        const matrix = matrixOf(placed, pivot, FILM);
        for (const point of [
          { x: 0, y: 0 },
          { x: 1920, y: 300 },
          { x: 77, y: 1080 },
        ]) {
          const there = mapped(matrix, point);
          const wanted = placedAt(point, placed, pivot, FILM);
          expect(there.x).toBeCloseTo(wanted.x, 6);
          expect(there.y).toBeCloseTo(wanted.y, 6);
          const back = mapped(inverseOf(matrix)!, there);
          expect(back.x).toBeCloseTo(point.x, 5);
          expect(back.y).toBeCloseTo(point.y, 5);
        }
      }),
      { numRuns: 100 },
    );
  });

  it('needs mirrors as far as the frame reaches, however small the picture', () => {
    const tiles = (scale: number, x = 0) =>
      tilesUnder(underFrame(matrixOf({ ...AT_REST, scale, x }, MIDDLE, FILM), FILM)!, FILM);
    expect(tiles(1)).toEqual({ left: 0, top: 0, right: 0, bottom: 0 });
    expect(tiles(0.5)).toEqual({ left: -1, top: -1, right: 1, bottom: 1 });
    // A fifth of the width: five across, the picture in the middle.
    expect(tiles(0.2)).toEqual({ left: -2, top: -2, right: 2, bottom: 2 });
    expect(tiles(1, 1.5)).toEqual({ left: -2, top: 0, right: 0, bottom: 0 });
  });
});
