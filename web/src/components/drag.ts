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

/** What is done as a pointer goes and when it is let go or given up. */
interface Follows {
  readonly onMove: (event: globalThis.PointerEvent) => void;
  readonly onUp: (event: globalThis.PointerEvent) => void;
  readonly onGivenUp: () => void;
}

/**
 * Follows the pointer of a press, and no other finger, until it is let go. Escape gives up, and so
 * does the page when it scrolls or zooms with that finger.
 */
export function followPointer(
  { pointerId }: Pick<PointerEvent, 'pointerId'>,
  { onMove, onUp, onGivenUp }: Follows,
): void {
  const over = new AbortController();
  const { signal } = over;
  const own =
    (run: (event: globalThis.PointerEvent) => void) => (event: globalThis.PointerEvent) => {
      if (event.pointerId === pointerId) run(event);
    };
  const giveUp = () => {
    over.abort();
    onGivenUp();
  };
  const up = (event: globalThis.PointerEvent) => {
    over.abort();
    onUp(event);
  };
  const key = (event: KeyboardEvent) => {
    if (event.key !== 'Escape') return;
    event.stopPropagation();
    giveUp();
  };
  window.addEventListener('pointermove', own(onMove), { signal });
  window.addEventListener('pointerup', own(up), { signal });
  window.addEventListener('pointercancel', own(giveUp), { signal });
  window.addEventListener('keydown', key, { capture: true, signal });
}

/**
 * Follows the pointer from a press until it is let go: `onMove` as it goes, `onDrop` where it is
 * let go, if it went anywhere; `onMove(null)` when it is over. See `followPointer` for what gives
 * up.
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
  followPointer(press, {
    onMove: move,
    onUp(event) {
      move(event);
      onMove(null);
      if (last) onDrop(last);
    },
    onGivenUp: () => onMove(null),
  });
}
