import { describe, expect, it } from 'vitest';
import { seeded } from '../numbers/seeded.ts';
import { median } from '../numbers/index.ts';
import { NO_MOVE, type CameraMove } from './camera-move.ts';
import { levelsOf, lumaOf, type Luma } from './luma.ts';
import { movementBetween } from './movement.ts';
import { blockShift } from './testing/block-matching.ts';
import { disturbed, seen, texture } from './testing/texture.ts';

/**
 * Half the size of a proxy, at which movement is measured; errors are told in pixels of a proxy,
 * 320 wide.
 */
const [WIDTH, HEIGHT] = [160, 90];
const PROXY = 320;

const between = (before: Luma, after: Luma) =>
  movementBetween(levelsOf(before), levelsOf(after)).movement;

/** Random small moves as from one frame to the next, the same each time. */
function moves(count: number, largest: number, zoom: number, turn: number): CameraMove[] {
  const random = seeded(11);
  const signed = () => 2 * random() - 1;
  return Array.from({ length: count }, () => ({
    x: largest * signed(),
    y: largest * signed(),
    scale: 1 + zoom * signed(),
    turn: turn * signed(),
  }));
}

describe('movement against what the camera did', () => {
  it('is within 0.1 px of a proxy, zoom within 5 % and turn within half a thousandth', () => {
    const of = texture(3);
    const errors = moves(24, 0.04, 0.02, 0.02).map((move) => {
      const found = between(seen(of, NO_MOVE, WIDTH, HEIGHT), seen(of, move, WIDTH, HEIGHT));
      return {
        shift: Math.hypot(found.dx - move.x, found.dy - move.y) * PROXY,
        zoom: Math.abs(found.zoom - (move.scale - 1)),
        turn: Math.abs(found.turn - move.turn),
        wanted: Math.abs(move.scale - 1),
      };
    });
    expect(median(errors.map((e) => e.shift))).toBeLessThan(0.1);
    expect(Math.max(...errors.map((e) => e.shift))).toBeLessThan(0.3);
    expect(median(errors.map((e) => e.zoom / e.wanted))).toBeLessThan(0.05);
    expect(Math.max(...errors.map((e) => e.turn))).toBeLessThan(0.0005);
  });

  it('bears noise and flicker', () => {
    const of = texture(5);
    const errors = moves(12, 0.02, 0.01, 0).map((move, i) => {
      const before = disturbed(seen(of, NO_MOVE, WIDTH, HEIGHT), i, 4);
      const after = disturbed(
        seen(of, move, WIDTH, HEIGHT),
        100 + i,
        4,
        1 + 0.15 * Math.sin(i),
        12 * Math.cos(i),
      );
      const found = between(before, after);
      return Math.hypot(found.dx - move.x, found.dy - move.y) * PROXY;
    });
    expect(median(errors)).toBeLessThan(0.1);
  });

  it('follows a whip pan of a third of the picture', () => {
    const of = texture(7);
    for (const x of [-0.33, -0.2, 0.25, 0.33]) {
      const found = between(
        seen(of, NO_MOVE, WIDTH, HEIGHT),
        seen(of, { ...NO_MOVE, x, y: 0.03 }, WIDTH, HEIGHT),
      );
      expect(Math.abs(found.dx - x) * PROXY).toBeLessThan(0.5);
      expect(found.alike).toBeGreaterThan(0.9);
    }
  });

  it('tells a subject that moves by itself from the camera', () => {
    const [ground, subject] = [texture(9), texture(13)];
    const move = { ...NO_MOVE, x: 0.01, y: -0.005 };
    const with_ = (camera: CameraMove, subjectX: number): Luma => {
      const back = seen(ground, camera, WIDTH, HEIGHT);
      const front = seen(subject, { ...NO_MOVE, x: subjectX }, WIDTH, HEIGHT);
      const values = back.values.map((v, i) => {
        const [x, y] = [i % WIDTH, Math.floor(i / WIDTH)];
        const inside = Math.abs(x - WIDTH * (0.5 + subjectX)) < 24 && Math.abs(y - HEIGHT / 2) < 30;
        return inside ? front.values[i]! : v;
      });
      return { ...back, values };
    };
    const found = between(with_(NO_MOVE, 0), with_(move, 0.06));
    expect(Math.hypot(found.dx - move.x, found.dy - move.y) * PROXY).toBeLessThan(0.3);
    const alone = between(seen(ground, NO_MOVE, WIDTH, HEIGHT), seen(ground, move, WIDTH, HEIGHT));
    expect(found.residual).toBeGreaterThan(4 * alone.residual);
  });

  it('agrees with block matching', () => {
    const of = texture(15);
    for (const move of moves(6, 0.03, 0, 0)) {
      const [before, after] = [seen(of, NO_MOVE, WIDTH, HEIGHT), seen(of, move, WIDTH, HEIGHT)];
      const found = between(before, after);
      const reference = blockShift(before, after, 8);
      // Block matching itself is good to about a tenth of a pixel.
      expect(Math.abs(found.dx * WIDTH - reference.x)).toBeLessThan(0.15);
      expect(Math.abs(found.dy * WIDTH - reference.y)).toBeLessThan(0.15);
    }
  });

  it('is nothing between the same pictures, and unlike between two scenes', () => {
    const one = seen(texture(17), NO_MOVE, WIDTH, HEIGHT);
    expect(between(one, one)).toMatchObject({ difference: 0, residual: 0 });
    expect(Math.abs(between(one, one).dx)).toBeLessThan(1e-6);
    expect(between(one, seen(texture(19), NO_MOVE, WIDTH, HEIGHT)).alike).toBeLessThan(0.5);
    const black = lumaOf(new Uint8Array(WIDTH * HEIGHT), WIDTH, HEIGHT);
    expect(between(black, black)).toMatchObject({
      difference: 0,
      dx: 0,
      dy: 0,
      zoom: 0,
      residual: 0,
    });
  });
});
