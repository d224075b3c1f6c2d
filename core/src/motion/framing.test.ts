import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { framedIn, sameShape } from './framing.ts';

const FILM = { width: 1920, height: 1080 };
const UPRIGHT = { width: 1080, height: 1920 };
const keep = { x: 0.5, y: 0.5 };
const framing = (how: 'fill' | 'fit' | 'place', at = keep, scale = 1) => ({ how, keep: at, scale });

describe('a picture of another shape', () => {
  it('fills the film or is fitted into it, by hand arithmetic for 9:16 in 16:9', () => {
    // 1920/1080 = 16/9 wide: 3413⅓ high, of which 1080 are seen: (9/16)² of it.
    const filled = framedIn(UPRIGHT, FILM, framing('fill'));
    expect(filled.box.right - filled.box.left).toBeCloseTo(1920, 9);
    expect(filled.box.top).toBeCloseTo((1080 - 3413 - 1 / 3) / 2, 6);
    expect([filled.seen, filled.covers]).toEqual([expect.closeTo((9 / 16) ** 2, 9), 1]);
    // 1080/1920 = 9/16: 607.5 wide, in the middle.
    const fitted = framedIn(UPRIGHT, FILM, framing('fit'));
    expect(fitted.box).toEqual({ left: 656.25, top: 0, right: 1263.75, bottom: 1080 });
    expect([fitted.seen, fitted.covers]).toEqual([1, expect.closeTo((9 / 16) ** 2, 9)]);
    expect(fitted.scale).toBeCloseTo((9 / 16) ** 2, 9);
  });

  it('keeps its point in sight, and leaves nothing open where it fills', () => {
    const side = fc.integer({ min: 100, max: 4000 });
    const part = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(side, side, part, part, (width, height, x, y) => {
        const { box, covers } = framedIn({ width, height }, FILM, framing('fill', { x, y }));
        expect(covers).toBeCloseTo(1, 9);
        const [px, py] = [
          box.left + x * (box.right - box.left),
          box.top + y * (box.bottom - box.top),
        ];
        expect(px).toBeGreaterThanOrEqual(-1e-6);
        expect(px).toBeLessThanOrEqual(FILM.width + 1e-6);
        expect(py).toBeGreaterThanOrEqual(-1e-6);
        expect(py).toBeLessThanOrEqual(FILM.height + 1e-6);
        // The shape of the picture is never changed.
        expect((box.right - box.left) / (box.bottom - box.top)).toBeCloseTo(width / height, 6);
      }),
    );
  });

  it('is told from one of the same shape, whatever its size', () => {
    expect(sameShape({ width: 1280, height: 720 }, FILM)).toBe(true);
    expect(sameShape({ width: 854, height: 480 }, FILM)).toBe(true);
    expect(sameShape({ width: 1440, height: 1080 }, FILM)).toBe(false);
    expect(sameShape(UPRIGHT, FILM)).toBe(false);
  });
});
