import { describe, expect, it } from 'vitest';
import { NO_MOVE, type CameraMove } from './camera-move.ts';
import { lightChange } from './light-change.ts';
import type { Luma } from './luma.ts';
import { NO_SUBJECT, subjectMotion } from './subject-motion.ts';
import { disturbed, seen, texture } from './testing/texture.ts';

const [WIDTH, HEIGHT] = [160, 90];
const [ground, thing] = [texture(41), texture(43)];

/**
 * A square of texture, 0.2 widths wide, with its middle at (x, y), over a ground that a camera
 * sees.
 */
function scene(x: number, y: number, move: CameraMove = NO_MOVE): Luma {
  const back = seen(ground, move, WIDTH, HEIGHT);
  const front = seen(thing, { ...NO_MOVE, x, y }, WIDTH, HEIGHT);
  const values = back.values.map((v, i) => {
    const across = (i % WIDTH) / WIDTH - 0.5 - x;
    const down = (Math.floor(i / WIDTH) - HEIGHT / 2) / WIDTH - y;
    return Math.abs(across) < 0.1 && Math.abs(down) < 0.1 ? front.values[i]! : v;
  });
  return { width: WIDTH, height: HEIGHT, values };
}

describe('what moves by itself', () => {
  it('is found where it is and as it moves, to half a pixel a frame', () => {
    for (const [vx, vy] of [
      [0.03, 0],
      [0, -0.025],
      [-0.05, 0.02],
    ] as const) {
      const found = subjectMotion(scene(0.1, 0.02), scene(0.1 + vx, 0.02 + vy), NO_MOVE);
      expect(Math.abs(found.vx - vx)).toBeLessThan(0.5 / WIDTH + 0.15 * Math.abs(vx));
      expect(Math.abs(found.vy - vy)).toBeLessThan(0.5 / WIDTH + 0.15 * Math.abs(vy));
      expect(Math.hypot(found.x - 0.1, found.y - 0.02)).toBeLessThan(0.07);
      // A square of 0.2 by 0.2 widths is 0.071 of the picture.
      expect(found.size).toBeGreaterThan(0.04);
      expect(found.size).toBeLessThan(0.16);
      expect(found.atEdge).toBe(0);
    }
  });

  it('is told from the camera, of which the move is known', () => {
    const move = { ...NO_MOVE, x: 0.02, y: -0.01 };
    const found = subjectMotion(scene(-0.1, 0), scene(-0.07, 0, move), move);
    expect(found.vx).toBeGreaterThan(0);
    expect(Math.abs(found.vx - 0.01)).toBeLessThan(0.01);
    const alone = [
      seen(ground, NO_MOVE, WIDTH, HEIGHT),
      seen(ground, move, WIDTH, HEIGHT),
    ] as const;
    expect(subjectMotion(...alone, move).size).toBeLessThan(0.01);
  });

  it('is nothing in noise, nor where the light changes', () => {
    const still = seen(ground, NO_MOVE, WIDTH, HEIGHT);
    const [a, b] = [disturbed(still, 1, 2), disturbed(still, 2, 2)];
    expect(subjectMotion(a, b, NO_MOVE)).toEqual(NO_SUBJECT);
    expect(subjectMotion(a, disturbed(still, 3, 2, 0.8, 12), NO_MOVE).size).toBeLessThan(0.02);
  });

  it('touches an edge when it comes in', () => {
    expect(subjectMotion(scene(-0.62, 0), scene(-0.57, 0), NO_MOVE).atEdge).toBeGreaterThan(0.5);
  });
});

describe('a change of light', () => {
  const still = seen(ground, NO_MOVE, WIDTH, HEIGHT);
  it('is as large as it is made', () => {
    const brighter = { ...still, values: still.values.map((v) => v + 30) };
    expect(lightChange(still, brighter).brighter).toBeCloseTo(30 / 255, 5);
    expect(lightChange(still, brighter).darker).toBe(0);
    expect(lightChange(brighter, still).darker).toBeCloseTo(30 / 255, 5);
    expect(lightChange(still, still)).toEqual({ brighter: 0, darker: 0 });
  });

  it('of a camera that moves is about the same both ways', () => {
    const moved = seen(ground, { ...NO_MOVE, x: 0.05 }, WIDTH, HEIGHT);
    const { brighter, darker } = lightChange(still, moved);
    expect(Math.max(brighter, darker) / Math.min(brighter, darker)).toBeLessThan(2);
  });
});
