import type { PointerEvent } from 'react';

/** Where the pointer is, and how far from where it took hold, in pixels. */
export interface Dragged {
  readonly x: number;
  readonly y: number;
  readonly byX: number;
  readonly byY: number;
}

/** Pixels that the pointer goes before a press is a drag. */
const FROM = 3;

/**
 * Follows the pointer from a press until it is let go: `onMove` as it goes, `onDrop` where it is
 * let go, if it went anywhere. Escape gives up, with `onMove(null)`.
 */
export function drag(
  press: PointerEvent,
  onMove: (at: Dragged | null) => void,
  onDrop: (at: Dragged) => void,
): void {
  press.preventDefault();
  press.stopPropagation();
  const [fromX, fromY] = [press.clientX, press.clientY];
  let last: Dragged | null = null;
  const move = ({ clientX, clientY }: globalThis.PointerEvent) => {
    const at = { x: clientX, y: clientY, byX: clientX - fromX, byY: clientY - fromY };
    if (!last && Math.hypot(at.byX, at.byY) < FROM) return;
    last = at;
    onMove(at);
  };
  const end = () => {
    window.removeEventListener('pointermove', move);
    window.removeEventListener('pointerup', up);
    window.removeEventListener('keydown', key, true);
    onMove(null);
  };
  const up = (event: globalThis.PointerEvent) => {
    move(event);
    end();
    if (last) onDrop(last);
  };
  const key = (event: KeyboardEvent) => {
    if (event.key !== 'Escape') return;
    event.stopPropagation();
    end();
  };
  window.addEventListener('pointermove', move);
  window.addEventListener('pointerup', up);
  window.addEventListener('keydown', key, true);
}
