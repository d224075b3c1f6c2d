import { useState, type PointerEvent } from 'react';

/** Pixels a pointer must go before something is dragged. */
const DRAG_FROM = 3;

/** What makes an element on a line draggable from frame to frame. */
export interface FrameDrag {
  /** The frame under the pointer while it is dragged; null otherwise. */
  readonly frame: number | null;
  readonly handlers: {
    readonly onPointerDown: (event: PointerEvent<HTMLElement>) => void;
    readonly onPointerMove: (event: PointerEvent<HTMLElement>) => void;
    readonly onPointerUp: () => void;
    readonly onPointerCancel: () => void;
  };
}

/**
 * Lets an element be dragged along its line of frames [from, from + across). `onTap` is called when
 * it was pressed and not dragged, `onDrop` with the frame it was dragged to.
 */
export function useFrameDrag(
  from: number,
  across: number,
  onTap: () => void,
  onDrop: (frame: number) => void,
): FrameDrag {
  const [drag, setDrag] = useState<{ readonly x: number; readonly frame: number | null } | null>(
    null,
  );
  return {
    frame: drag?.frame ?? null,
    handlers: {
      onPointerDown(event) {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        setDrag({ x: event.clientX, frame: null });
      },
      onPointerMove(event) {
        if (!drag || (drag.frame === null && Math.abs(event.clientX - drag.x) <= DRAG_FROM)) return;
        const box = event.currentTarget.closest('.clip-line')!.getBoundingClientRect();
        setDrag({
          ...drag,
          frame: Math.round(from + ((event.clientX - box.left) / box.width) * across),
        });
      },
      onPointerUp() {
        if (drag?.frame === null) onTap();
        else if (drag) onDrop(drag.frame);
        setDrag(null);
      },
      onPointerCancel: () => setDrag(null),
    },
  };
}
