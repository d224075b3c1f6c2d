import { useCallback, useMemo, useRef, useState, type RefObject } from 'react';
import { switchJoins, switchPhrases } from '@caesura/core/edits';
import { wholeFilm } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { toNumber } from '@caesura/core/time';
import { useRehearsal } from '../../rehearse/use-rehearsal.ts';
import { ALL_ON, soundsWith } from '../../rehearse/switches.ts';
import { rangeOfItem, type MoveItem } from './items.ts';

const HEARD = soundsWith(ALL_ON);

/** The large picture and how it is looked at and played. */
export interface Stage {
  readonly canvas: RefObject<HTMLCanvasElement | null>;
  /** Whether the picture is shown without the move, to aim in. */
  readonly aiming: boolean;
  readonly still: boolean;
  readonly half: boolean;
  readonly plain: boolean;
  readonly seen: boolean;
  /** The frame that is shown while it plays; null while it stands. */
  readonly playingAt: () => number | null;
  readonly play: () => void;
  readonly setHalf: (half: boolean) => void;
  readonly setPlain: (plain: boolean) => void;
  readonly setSeen: (seen: boolean) => void;
}

/** A plan with an item left out. */
function without(plan: Plan, item: MoveItem | undefined): Plan {
  if (!item) return plan;
  return item.kind === 'phrase'
    ? switchPhrases(plan, [item.phrase.phrase.id], true)
    : switchJoins(plan, [item.join.cut], true);
}

/** Whether an item moves anything. */
export const movesSomething = (item: MoveItem): boolean =>
  item.kind === 'phrase'
    ? item.phrase.end > item.phrase.start
    : item.join.before + item.join.after > 0;

/**
 * Shows the picture at the position, without the open move to aim in or as it is seen, and plays
 * the move where it is, over and over.
 */
export function useStage(plan: Plan, item: MoveItem | undefined, frame: number): Stage {
  const [half, setHalf] = useState(false);
  const [plain, setPlain] = useState(false);
  const [seen, setSeen] = useState(false);
  const [playing, setPlaying] = useState(false);
  const canvas = useRef<HTMLCanvasElement>(null);
  const left = useMemo(() => without(plan, item), [plan, item]);
  const aiming = item !== undefined && movesSomething(item) && !seen && !playing;
  const version = aiming || plain ? left : plan;
  const shown = useRef<number | null>(null);
  const onFrame = useCallback((at: number) => {
    shown.current = at;
  }, []);
  const rehearsal = useRehearsal(canvas, { version, heard: HEARD }, frame, onFrame);
  const still = rehearsal.state === 'still';
  if (playing && still) setPlaying(false);
  const play = () => {
    if (!still) {
      rehearsal.stop();
      return;
    }
    if (!item) return;
    const { from, to } = rangeOfItem(item);
    const about = Math.round(toNumber(plan.rate) / 2);
    const whole = wholeFilm(plan);
    const range = { from: Math.max(whole.from, from - about), to: Math.min(whole.to, to + about) };
    rehearsal.play({ ...range, at: range.from, loop: true }, half ? 0.5 : 1);
    // What is seen while it plays is the move itself.
    setPlaying(true);
  };
  const playingAt = () => (still ? null : shown.current);
  return { canvas, aiming, still, half, plain, seen, playingAt, play, setHalf, setPlain, setSeen };
}
