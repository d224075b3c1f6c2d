import type { PointerEvent, ReactNode } from 'react';

/**
 * A round mark on a drawing whose two scales differ: a line without length, with round ends as wide
 * as the mark.
 */
export function Dot({
  x,
  y,
  size,
  filled,
  children,
  onHold,
}: {
  x: number;
  y: number;
  /** Diameter in pixels. */
  size: number;
  filled: boolean;
  /** A title. */
  children?: ReactNode;
  onHold?: (event: PointerEvent) => void;
}) {
  const d = `M${x} ${y}h0`;
  return (
    <g
      className={`dot${filled ? ' is-filled' : ''}${onHold ? ' is-held' : ''}`}
      onPointerDown={onHold}
    >
      <path d={d} style={{ strokeWidth: size }} />
      {!filled && <path className="dot-hole" d={d} style={{ strokeWidth: size - 3 }} />}
      {children}
    </g>
  );
}
