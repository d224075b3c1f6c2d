import { useCallback, useRef, useState, type RefObject } from 'react';
import { withoutBlending, withoutRamps, type ShotFacts } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { useRehearsal } from '../../rehearse/use-rehearsal.ts';
import { ALL_ON, soundsWith } from '../../rehearse/switches.ts';

const HEARD = soundsWith(ALL_ON);

/** The large picture of a shot and how it is looked at and played. */
export interface ShotStage {
  readonly canvas: RefObject<HTMLCanvasElement | null>;
  readonly still: boolean;
  readonly half: boolean;
  readonly plain: boolean;
  readonly blended: boolean;
  readonly play: () => void;
  readonly setHalf: (half: boolean) => void;
  readonly setPlain: (plain: boolean) => void;
  readonly setBlended: (blended: boolean) => void;
}

/** Shows the picture at the position and plays the open shot, over and over. */
export function useShotStage(plan: Plan, facts: ShotFacts | undefined, frame: number): ShotStage {
  const [half, setHalf] = useState(false);
  const [plain, setPlain] = useState(false);
  const [blended, setBlended] = useState(true);
  const canvas = useRef<HTMLCanvasElement>(null);
  const sped = plain ? withoutRamps(plan) : plan;
  const [version, setVersion] = useState({ of: plan, plain, blended, made: plan });
  if (version.of !== plan || version.plain !== plain || version.blended !== blended)
    setVersion({ of: plan, plain, blended, made: blended ? sped : withoutBlending(sped) });
  const onFrame = useCallback(() => undefined, []);
  const rehearsal = useRehearsal(canvas, { version: version.made, heard: HEARD }, frame, onFrame);
  const still = rehearsal.state === 'still';
  const play = () => {
    if (!still) {
      rehearsal.stop();
      return;
    }
    if (!facts) return;
    const { start, end } = facts;
    rehearsal.play({ from: start, to: end, at: start, loop: true }, half ? 0.5 : 1);
  };
  return { canvas, still, half, plain, blended, play, setHalf, setPlain, setBlended };
}
