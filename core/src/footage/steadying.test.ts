import { describe, expect, it } from 'vitest';
import { seeded } from '../numbers/seeded.ts';
import { cameraPath, smoothedPath } from './camera-path.ts';
import { steadied } from './steadying.ts';

const RATE = 25;
const ASPECT = 16 / 9;
const frame = (dx: number, dy = 0, turn = 0, zoom = 0) => ({ dx, dy, turn, zoom });
const options = { rate: RATE, seconds: 1, aspect: ASPECT };

/** A pan with a shake of 6 Hz across and down, as steps from frame to frame. */
function shaken(pan: number, reach: number, frames = 100) {
  const at = (k: number) => ({
    x: pan * k + reach * Math.sin((2 * Math.PI * 6 * k) / RATE),
    y: reach * Math.cos((2 * Math.PI * 6 * k) / RATE),
  });
  return Array.from({ length: frames }, (_, k) =>
    k === 0 ? frame(0) : frame(at(k).x - at(k - 1).x, at(k).y - at(k - 1).y),
  );
}

describe('the path of a camera', () => {
  it('is the sum of what it did, and a straight one is smooth already', () => {
    const pan = Array.from({ length: 60 }, () => frame(0.01, -0.002, 0.001, 0.003));
    const path = cameraPath(pan);
    expect(path[59]!.x).toBeCloseTo(0.59, 9);
    expect(path[59]!.growth).toBeCloseTo(59 * Math.log(1.003), 9);
    smoothedPath(path, 12).forEach((point, k) => {
      expect(point.x).toBeCloseTo(path[k]!.x, 9);
      expect(point.turn).toBeCloseTo(path[k]!.turn, 9);
    });
  });

  it('smoothed equals a weighted mean by hand in its middle', () => {
    const random = seeded(5);
    const path = cameraPath(Array.from({ length: 41 }, () => frame(random() - 0.5)));
    let [sum, weights] = [0, 0];
    for (let k = -6; k <= 6; k++) {
      const w = Math.exp(-(k * k) / 8);
      sum += w * path[20 + k]!.x;
      weights += w;
    }
    expect(smoothedPath(path, 2)[20]!.x).toBeCloseTo(sum / weights, 12);
  });
});

describe('steadying', () => {
  it('takes a known shake away and leaves the pan', () => {
    const frames = shaken(0.004, 0.006);
    const { corrections } = steadied(frames, options);
    const path = cameraPath(frames);
    // What is left beside the pan, away from the ends, against the shake that was put in.
    const left = path.slice(20, 80).map((p, i) => p.x + corrections[i + 20]!.x);
    const steps = left.slice(1).map((x, i) => x - left[i]!);
    for (const step of steps) expect(step).toBeCloseTo(0.004, 3);
    const down = path.slice(20, 80).map((p, i) => p.y + corrections[i + 20]!.y / ASPECT);
    const [low, high] = [Math.min(...down), Math.max(...down)];
    expect(high - low).toBeLessThan(0.1 * 2 * 0.006);
  });

  it('tells shake from what is meant, and how often it goes', () => {
    const hand = steadied(shaken(0.0005, 0.006), options);
    expect(hand.share).toBeGreaterThan(0.9);
    expect(hand.often).toBeCloseTo(6, 0);
    const tripod = steadied(shaken(0.01, 0), options);
    expect(tripod.share).toBeLessThan(0.01);
    for (const { x, y, rotation, scale } of tripod.corrections) {
      expect(Math.abs(x) + Math.abs(y) + Math.abs(rotation)).toBeLessThan(1e-9);
      expect(scale).toBeCloseTo(1, 9);
    }
  });

  it('takes nothing away over no length', () => {
    const { corrections } = steadied(shaken(0, 0.01), { ...options, seconds: 0 });
    expect(corrections.every(({ x, y }) => Math.abs(x) + Math.abs(y) === 0)).toBe(true);
  });
});
