import { useEffect } from 'react';

/** Names the page in its tab, in the history and to screen readers. */
export function useTitle(title: string): void {
  useEffect(() => {
    document.title = `${title} · Caesura`;
  }, [title]);
}
