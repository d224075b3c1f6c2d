import { useEffect, useState, type RefObject } from 'react';

/** The width of an element in pixels, as it changes; 0 before it is there. */
export function useWidth(element: RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const watched = element.current;
    if (!watched) return undefined;
    const watch = new ResizeObserver(() => setWidth(watched.clientWidth));
    watch.observe(watched);
    return () => watch.disconnect();
  }, [element]);
  return width;
}
