import { describe, expect, it } from 'vitest';
import { seeded } from '../numbers/seeded.ts';
import { inverseOf, mapped } from './matrix.ts';
import { steadyMatrix, steadyNeeds, steadyScale } from './steady.ts';
import { cornersOf } from './transform.ts';

const SIZE = { width: 1920, height: 1080 };
const STILL = { x: 0, y: 0, rotation: 0, scale: 1 };

/** Whether every corner of the frame, brought back, lies in the picture. */
function covers(move: typeof STILL, scale: number, size = SIZE): boolean {
  const back = inverseOf(steadyMatrix(move, scale, size))!;
  return cornersOf(size)
    .map((corner) => mapped(back, corner))
    .every(
      ({ x, y }) => x >= -1e-6 && x <= size.width + 1e-6 && y >= -1e-6 && y <= size.height + 1e-6,
    );
}

describe('the scale that hides the edges of a steadied picture', () => {
  it('is 1/(1 − 2|d|) for a shift, and the rule of turns for a turn', () => {
    expect(steadyNeeds({ ...STILL, x: 0.05 }, SIZE)).toBeCloseTo(1 / 0.9, 12);
    expect(steadyNeeds({ ...STILL, y: -0.1 }, SIZE)).toBeCloseTo(1 / 0.8, 12);
    const turn = (2 * Math.PI) / 180;
    expect(steadyNeeds({ ...STILL, rotation: 2 }, SIZE)).toBeCloseTo(
      Math.cos(turn) + (16 / 9) * Math.sin(turn),
      12,
    );
    expect(steadyNeeds({ ...STILL, scale: 0.8 }, SIZE)).toBeCloseTo(1.25, 12);
    expect(steadyNeeds({ ...STILL, x: 0.5 }, SIZE)).toBe(Infinity);
  });

  it('just covers by the four corners, for any move and shape', () => {
    const random = seeded(8);
    const signed = (most: number) => most * (2 * random() - 1);
    for (let n = 0; n < 400; n++) {
      const move = {
        x: signed(0.15),
        y: signed(0.15),
        rotation: signed(8),
        scale: 1 + signed(0.1),
      };
      const size = { width: 200 + Math.floor(random() * 2000), height: 900 };
      const scale = steadyNeeds(move, size);
      expect(covers(move, scale, size)).toBe(true);
      if (scale > 1) expect(covers(move, scale * 0.999, size)).toBe(false);
    }
  });

  it('is one for a whole shot: the largest that a frame needs, and no end to it is held at ten', () => {
    const moves = [STILL, { ...STILL, x: 0.05 }, { ...STILL, y: 0.02 }];
    expect(steadyScale(moves, SIZE)).toBeCloseTo(1 / 0.9, 12);
    expect(moves.every((move) => covers(move, steadyScale(moves, SIZE)))).toBe(true);
    expect(steadyScale([{ ...STILL, x: 0.5 }], SIZE)).toBe(10);
  });
});
