import { useCallback, useEffect, useRef, useState } from 'react';

/** Fastest that it goes, times as fast as the film. */
const FASTEST = 8;
/** Milliseconds from one picture to the next while it goes otherwise than the film does. */
const EVERY = 50;

/** The speed after a key that goes one way: that way as the film, or twice as fast as before. */
export const shuttled = (speed: number, way: 1 | -1): number =>
  Math.sign(speed) === way ? way * Math.min(FASTEST, Math.abs(speed) * 2) : way;

/** What is shuttled through. */
interface Through {
  /** Frames a second, and the frame after the last. */
  readonly rate: number;
  readonly to: number;
  /** The frame that is seen now. */
  readonly here: () => number;
  readonly isPlaying: () => boolean;
  readonly place: (frame: number) => void;
  /** Plays as the film does from a frame on; ends any play. */
  readonly play: (from: number) => void;
  readonly stop: () => void;
}

/** Going back and forth through the film on three keys. */
export interface Shuttle {
  /** Times as fast as the film, backwards below 0; 0 while it stands. */
  readonly speed: number;
  readonly go: (way: 1 | -1) => void;
  readonly halt: () => void;
}

/**
 * Goes back or on, twice as fast with every press, without sound; on at the speed of the film it
 * plays with all that is heard. It ends at both ends of the film.
 */
export function useShuttle(through: Through): Shuttle {
  const [speed, setSpeed] = useState(0);
  const latest = useRef(through);
  useEffect(() => {
    latest.current = through;
  });
  const halt = useCallback(() => setSpeed(0), []);
  useEffect(() => {
    if (speed === 0 || speed === 1) return undefined;
    let at = latest.current.here();
    const timer = setInterval(() => {
      const { rate, to, place } = latest.current;
      at += (speed * rate * EVERY) / 1000;
      place(Math.min(to - 1, Math.max(0, Math.round(at))));
      if (at <= 0 || at >= to - 1) setSpeed(0);
    }, EVERY);
    return () => clearInterval(timer);
  }, [speed]);
  const go = (way: 1 | -1) => {
    // A play that has ended by itself is none to be doubled.
    const now = speed === 1 && !through.isPlaying() ? 0 : speed;
    const next = shuttled(now, way);
    const at = through.here();
    if (next === 1) through.play(at);
    else through.stop();
    setSpeed(next);
  };
  return { speed, go, halt };
}
