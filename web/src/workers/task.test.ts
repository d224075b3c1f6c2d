import { describe, expect, it } from 'vitest';
import { CaesuraError } from '@caesura/core/time';
import { answering, started, valueOf } from './task.ts';

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

describe('a worker that is ended', () => {
  it('holds nothing of what was asked of it, and answers nothing more', async () => {
    const listening = new Set<unknown>();
    let [terminated, sent] = [0, 0];
    const worker = {
      postMessage: () => void sent++,
      addEventListener: (_type: string, listener: unknown) => void listening.add(listener),
      removeEventListener: (_type: string, listener: unknown) => void listening.delete(listener),
      terminate: () => void terminated++,
    };
    const running = started<{ halve: (n: number) => number }>(() => worker as unknown as Worker);
    let answered = false;
    void running.remote.halve(8).then(() => (answered = true));
    expect(listening.size).toBeGreaterThan(0);
    expect(sent).toBe(1);
    running.end();
    expect(listening.size).toBe(0);
    // What still goes on does not meet an error, and gets no answer.
    void running.remote.halve(6).then(() => (answered = true));
    running.end();
    await new Promise((done) => setTimeout(done, 20));
    expect([sent, terminated, answered]).toEqual([1, 1, false]);
  });
});
