import { useEffect, useState, type RefObject } from 'react';

/** The height in pixels that an element has got, as it changes; 0 before it is known. */
export function useHeight(box: RefObject<HTMLElement | null>): number {
  const [height, setHeight] = useState(0);
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => setHeight(entry!.contentRect.height));
    observer.observe(element);
    return () => observer.disconnect();
  }, [box]);
  return height;
}
