// @vitest-environment jsdom
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { shuttled, useShuttle } from './use-shuttle.ts';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

it('doubles with every press one way, up to eight, and turns round as the film goes', () => {
  expect([1, 2, 4, 8].map((speed) => shuttled(speed, 1))).toEqual([2, 4, 8, 8]);
  expect(shuttled(8, -1)).toBe(-1);
  expect(shuttled(-4, -1)).toBe(-8);
  expect(shuttled(0, -1)).toBe(-1);
});

it('goes through the film by its rate, plays as the film goes, and ends at its ends', () => {
  let at = 100;
  const play = vi.fn();
  const stop = vi.fn();
  const { result } = renderHook(() =>
    useShuttle({
      ...{ rate: 25, to: 400, play, stop, here: () => at, isPlaying: () => true },
      place: (frame) => {
        at = frame;
      },
    }),
  );
  const pass = (milliseconds: number) => act(() => void vi.advanceTimersByTime(milliseconds));
  act(() => result.current.go(1));
  expect(play).toHaveBeenCalledWith(100);
  // Twice as fast as 25 frames a second: 50 in a second.
  act(() => result.current.go(1));
  pass(1000);
  expect(stop).toHaveBeenCalledTimes(1);
  expect(at).toBe(150);
  act(() => result.current.go(-1));
  pass(2000);
  expect(at).toBe(100);
  act(() => result.current.halt());
  pass(1000);
  expect(at).toBe(100);
  act(() => result.current.go(-1));
  for (let i = 0; i < 3; i++) act(() => result.current.go(-1));
  pass(2000);
  expect(at).toBe(0);
  expect(result.current.speed).toBe(0);
});
