import { describe, expect, it } from 'vitest';
import { exactAnalysis } from '../plan/testing/sample-plan.ts';
import { corrected, NO_CORRECTIONS } from './corrections.ts';

describe('corrections', () => {
  const heard = exactAnalysis(120, 16, { pickup: 1 });

  it('leave everything as heard when there are none', () => expect(corrected(heard, NO_CORRECTIONS)).toBe(heard));

  it('move every downbeat, also those after a bar that was cut short', () => {
    // A bar of two beats after the second downbeat.
    const broken = { ...heard, downbeats: [1, 5, 7, 11, 15] };
    expect(corrected(broken, { level: 0, downbeatShift: 1 }).downbeats).toEqual([2, 6, 8, 12]);
    expect(corrected(broken, { level: 0, downbeatShift: 3 }).downbeats).toEqual([0, 4, 8, 10, 14]);
  });

  it('double to beats half-way and halve to every second from the downbeat, at the tempo that gives', () => {
    const twice = corrected(heard, { level: 1, downbeatShift: 0 });
    expect(twice.beats).toHaveLength(31);
    expect(twice.tempo).toBe(240);
    expect(twice.beats[1]!.at).toBe((heard.beats[0]!.at + heard.beats[1]!.at) / 2);
    expect(twice.downbeats.map((i) => twice.beats[i]!.at)).toContain(heard.beats[1]!.at);
    const half = corrected(heard, { level: -1, downbeatShift: 0 });
    expect(half.beats.map((b) => b.at)).toEqual(heard.beats.filter((_, i) => i % 2 === 1).map((b) => b.at));
    expect(half.tempo).toBe(60);
  });
});
