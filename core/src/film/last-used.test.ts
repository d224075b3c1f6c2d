import { describe, expect, it, vi } from 'vitest';
import { lastUsed } from './last-used.ts';

describe('a memory of what was used last', () => {
  it('makes each result once while few are asked for', () => {
    const of = lastUsed<object, object>(2);
    const [a, b] = [{}, {}];
    const make = vi.fn(() => ({}));
    const first = of(a, make);
    of(b, make);
    expect(of(a, make)).toBe(first);
    of(b, make);
    expect(make).toHaveBeenCalledTimes(2);
  });

  it('lets go of what was not asked for longest', () => {
    const of = lastUsed<object, object>(2);
    const [a, b, c] = [{}, {}, {}];
    const make = vi.fn(() => ({}));
    for (const key of [a, b, a, c]) of(key, make);
    expect(make).toHaveBeenCalledTimes(3);
    of(a, make);
    expect(make).toHaveBeenCalledTimes(3);
    of(b, make);
    expect(make).toHaveBeenCalledTimes(4);
  });

  it('forgets nothing but keeps no half-made result when making fails', () => {
    const of = lastUsed<object, number>(2);
    const key = {};
    expect(() =>
      of(key, () => {
        throw new Error('not yet');
      }),
    ).toThrow('not yet');
    expect(of(key, () => 3)).toBe(3);
  });
});
