import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, type ReactNode } from 'react';
import { choosingOf, type Keyed, type Selection } from './use-selection.ts';

const ROW = 54;

/** A long list, drawn where it is in sight; several are chosen by Shift, Ctrl or Cmd. */
export function ItemList<T extends Keyed>({
  label,
  items,
  open,
  selection,
  wrong,
  row,
}: {
  label: string;
  items: readonly T[];
  open: string;
  selection: Selection;
  /** Keys of the items at which something would go wrong. */
  wrong: ReadonlySet<string>;
  /** What is in the row of an item: its pictures and its words. */
  row: (item: T) => ReactNode;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 8,
    initialRect: { width: 200, height: 600 },
  });
  const at = items.findIndex(({ key }) => key === open);
  useEffect(() => {
    if (at >= 0) rows.scrollToIndex(at, { align: 'auto' });
  }, [rows, at]);
  return (
    <div className="move-list" ref={scroller}>
      <div
        role="listbox"
        aria-label={label}
        aria-multiselectable="true"
        style={{ height: rows.getTotalSize() }}
      >
        {rows.getVirtualItems().map(({ index, start }) => {
          const item = items[index]!;
          const chosen = selection.keys.has(item.key);
          const isOpen = item.key === open;
          return (
            <button
              key={item.key}
              type="button"
              role="option"
              aria-selected={chosen}
              aria-current={isOpen ? 'true' : undefined}
              className={`move-row${isOpen ? ' is-open' : chosen ? ' is-chosen' : ''}${wrong.has(item.key) ? ' is-wrong' : ''}`}
              style={{ transform: `translateY(${start}px)`, height: ROW }}
              onClick={(event) => selection.choose(item, choosingOf(event))}
            >
              {row(item)}
            </button>
          );
        })}
      </div>
    </div>
  );
}
