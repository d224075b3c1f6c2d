import { describe, expect, it, vi } from 'vitest';
import { filmMade, remembered } from './remembered.ts';

const makeFilms = (count: number) => {
  for (let i = 0; i < count; i++) filmMade();
};

describe('what is remembered of an object', () => {
  it('is made once, and anew where something that it depends on is another', () => {
    const of = remembered<object, object>();
    const [key, input] = [{}, {}];
    const make = vi.fn(() => ({}));
    const first = of(key, [input, 1], make);
    expect(of(key, [input, 1], make)).toBe(first);
    expect(of(key, [input, 2], make)).not.toBe(first);
    expect(make).toHaveBeenCalledTimes(2);
  });

  it('stays as long as it is asked for, however many films are made', () => {
    const of = remembered<object, object>();
    const key = {};
    const make = vi.fn(() => ({}));
    const first = of(key, [], make);
    for (let i = 0; i < 20; i++) {
      makeFilms(10);
      expect(of(key, [], make)).toBe(first);
    }
    expect(make).toHaveBeenCalledTimes(1);
  });

  it('is forgotten when many films were made that did not ask for it', () => {
    const of = remembered<object, object>();
    const [key, other] = [{}, {}];
    const make = vi.fn(() => ({}));
    const first = of(key, [], make);
    for (let i = 0; i < 6; i++) {
      makeFilms(10);
      of(other, [], make);
    }
    expect(of(key, [], make)).not.toBe(first);
  });
});
