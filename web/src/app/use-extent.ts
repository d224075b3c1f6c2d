import { useEffect, useState, type RefObject } from 'react';

/** An extent of an element in pixels, as it changes; 0 before it is there. */
function useExtent(
  element: RefObject<HTMLElement | null>,
  extent: 'clientWidth' | 'clientHeight',
): number {
  const [pixels, setPixels] = useState(0);
  useEffect(() => {
    const watched = element.current;
    if (!watched) return undefined;
    const watch = new ResizeObserver(() => setPixels(watched[extent]));
    watch.observe(watched);
    return () => watch.disconnect();
  }, [element, extent]);
  return pixels;
}

/** The width of an element in pixels, as it changes; 0 before it is there. */
export const useWidth = (element: RefObject<HTMLElement | null>): number =>
  useExtent(element, 'clientWidth');

/** The height of an element in pixels, as it changes; 0 before it is there. */
export const useHeight = (element: RefObject<HTMLElement | null>): number =>
  useExtent(element, 'clientHeight');
