import { useCallback, useSyncExternalStore } from 'react';

export type Theme = 'light' | 'dark';

const current = (): Theme =>
  document.documentElement.dataset.bsTheme === 'dark' ? 'dark' : 'light';
const watchers = new Set<() => void>();

function watch(tell: () => void): () => void {
  watchers.add(tell);
  return () => watchers.delete(tell);
}

/** The theme on view, and a switch to the other, remembered by the browser. */
export function useTheme(): [Theme, () => void] {
  const theme = useSyncExternalStore(watch, current);
  const change = useCallback(() => {
    const next = current() === 'dark' ? 'light' : 'dark';
    document.documentElement.dataset.bsTheme = next;
    try {
      localStorage.setItem('theme', next);
    } catch {
      // Without storage the choice lasts until the page is closed.
    }
    watchers.forEach((tell) => tell());
  }, []);
  return [theme, change];
}
