// @vitest-environment jsdom
import { describe, expect, it, vi } from 'vitest';
import type { PointerEvent as Press } from 'react';
import { drag, followPointer } from './drag.ts';

/** A pointer event of a finger; jsdom has none of its own. */
function finger(type: string, pointerId: number, clientX = 0, clientY = 0): void {
  const event = new Event(type);
  Object.assign(event, { pointerId, clientX, clientY });
  window.dispatchEvent(event);
}
const press = (x: number, y: number): Press =>
  ({
    ...{ pointerId: 1, clientX: x, clientY: y },
    ...{ preventDefault: vi.fn(), stopPropagation: vi.fn() },
  }) as unknown as Press;

describe('following a pointer', () => {
  it('follows the finger of the press alone, until it is let go', () => {
    const [onMove, onUp, onGivenUp] = [vi.fn(), vi.fn(), vi.fn()];
    followPointer(press(0, 0), { onMove, onUp, onGivenUp });
    finger('pointermove', 2, 5);
    finger('pointerup', 2);
    expect(onMove).not.toHaveBeenCalled();
    finger('pointermove', 1, 5);
    finger('pointerup', 1);
    finger('pointermove', 1, 9);
    expect([onMove, onUp, onGivenUp].map((f) => f.mock.calls.length)).toEqual([1, 1, 0]);
  });

  it('is given up when the page scrolls with the finger, and with Escape', () => {
    for (const giveUp of [
      () => finger('pointercancel', 1),
      () => window.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' })),
    ]) {
      const [onMove, onDrop] = [vi.fn(), vi.fn()];
      drag(press(10, 10), onMove, onDrop);
      finger('pointermove', 1, 30, 10);
      expect(onMove).toHaveBeenLastCalledWith({ x: 30, y: 10, byX: 20, byY: 0 });
      giveUp();
      expect(onMove).toHaveBeenLastCalledWith(null);
      finger('pointerup', 1, 40, 10);
      expect(onDrop).not.toHaveBeenCalled();
    }
  });
});

describe('a drag', () => {
  it('is dropped where it is let go, and is none where it went nowhere', () => {
    const [onMove, onDrop] = [vi.fn(), vi.fn()];
    drag(press(10, 10), onMove, onDrop);
    finger('pointermove', 1, 11, 10);
    finger('pointerup', 1, 11, 10);
    expect(onDrop).not.toHaveBeenCalled();
    drag(press(10, 10), onMove, onDrop);
    finger('pointermove', 1, 20, 10);
    finger('pointerup', 1, 24, 13);
    expect(onDrop).toHaveBeenCalledExactlyOnceWith({ x: 24, y: 13, byX: 14, byY: 3 });
    expect(onMove).toHaveBeenLastCalledWith(null);
  });
});
