import { describe, expect, it } from 'vitest';
import type { Between, Plan, Ramp } from '../plan/index.ts';
import { planOfParts } from '../testing/joined-plans.ts';
import { stepped } from '../testing/stepped.ts';
import { frameRate } from '../time/index.ts';
import { filmOf } from './film.ts';
import { layersAt } from './layers.ts';
import { withoutBlending } from './versions.ts';

const BLEND: Between = { slow: 'blend', fast: 'blend', shutter: 180 };

function planWith(ramp: Ramp, between: Between, rate = 24): Plan {
  const plan = planOfParts(frameRate(24), [
    { length: 40, in: 100, frames: 4000, rate: frameRate(rate), ramp },
  ]);
  const shots = plan.score!.shots.map((shot) => ({ ...shot, between }));
  return { ...plan, score: { ...plan.score!, shots } };
}
const constant = (num: number, den = 1): Ramp => [
  { from: 'start', at: 0, speed: { num, den }, ease: 'linear' },
];
const blended = (plan: Plan, frame: number) =>
  layersAt(filmOf(plan), frame)[0]!.blended?.map(({ source, weight }) => [source, weight]) ?? null;

describe('pictures between source frames', () => {
  it('of a slow shot are two neighbours by where the instant lies', () => {
    const plan = planWith(constant(1, 4), BLEND);
    expect(blended(plan, 0)).toBeNull();
    expect(blended(plan, 1)).toEqual([
      [100, 0.75],
      [101, 0.25],
    ]);
    expect(blended(plan, 6)).toEqual([
      [101, 0.5],
      [102, 0.5],
    ]);
    expect(blended(planWith(constant(1, 4), { ...BLEND, slow: 'repeat' }), 1)).toBeNull();
    expect(blended(planWith(constant(1, 4), { ...BLEND, slow: 'interpolate' }), 1)).toHaveLength(2);
    // A held picture is one frame, wherever it stands.
    expect(blended(planWith(constant(0), BLEND), 3)).toBeNull();
  });

  it('of a fast shot are those that an open shutter would have seen, by stepping', () => {
    // At 400 % and 180° two of the four frames of a frame of the film.
    expect(blended(planWith(constant(4), BLEND), 3)).toEqual([
      [112, 0.5],
      [113, 0.5],
    ]);
    expect(blended(planWith(constant(4), { ...BLEND, shutter: 360 }), 3)).toHaveLength(4);
    expect(blended(planWith(constant(4), { ...BLEND, fast: 'skip' }), 3)).toBeNull();
    const ramp: Ramp = [
      { from: 'start', at: 0, speed: { num: 1, den: 1 }, ease: 'ease-in-out' },
      { from: 'start', at: 40, speed: { num: 8, den: 1 }, ease: 'linear' },
    ];
    const positions = stepped(ramp, 41, { sourceIn: 100, stride: 1 });
    for (const frame of [5, 17, 30, 38]) {
      const [from, next] = [positions[frame]!, positions[frame + 1]!];
      const to = from + (next - from) / 2;
      // The mean of where the shutter was open, by the middles of the frames that were seen.
      const parts = blended(planWith(ramp, BLEND), frame) ?? [[Math.floor(from), 1] as const];
      expect(parts.reduce((sum, [, weight]) => sum + weight!, 0)).toBeCloseTo(1, 9);
      const mean = parts.reduce((sum, [source, weight]) => sum + (source! + 0.5) * weight!, 0);
      expect(Math.abs(mean - (from + to) / 2)).toBeLessThan(0.5);
    }
  });

  it('are at most twelve frames, of very fast ones at even distances', () => {
    const parts = blended(planWith(constant(50), { ...BLEND, shutter: 360 }), 1)!;
    expect(parts).toHaveLength(12);
    const gaps = parts.slice(1).map(([source], i) => source! - parts[i]![0]!);
    expect(Math.max(...gaps) - Math.min(...gaps)).toBeLessThanOrEqual(1);
  });

  it('are left out to compare by', () => {
    expect(blended(withoutBlending(planWith(constant(4), BLEND)), 3)).toBeNull();
  });
});
