import { useRef, type PointerEvent, type RefObject } from 'react';
import { cutLimits } from '@caesura/core/edits';
import { landingOf, type Cue } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { instantOfFrame, toNumber, type Frames } from '@caesura/core/time';
import { signed } from '../../app/format.ts';
import { followPointer } from '../../components/drag.ts';
import type { LineListHandle } from '../../components/LineList.tsx';
import { frameFor } from './drag-frame.ts';

/** Pixels that the pointer goes before a press is a drag. */
const FROM = 4;

/**
 * Drags cuts with the pointer, from cue to cue, freely with Alt held. While it lasts only a mark
 * moves, so that it is as quick in a film of hundreds of shots; the plan is changed when it is let
 * go. Other cuts that are selected go with it.
 */
export function useCutDrag(
  list: RefObject<LineListHandle | null>,
  plan: Plan,
  cues: readonly Cue[],
  onDrop: (cut: number, frame: Frames) => void,
): { readonly hold: (cut: number, event: PointerEvent) => void; readonly dragged: () => boolean } {
  const moved = useRef(false);
  const hold = (cut: number, press: PointerEvent) => {
    moved.current = false;
    const shot = plan.score!.shots[cut]!;
    if (shot.locked) return;
    const limits = cutLimits(plan, cut);
    let frame: Frames | null = null;
    const move = (event: globalThis.PointerEvent) => {
      if (
        !moved.current &&
        Math.hypot(event.clientX - press.clientX, event.clientY - press.clientY) < FROM
      )
        return;
      moved.current = true;
      const at = list.current?.timeUnder(event.clientX, event.clientY) ?? null;
      if (at === null) return;
      frame = frameFor(plan, at, limits, event.altKey ? [] : cues);
      const landing = landingOf(frame, cues, plan);
      const off = landing && !landing.onCue ? ` · ${signed(landing.offsetFrames, 1)} f off` : '';
      const [before, after] = [frame - limits.from + 1, limits.to - frame + 1];
      list.current?.dragMark(
        toNumber(instantOfFrame(frame, plan.rate)),
        `${frame} · ${before} | ${after} f${off}`,
      );
    };
    const over = () => list.current?.dragMark(null);
    followPointer(press, {
      onMove: move,
      onUp() {
        over();
        if (frame !== null && frame !== shot.start) onDrop(cut, frame);
      },
      onGivenUp: over,
    });
  };
  return { hold, dragged: () => moved.current };
}
