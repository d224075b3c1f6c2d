import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { frameRate, parseRational, rational, toText } from '../time/index.ts';
import { coverScale, openPart } from './cover.ts';
import { angleOf, effectiveAngle, exposureOf, softnessAt } from './optics.ts';
import { placedAt } from './transform.ts';
import { usualSettings } from '../joins/usual.ts';
import { valuesIn } from '../joins/values.ts';
import { keyOn, windowOf } from '../testing/joined-plans.ts';

/**
 * Shift across and down, turn, frame, least scale. Derived by hand, checked by bisection over 100
 * points of the edge.
 */
const COVERS: readonly (readonly [number, number, number, number, number, number])[] = [
  [0, 0, 0, 1920, 1080, 1],
  [0.025, 0, 0, 1920, 1080, 1.05],
  [0.05, 0, 0, 1920, 1080, 1.1],
  [0.1, 0, 0, 1920, 1080, 1.2],
  [0.03, -0.05, 0, 1920, 1080, 1.1],
  [0, 0, 0.5, 1920, 1080, 1.015475764],
  [0, 0, 1, 1920, 1080, 1.030874195],
  [0, 0, 5, 1920, 1080, 1.151138241],
  [0, 0, 10, 1920, 1080, 1.293515624],
  [0, 0, 15, 1920, 1080, 1.426048573],
  [0, 0, 90, 1920, 1080, 1.777777778],
  [0, 0, -3, 1920, 1080, 1.091671235],
  [0, 0, 1, 1080, 1920, 1.030874195],
  [0, 0, 90, 1080, 1920, 1.777777778],
  [0, 0, 1, 1080, 1080, 1.017300102],
  [0, 0, 5, 1080, 1080, 1.083350441],
  [0, 0, 1, 2048, 858, 1.041505654],
  [0, 0, 5, 2048, 858, 1.204230783],
  [0, 0, 90, 2048, 858, 2.386946387],
  [0, 0, 5, 1440, 1080, 1.112402355],
  [0, 0, 90, 1440, 1080, 1.333333333],
  [0.02, 0, 2, 1920, 1080, 1.063916119],
  [0.02, 0.01, -2, 1920, 1080, 1.083903935],
  [-0.03, 0.04, 5, 1920, 1080, 1.240130429],
  [0.01, -0.01, 1, 1920, 1080, 1.051491679],
  [-0.04, 0.02, -7, 1920, 1080, 1.231572079],
];

/** Point of the zoom, scale, whether the frame stays inside the picture: x′ = f + s(x − f). */
const ZOOMS: readonly (readonly [number, number, number, boolean])[] = [
  [0.2, 0.7, 1, true],
  [0.2, 0.7, 1.2, true],
  [0.5, 0.5, 0.99, false],
  [1, 0, 1.3, true],
  [1.1, 0.5, 1.2, false],
  [0.3, 0.3, 0.9, false],
];

/**
 * Exposure = angle/(360·fps): rotary-shutter definition of cinematography handbooks, from memory;
 * ran with fraction.js 5.3.4.
 */
const EXPOSURES: readonly (readonly [number, string, string])[] = [
  [180, '24', '1/48'],
  [172.8, '24', '1/50'],
  [144, '24', '1/60'],
  [45, '24', '1/192'],
  [360, '24', '1/24'],
  [180, '24000/1001', '1001/48000'],
  [150, '25', '1/60'],
  [180, '30000/1001', '1001/60000'],
  [180, '60', '1/120'],
  [180, '50', '1/100'],
];
const ANGLES: readonly (readonly [string, string, string])[] = [
  ['1/48', '24', '180'],
  ['1/50', '24', '864/5'],
  ['1/100', '25', '90'],
  ['1/120', '60', '180'],
  ['1/250', '25', '36'],
];
/** Derived: time of the source to a frame of the film is speed/fps. */
const EFFECTIVE: readonly (readonly [string, number, string, string])[] = [
  ['1/120', 24, '1', '72'],
  ['1/48', 24, '2', '90'],
  ['1/48', 24, '1/2', '360'],
];
/** Blur = speed·angle/360. */
const BLURS: readonly (readonly [number, number, number])[] = [
  [20, 180, 10],
  [11.43, 180, 5.715],
  [48, 90, 12],
  [7.5, 172.8, 3.6],
];

const MIDDLE = { aim: { x: 0.5, y: 0.5 }, about: 'aim' } as const;
const FLAT = { depth: 0 };
const exact = (text: string | number) => parseRational(String(text))!;

describe('the scale that covers', () => {
  it.each(COVERS)(
    'a shift of %d, %d and a turn of %d° at %d × %d is %d',
    (x, y, rotation, width, height, least) => {
      expect(coverScale({ ...FLAT, x, y, rotation }, MIDDLE, { width, height })).toBeCloseTo(
        least,
        8,
      );
    },
  );

  it.each(ZOOMS)('about %d, %d at %d: %s', (x, y, scale, covers) => {
    const placed = { ...FLAT, x: 0, y: 0, rotation: 0, scale };
    expect(
      openPart([{ placed, pivot: { aim: { x, y }, about: 'aim' } }], {
        width: 1920,
        height: 1080,
      }) === 0,
    ).toBe(covers);
  });

  it('equals brute-force rasterising of the frame, over random shifts, turns, points and sizes', () => {
    const part = fc.double({ min: -0.2, max: 0.2, noNaN: true });
    const aim = fc.record({
      x: fc.double({ min: 0.1, max: 0.9, noNaN: true }),
      y: fc.double({ min: 0.1, max: 0.9, noNaN: true }),
    });
    const size = fc.constantFrom(
      { width: 1920, height: 1080 },
      { width: 1080, height: 1920 },
      { width: 1080, height: 1080 },
      { width: 2048, height: 858 },
    );
    fc.assert(
      fc.property(
        part,
        part,
        fc.double({ min: -90, max: 90, noNaN: true }),
        aim,
        size,
        (x, y, rotation, at, frame) => {
          const least = coverScale({ ...FLAT, x, y, rotation }, { aim: at, about: 'aim' }, frame);
          /**
           * Whether each point of a raster of the frame shows the picture, by turning back what
           * places it.
           */
          const covered = (scale: number) => {
            const angle = (-rotation * Math.PI) / 180;
            const [c, n] = [Math.cos(angle), Math.sin(angle)];
            for (let i = 0; i <= 40; i++)
              for (let j = 0; j <= 40; j++) {
                const u = (i / 40 - at.x - x) * frame.width;
                const v = (j / 40 - at.y - y) * frame.height;
                const px = at.x + (c * u - n * v) / scale / frame.width;
                const py = at.y + (n * u + c * v) / scale / frame.height;
                if (px < -1e-9 || px > 1 + 1e-9 || py < -1e-9 || py > 1 + 1e-9) return false;
              }
            return true;
          };
          expect(covered(least * (1 + 1e-7))).toBe(true);
          expect(covered(least * 0.999)).toBe(false);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('is the usual 120 % for a whip pan of a tenth of the width, and 102 % for 26 px of blur (common practice)', () => {
    expect(
      coverScale({ ...FLAT, x: -0.1, y: 0, rotation: 0 }, MIDDLE, { width: 1920, height: 1080 }),
    ).toBeCloseTo(1.2, 9);
    // A blur of L reaches L/2 to either side: 1 + L/w.
    const half = 13 / 1920;
    const least = coverScale({ ...FLAT, x: half, y: 0, rotation: 0 }, MIDDLE, {
      width: 1920,
      height: 1080,
    });
    expect(least).toBeCloseTo(1 + 26 / 1920, 9);
    expect(Math.abs(least - 1.02)).toBeLessThan(0.01);
  });
});

describe('what pictures leave open', () => {
  const size = { width: 1920, height: 1080 };
  const at = (x: number, y = 0, scale = 1, rotation = 0) => ({
    placed: { ...FLAT, x, y, scale, rotation },
    pivot: MIDDLE,
  });

  it('is nothing where two pictures push one another, and the gap where they part', () => {
    expect(openPart([at(-0.3), at(0.7)], size)).toBe(0);
    expect(openPart([at(-0.4), at(0.7)], size)).toBeCloseTo(0.1, 9);
    expect(openPart([at(0, -0.25)], size)).toBeCloseTo(0.25, 9);
    expect(openPart([at(0, 0, 0.5)], size)).toBeCloseTo(0.75, 9);
  });

  it('equals counting points of a raster, over random pairs', () => {
    const one = fc.record({
      placed: fc.record({
        x: fc.double({ min: -0.6, max: 0.6, noNaN: true }),
        y: fc.double({ min: -0.6, max: 0.6, noNaN: true }),
        scale: fc.double({ min: 0.4, max: 1.6, noNaN: true }),
        rotation: fc.double({ min: -180, max: 180, noNaN: true }),
        depth: fc.constant(0),
      }),
      pivot: fc.constant(MIDDLE),
    });
    fc.assert(
      fc.property(one, one, (a, b) => {
        let open = 0;
        const n = 120;
        for (let i = 0; i < n; i++)
          for (let j = 0; j < n; j++) {
            const z = { x: ((i + 0.5) / n) * size.width, y: ((j + 0.5) / n) * size.height };
            const shows = ({ placed }: typeof a) => {
              // Back through the placing: shift off, turn back, scale back.
              const back = placedAt(
                { x: z.x - placed.x * size.width, y: z.y - placed.y * size.height },
                { ...FLAT, x: 0, y: 0, scale: 1 / placed.scale, rotation: -placed.rotation },
                MIDDLE,
                size,
              );
              return back.x >= 0 && back.x <= size.width && back.y >= 0 && back.y <= size.height;
            };
            if (!shows(a) && !shows(b)) open++;
          }
        expect(Math.abs(openPart([a, b], size) - open / (n * n))).toBeLessThan(0.02);
      }),
      { numRuns: 60 },
    );
  });
});

describe('shutter and softness', () => {
  it.each(EXPOSURES)('%d° at %s fps is %s s', (angle, fps, seconds) => {
    expect(toText(exposureOf(exact(angle), exact(fps)))).toBe(seconds);
  });
  it.each(ANGLES)('%s s at %s fps is %s°', (seconds, fps, angle) => {
    expect(toText(angleOf(exact(seconds), exact(fps)))).toBe(angle);
  });
  it.each(EFFECTIVE)(
    '%s s of footage in a film of %d fps at speed %s is %s°',
    (seconds, fps, speed, angle) => {
      expect(toText(effectiveAngle(exact(seconds), rational(fps), exact(speed)))).toBe(angle);
    },
  );
  it.each(BLURS)('%d px a frame at %d° smear %d px', (speed, angle, length) => {
    const window = windowOf(5, 5);
    const key = (at: number) =>
      keyOn(window, { side: 'out', of: 'x', at, value: (at * speed) / 1920, ease: 'linear' });
    const settings = {
      ...usualSettings('own', { rate: frameRate(24) }),
      shutter: angle,
      keys: [key(-5), key(-1)],
    } as const;
    const frames = valuesIn(settings, window).out;
    expect(frames[2]!.smeared).toBeCloseTo(length, 9);
  });
  it('is one pixel to one where the source is twice the film and the scale 200 %', () => {
    const film = { width: 1920, height: 1080 };
    expect(softnessAt({ width: 3840, height: 2160 }, film, 2)).toBe(1);
    expect(softnessAt(film, film, 2)).toBe(0.5);
    // What is narrower than the film is enlarged until it fills it.
    expect(softnessAt({ width: 1440, height: 1080 }, film, 1)).toBe(0.75);
  });
});
