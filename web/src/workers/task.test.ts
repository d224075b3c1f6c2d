import { describe, expect, it } from 'vitest';
import { CaesuraError } from '@caesura/core/time';
import { answering, valueOf } from './task.ts';

describe('what a worker answers', () => {
  it('is its value, or its error with the mend, through plain data', async () => {
    const halved = answering((n: number) => {
      if (n % 2 === 1) throw new CaesuraError('odd', `${n} is odd.`, 'Take an even number.');
      return n / 2;
    });
    const sent = async (n: number) => structuredClone(await halved(n));
    expect(valueOf(await sent(8))).toBe(4);
    const odd = await sent(7);
    expect(() => valueOf(odd)).toThrow(CaesuraError);
    expect(() => valueOf(odd)).toThrow(
      expect.objectContaining({ code: 'odd', message: '7 is odd.', mend: 'Take an even number.' }),
    );
  });

  it('is no plain data where the program itself is wrong', async () => {
    const broken = answering(() => {
      throw new TypeError('not a function');
    });
    await expect(broken()).rejects.toThrow(TypeError);
  });
});
