import { useCallback, useState } from 'react';

/** How an item is chosen: alone, with those between, or with what is chosen already. */
export type Choosing = 'only' | 'to' | 'also';

/** Which of the modifier keys of an event makes which way of choosing. */
export const choosingOf = (event: {
  readonly shiftKey: boolean;
  readonly ctrlKey: boolean;
  readonly metaKey: boolean;
}): Choosing => (event.shiftKey ? 'to' : event.ctrlKey || event.metaKey ? 'also' : 'only');

/** What is listed, by what it is chosen and addressed. */
export interface Keyed {
  readonly key: string;
}

/** The items that are chosen beside the open one. */
export interface Selection {
  readonly keys: ReadonlySet<string>;
  readonly choose: (item: Keyed, how: Choosing) => void;
  readonly chooseAll: (items: readonly Keyed[]) => void;
}

/**
 * Keeps which items of a list are chosen; the open one always is. `onOpen` is told which one is to
 * be opened; `first` are chosen at first.
 */
export function useSelection(
  items: readonly Keyed[],
  open: string,
  onOpen: (key: string) => void,
  first: readonly string[] = [],
): Selection {
  const [keys, setKeys] = useState<ReadonlySet<string>>(new Set([...first, open]));
  const choose = useCallback(
    (item: Keyed, how: Choosing) => {
      if (how === 'to') {
        const [a, b] = [open, item.key].map((key) => items.findIndex((i) => i.key === key));
        const range = items.slice(Math.min(a!, b!), Math.max(a!, b!) + 1);
        setKeys(new Set([...range.map(({ key }) => key), open]));
        return;
      }
      if (how === 'also') {
        const next = new Set(keys);
        if (!next.delete(item.key)) next.add(item.key);
        next.add(open);
        setKeys(next);
        return;
      }
      setKeys(new Set([item.key]));
      onOpen(item.key);
    },
    [items, keys, open, onOpen],
  );
  const chooseAll = useCallback(
    (all: readonly Keyed[]) => setKeys(new Set([...all.map(({ key }) => key), open])),
    [open],
  );
  // Another one that was opened by a key or an address is chosen alone.
  return { keys: keys.has(open) ? keys : new Set([open]), choose, chooseAll };
}
