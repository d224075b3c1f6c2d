import { describe, expect, it } from 'vitest';
import { compoundBeats } from './compound.ts';

/** A strength curve of bars of 180 frames with attacks at the given parts of each. */
function curve(parts: readonly number[]): Float32Array {
  const strength = new Float32Array(180 * 12 + 60);
  for (let bar = 0; bar < 12; bar++)
    for (const part of parts) strength[bar * 180 + Math.round(part * 180)] = 3;
  return strength;
}

const beats = Array.from({ length: 36 }, (_, i) => i * 60);
const downbeats = Array.from({ length: 12 }, (_, i) => 3 * i);

describe('compound time', () => {
  it('of two groups of three gets two beats a bar', () => {
    const found = compoundBeats(beats, downbeats, curve([0, 1 / 2]))!;
    expect(found.slice(0, 5)).toEqual([0, 90, 180, 270, 360]);
    expect(found.at(-1)).toBeGreaterThanOrEqual(2070);
  });

  it('is not heard in a waltz or in a few bars', () => {
    expect(compoundBeats(beats, downbeats, curve([0, 1 / 3, 2 / 3]))).toBeNull();
    expect(compoundBeats(beats.slice(0, 9), downbeats.slice(0, 3), curve([0, 1 / 2]))).toBeNull();
  });
});
