import { describe, expect, it } from 'vitest';
import type { SpeedCurve } from '../curves/index.ts';
import { keysOn } from '../film/shot-time.ts';
import { frameRate } from '../time/index.ts';
import { crestAdvice, fastAdvice, floorAdvice } from './speed-advice.ts';

// Common practice, no source: 300 % under ten frames, 400 % a good start, 800 % hard to read.
describe('advice on a crest', () => {
  it('is given where practice has some, with its reason', () => {
    expect(crestAdvice(6, 4)).toContain('about 300 % does as well');
    expect(crestAdvice(20, 10)).toContain('1000 % is hard to read');
    expect(crestAdvice(10, 4)).toBeNull();
    expect(crestAdvice(6, 3)).toBeNull();
    // A flash may be as fast as it likes.
    expect(crestAdvice(5, 20)).toBeNull();
  });

  it('says how long is fast, and which floor the rate of a clip allows', () => {
    const fast = (frames: number): SpeedCurve =>
      keysOn(
        [
          { from: 'start', at: 0, speed: { num: 4, den: 1 }, ease: 'steps(1)' },
          { from: 'start', at: frames, speed: { num: 1, den: 1 }, ease: 'linear' },
        ],
        100,
      );
    const at24 = frameRate(24);
    expect(fastAdvice({ curve: fast(48) }, 100, at24)).toMatch(/^It is faster than 200 % for 2 s/);
    expect(fastAdvice({ curve: fast(24) }, 100, at24)).toBeNull();
    // 24/60 = 40 %, and what is filmed at 24 cannot be slowed at all.
    expect(floorAdvice(0.3, frameRate(60), at24)).toContain('Below 40 %');
    expect(floorAdvice(0.4, frameRate(60), at24)).toBeNull();
    expect(floorAdvice(0.5, at24, at24)).toContain('Below 100 %');
  });
});
