import { describe, expect, it } from 'vitest';
import {
  frames,
  seconds,
  shotAtCut,
  sourceFrames,
  type CutIndex,
  type GivenFrames,
  type ShotIndex,
} from './index.ts';

const inFrames = (n: GivenFrames): number => n;
const inCuts = (cut: CutIndex): number => cut;

describe('numbers with their units', () => {
  it('are taken where that unit is asked for, and plain numbers beside them', () => {
    expect([inFrames(12), inFrames(frames(12))]).toEqual([12, 12]);
    expect(shotAtCut(3)).toBe(3);
  });

  it('are refused by the compiler where another unit is asked for', () => {
    const shot: ShotIndex = 2;
    // @ts-expect-error Source frames are not frames of the film.
    inFrames(sourceFrames(12));
    // @ts-expect-error Seconds are not frames.
    inFrames(seconds(12));
    // @ts-expect-error A count of frames is no cut.
    inCuts(frames(2));
    // @ts-expect-error A shot is no cut.
    inCuts(shot);
    expect(shot).toBe(2);
  });
});
