import { useEffect } from 'react';
import { useLatest } from './use-latest.ts';

const followers = new Set<(frame: number) => void>();

/** Tells the screen on view that the position was put on a frame from elsewhere. */
export const wentTo = (frame: number): void => followers.forEach((follow) => follow(frame));

/**
 * Has a screen follow where keys and the palette go: its lines show the place, and what plays goes
 * on from there. The position itself is on the frame already.
 */
export function useWent(follow: (frame: number) => void): void {
  const latest = useLatest(follow);
  useEffect(() => {
    followers.add(latest);
    return () => void followers.delete(latest);
  }, [latest]);
}
