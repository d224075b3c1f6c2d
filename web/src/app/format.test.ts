import { describe, expect, it } from 'vitest';
import { newPlan } from '@caesura/core/plan';
import { frameRate, frames } from '@caesura/core/time';
import {
  barWords,
  clock,
  counted,
  formatLine,
  grouped,
  lengthTimecode,
  secondsOf,
  signed,
  timecodeAt,
} from './format.ts';

describe('how figures are written', () => {
  it('groups thousands with a thin space and counts in words', () => {
    expect([7, 999, 1080, 1234567].map(grouped)).toEqual([
      '7',
      '999',
      '1\u202f080',
      '1\u202f234\u202f567',
    ]);
    expect([counted(1, 'shot'), counted(0, 'shot'), counted(1200, 'frame')]).toEqual([
      '1 shot',
      '0 shots',
      '1\u202f200 frames',
    ]);
  });

  it('writes signs on both sides of zero, and none on what rounds to zero', () => {
    expect([signed(6.42, 1), signed(-6.42, 1), signed(0.04, 1), signed(-0.04, 1)]).toEqual([
      '+6.4',
      '−6.4',
      '0.0',
      '0.0',
    ]);
  });

  it('writes times for orientation and timecodes from the start of the plan', () => {
    expect([0, 17.9, 61, 3725].map(clock)).toEqual(['0:00', '0:17', '1:01', '1:02:05']);
    const plan = {
      ...newPlan('x'),
      rate: frameRate(30000, 1001),
      dropFrame: true,
      start: frames(107892),
    };
    // SMPTE ST 12-1: 01:00:00;00 is frame 107892, and a minute later two labels are left out.
    expect(timecodeAt(1800, plan)).toBe('01:01:00;02');
    expect(lengthTimecode(1800, plan)).toBe('00:01:00;02');
    expect(secondsOf(450, plan.rate)).toBe('15.015 s');
    expect(formatLine(plan)).toBe('29.97 fps drop-frame · 1920 × 1080');
  });

  it('name bars one by one', () => {
    expect(barWords([33])).toBe('bar 33');
    expect(barWords([9, 33])).toBe('bars 9 and 33');
    expect(barWords([1, 9, 33])).toBe('bars 1, 9 and 33');
  });
});
