import { useEffect, useRef, useState } from 'react';
import type { Plan } from '@caesura/core/plan';
import type { Rehearsing } from '../../rehearse/use-rehearsal.ts';
import { playRangeOf, type Plays } from '../../rehearse/play-ranges.ts';
import type { Speed } from '../../rehearse/switches.ts';

/** What is played, how fast and how often, and playing it. */
export interface Playing {
  readonly plays: Plays;
  readonly loop: boolean;
  readonly speed: Speed;
  readonly setPlays: (plays: Plays) => void;
  readonly setLoop: (loop: boolean) => void;
  readonly setSpeed: (speed: Speed) => void;
  /**
   * Plays what is chosen; from a frame on where one is given that lies in it, round a cut that
   * starts on a frame.
   */
  readonly start: (from?: number, cutFrame?: number | null) => void;
  readonly toggle: () => void;
}

/**
 * Plays stretches of a plan about a position and a cut; another choice while it plays goes on with
 * that.
 */
export function usePlaying(
  rehearsal: Rehearsing,
  plan: Plan,
  frame: number,
  selected: number | null,
): Playing {
  const [plays, setPlays] = useState<Plays>('all');
  const [loop, setLoop] = useState(false);
  const [speed, setSpeed] = useState<Speed>('1');
  const still = rehearsal.state === 'still';
  const start = (from?: number, cutFrame = selected) => {
    const order = playRangeOf(plays, plan, { frame: from ?? frame, cut: cutFrame }, loop);
    rehearsal.play(
      from === undefined || plays === 'around' ? order : { ...order, at: from },
      Number(speed),
    );
  };
  const restart = useRef<() => void>(() => undefined);
  useEffect(() => {
    restart.current = () => {
      if (!still) start();
    };
  });
  const first = useRef(true);
  useEffect(() => {
    if (first.current) first.current = false;
    else restart.current();
  }, [plays, loop, speed]);
  const toggle = () => (still ? start() : rehearsal.stop());
  return { plays, loop, speed, setPlays, setLoop, setSpeed, start, toggle };
}
