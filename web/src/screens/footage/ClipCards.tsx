import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import type { Placed } from './arrangement.ts';

/** Least width of a card and its gap, and the height of a row, in pixels. */
const CARD = 250;
const GAP = 14;
const ROW = 430;

/** Cards in rows, drawn only where they are in view. */
export function ClipCards({
  placed,
  draw,
}: {
  placed: readonly Placed[];
  draw: (one: Placed) => ReactNode;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const [columns, setColumns] = useState(4);
  useEffect(() => {
    const fit = new ResizeObserver(([entry]) => {
      setColumns(Math.max(1, Math.floor((entry!.contentRect.width + GAP) / (CARD + GAP))));
    });
    fit.observe(scroller.current!);
    return () => fit.disconnect();
  }, []);
  const rows = useVirtualizer({
    count: Math.ceil(placed.length / columns),
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    gap: GAP,
    overscan: 1,
  });
  return (
    <div className="cards-scroll" ref={scroller} tabIndex={-1} role="region" aria-label="Clips">
      <div className="cards-inner" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index, start, key }) => (
          <ul
            key={key}
            ref={rows.measureElement}
            data-index={index}
            className="cards"
            style={{
              gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
              transform: `translateY(${start}px)`,
            }}
          >
            {placed.slice(index * columns, (index + 1) * columns).map(draw)}
          </ul>
        ))}
      </div>
    </div>
  );
}
