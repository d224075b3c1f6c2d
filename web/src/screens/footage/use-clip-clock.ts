import { useCallback, useEffect, useRef, useState } from 'react';
import { sourceFrames, type SourceFrames } from '@caesura/core/time';

/** The position in a clip, standing or running. */
export interface ClipClock {
  readonly frame: SourceFrames;
  readonly playing: boolean;
  /** Goes to a frame, at most the last; stops. */
  readonly place: (frame: number) => void;
  readonly toggle: () => void;
}

/** Runs through the frames of a clip at `rate` frames a second, so many of them. */
export function useClipClock(count: number, rate: number): ClipClock {
  const [frame, setFrame] = useState(0);
  const [playing, setPlaying] = useState(false);
  const at = useRef(0);
  const put = useCallback(
    (next: number) => {
      at.current = Math.min(count - 1, Math.max(0, next));
      setFrame(at.current);
    },
    [count],
  );
  useEffect(() => {
    if (!playing) return undefined;
    const [from, started] = [at.current, performance.now()];
    let request = requestAnimationFrame(function show(now) {
      const next = from + Math.floor((Math.max(0, now - started) / 1000) * rate);
      put(next);
      if (next >= count - 1) setPlaying(false);
      else request = requestAnimationFrame(show);
    });
    return () => cancelAnimationFrame(request);
  }, [playing, count, rate, put]);
  const place = useCallback(
    (next: number) => {
      setPlaying(false);
      put(next);
    },
    [put],
  );
  const toggle = useCallback(() => {
    // From the end it starts over.
    if (!playing && at.current >= count - 1) put(0);
    setPlaying(!playing);
  }, [playing, count, put]);
  return { frame: sourceFrames(Math.min(frame, count - 1)), playing, place, toggle };
}
