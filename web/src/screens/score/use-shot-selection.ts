import { useMemo, useRef, type PointerEvent, type RefObject } from 'react';
import { frameAtTime, type ShotFacts } from '@caesura/core/film';
import { rangeOfShots, type FilmRange } from '@caesura/core/layout';
import type { Plan } from '@caesura/core/plan';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { shotsChosen } from '../../app/view.ts';
import { followPointer } from '../../components/drag.ts';
import type { LineListHandle } from '../../components/LineList.tsx';
import type { Choosing } from './use-cut-selection.ts';

/** Which shots are chosen, and the ways to choose others. */
export interface ShotSelection {
  /** The one that was chosen first in front. */
  readonly chosen: readonly number[];
  readonly choose: (shot: number, how: Choosing) => void;
  /** A shot was pressed: chooses it, and all up to where the pointer goes until it is let go. */
  readonly press: (shot: number, event: PointerEvent) => void;
  readonly step: (by: 1 | -1) => void;
  readonly extend: (by: 1 | -1) => void;
  /** From the first to the last that is chosen; null for none. */
  readonly range: () => FilmRange | null;
}

const NO_SHOTS: readonly number[] = [];
const upTo = (from: number, to: number): number[] =>
  Array.from({ length: Math.abs(to - from) + 1 }, (_, i) => from + Math.sign(to - from) * i);

/** How a click with these keys held chooses. */
const howOf = (event: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }): Choosing =>
  event.shiftKey ? 'to' : event.ctrlKey || event.metaKey ? 'with' : 'alone';

/** The shot under a place of the page; null for none. */
function shotUnder(x: number, y: number): number | null {
  const held = document
    .elementsFromPoint(x, y)
    .find((element): element is HTMLElement => element.matches('[data-shot]'));
  return held ? Number(held.dataset.shot) : null;
}

/** Keeps the chosen shots of a plan within its film. */
export function useShotSelection(
  plan: Plan,
  shots: readonly ShotFacts[],
  list: RefObject<LineListHandle | null>,
  goTo: (frame: number) => void,
): ShotSelection {
  const dispatch = useAppDispatch();
  const all = useAppSelector((state) => state.view.shots);
  const last = shots.length - 1;
  const chosen = useMemo(
    () => (all.length === 0 ? NO_SHOTS : all.filter((s) => s <= last)),
    [all, last],
  );
  // While the pointer goes over shots the first one stays where the press was.
  const from = useRef(0);
  const set = (next: readonly number[]) => dispatch(shotsChosen(next));
  const choose = (shot: number, how: Choosing) => {
    const first = chosen[0];
    if (how === 'alone' || first === undefined) {
      set([shot]);
      goTo(shots[shot]!.start);
    } else if (how === 'to') set(upTo(first, shot));
    else set(chosen.includes(shot) ? chosen.filter((s) => s !== shot) : [...chosen, shot]);
  };
  const press = (shot: number, event: PointerEvent) => {
    const how = howOf(event);
    if (how !== 'alone') return void choose(shot, how);
    from.current = shot;
    const at = list.current?.timeUnder(event.clientX, event.clientY);
    set([shot]);
    goTo(at === null || at === undefined ? shots[shot]!.start : frameAtTime(at, plan));
    const move = ({ clientX, clientY }: globalThis.PointerEvent) => {
      const over = shotUnder(clientX, clientY);
      if (over !== null) set(upTo(from.current, over));
    };
    const nothing = () => undefined;
    followPointer(event, { onMove: move, onUp: nothing, onGivenUp: nothing });
  };
  const within = (shot: number) => Math.min(last, Math.max(0, shot));
  const step = (by: 1 | -1) => {
    if (chosen.length > 0) choose(within((by > 0 ? Math.max : Math.min)(...chosen) + by), 'alone');
  };
  const extend = (by: 1 | -1) => {
    if (chosen.length > 0) set(upTo(chosen[0]!, within(chosen.at(-1)! + by)));
  };
  const range = () =>
    chosen.length === 0 ? null : rangeOfShots(plan, Math.min(...chosen), Math.max(...chosen));
  return { chosen, choose, press, step, extend, range };
}
