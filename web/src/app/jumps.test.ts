import { describe, expect, it } from 'vitest';
import { filmOf } from '@caesura/core/film';
import { layOutSteadily } from '../../../core/src/layout/index.ts';
import { samplePlan } from '../../../core/src/testing/sample-plan.ts';
import { barJumps, jumpFrom, sectionJumps } from './jumps.ts';

const plan = layOutSteadily(samplePlan());

describe('jumps', () => {
  it('go from bar to bar, each on its first beat', () => {
    const bars = barJumps(plan);
    const { beats } = filmOf(plan);
    for (const { frame, name } of bars) {
      const beat = beats.find((cue) => cue.frame === frame)!;
      expect([`bar ${beat.bar}`, beat.beat]).toEqual([name, 1]);
    }
    const second = jumpFrom(bars, bars[0]!.frame, 1)!;
    expect(second).toEqual(bars[1]);
    expect(jumpFrom(bars, second.frame - 1, 1)).toEqual(second);
    expect(jumpFrom(bars, second.frame + 1, -1)).toEqual(second);
    expect(jumpFrom(bars, second.frame, -1)).toEqual(bars[0]);
  });

  it('end at the last place, and go back to the start of the film', () => {
    const places = [
      { frame: 12, name: 'bar 1' },
      { frame: 60, name: 'bar 2' },
    ];
    expect(jumpFrom(places, 60, 1)).toBeNull();
    expect(jumpFrom(places, 12, -1)).toEqual({ frame: 0, name: 'the start of the film' });
    expect(jumpFrom(places, 0, -1)).toBeNull();
    expect(jumpFrom([], 0, 1)).toBeNull();
  });

  it('know the sections by their bars', () => {
    for (const { frame, name } of sectionJumps(plan)) {
      expect(name).toMatch(/^the (section|drop) in bar \d+$/);
      expect(frame).toBeGreaterThanOrEqual(0);
    }
  });
});
