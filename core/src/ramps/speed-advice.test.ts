import { describe, expect, it } from 'vitest';
import { crestAdvice } from './speed-advice.ts';

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
});
