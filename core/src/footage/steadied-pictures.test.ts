import { describe, expect, it } from 'vitest';
import { seeded } from '../numbers/seeded.ts';
import type { CameraMove } from './camera-move.ts';
import { levelsOf, type Luma } from './luma.ts';
import { movementBetween, STILL } from './movement.ts';
import { steadyMoves } from './steadying.ts';
import { seen, texture } from './testing/texture.ts';

const [WIDTH, HEIGHT] = [160, 90];
const FRAMES = 40;
const RATE = 25;

/** Movement from each picture to the next, measured. */
const measured = (pictures: readonly Luma[]) => {
  const levels = pictures.map(levelsOf);
  return levels.map((level, k) =>
    k === 0 ? STILL : movementBetween(levels[k - 1]!, level).movement,
  );
};

/** A camera in a hand that pans slowly: where it is on each frame, the same each time. */
function handHeld(): CameraMove[] {
  const random = seeded(3);
  const [a, b, c] = [random(), random(), random()];
  return Array.from({ length: FRAMES }, (_, k) => {
    const wave = (often: number, phase: number) =>
      Math.sin(2 * Math.PI * ((often * k) / RATE + phase));
    return {
      x: 0.002 * k + 0.008 * wave(5, a),
      y: 0.006 * wave(6.5, b),
      turn: 0.006 * wave(4, c),
      scale: 1,
    };
  });
}

describe('pictures of a hand-held camera that are moved as steadying says', () => {
  it('shake less than a quarter as much, measured anew, and still pan', () => {
    const of = texture(9);
    const camera = handHeld();
    const filmed = measured(camera.map((move) => seen(of, move, WIDTH, HEIGHT)));
    const moves = steadyMoves(
      filmed,
      { from: 0, to: FRAMES },
      { rate: RATE, seconds: 1, aspect: WIDTH / HEIGHT },
    );
    // What a camera would have seen whose every picture is moved by its correction.
    const steady = measured(
      camera.map((move, k) => {
        const { x, y, rotation, scale } = moves[k]!;
        const turn = (rotation * Math.PI) / 180;
        const [c, n] = [Math.cos(turn) * scale, Math.sin(turn) * scale];
        return seen(
          of,
          {
            x: c * move.x - n * move.y + x,
            y: n * move.x + c * move.y + (y * HEIGHT) / WIDTH,
            turn: move.turn + turn,
            scale: move.scale * scale,
          },
          WIDTH,
          HEIGHT,
        );
      }),
    );
    // Its ends have no more path on one side.
    const inner = <T>(all: readonly T[]) => all.slice(6, -6);
    const mean = (all: readonly number[]) => all.reduce((sum, v) => sum + v, 0) / all.length;
    const spread = (all: readonly number[]) =>
      Math.sqrt(mean(all.map((v) => (v - mean(all)) ** 2)));
    for (const of2 of ['dx', 'dy', 'turn'] as const) {
      const [before, after] = [filmed, steady].map((all) =>
        spread(inner(all).map((frame) => frame[of2])),
      );
      expect(after).toBeLessThan(before! / 4);
    }
    expect(mean(inner(steady).map(({ dx }) => dx))).toBeCloseTo(0.002, 3);
  });
});
