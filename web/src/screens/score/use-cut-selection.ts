import { useEffect, useMemo, type RefObject } from 'react';
import type { ShotFacts } from '@caesura/core/film';
import { rangeOfShots } from '@caesura/core/layout';
import type { Plan } from '@caesura/core/plan';
import { frames } from '@caesura/core/time';
import { timeOfFrame } from '../../app/format.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { cutSelected, cutsSelected, placed } from '../../app/view.ts';
import type { LineListHandle } from '../../components/LineList.tsx';
import type { FilmPlayer } from './use-film-player.ts';

/** How a cut is chosen: by itself, one more, or all up to it. */
export type Choosing = 'alone' | 'with' | 'to';

/** Which cuts are chosen, and the ways to choose others and to go through the film. */
export interface CutSelection {
  readonly selected: number | null;
  /** Cuts chosen beside it. */
  readonly also: readonly number[];
  /** All that are chosen, in the order of the film. */
  readonly cuts: readonly number[];
  readonly goTo: (frame: number) => void;
  /** Goes to a frame with no cut chosen. */
  readonly point: (frame: number) => void;
  readonly select: (cut: number | null) => void;
  readonly choose: (cut: number, how: Choosing) => void;
  readonly extend: (by: 1 | -1) => void;
  readonly step: (by: 1 | -1) => void;
  readonly byFrame: (by: 1 | -1) => void;
  /**
   * The shots between the first and the last chosen cut; with one, the shot that starts there.
   */
  readonly range: () => ReturnType<typeof rangeOfShots> | null;
}

/** One list for all of none: another would have every line drawn again. */
const NO_CUTS: readonly number[] = [];

/** Keeps the chosen cuts of a plan within its film, with the position on the first of them. */
export function useCutSelection(
  plan: Plan,
  shots: readonly ShotFacts[],
  list: RefObject<LineListHandle | null>,
  player: FilmPlayer,
): CutSelection {
  const dispatch = useAppDispatch();
  const { frame, cut, also: alsoCuts } = useAppSelector((state) => state.view);
  const last = shots.length - 1;
  const selected = cut !== null && cut <= last ? cut : null;
  const also = useMemo(
    () => (alsoCuts.length === 0 ? NO_CUTS : alsoCuts.filter((c) => c <= last)),
    [alsoCuts, last],
  );
  const cuts = selected === null ? [] : [selected, ...also].sort((a, b) => a - b);
  // A cut that moved takes the position with it, also when it is undone.
  const cutFrame = selected === null ? null : shots[selected]!.start;
  useEffect(() => {
    if (cutFrame !== null) dispatch(placed(cutFrame));
  }, [dispatch, cutFrame]);

  const goTo = (to: number) => {
    const kept = frames(Math.min((plan.score?.length ?? plan.target) - 1, Math.max(0, to)));
    dispatch(placed(kept));
    list.current?.show(timeOfFrame(kept, plan));
    if (player.state === 'playing') player.play(kept);
  };
  const point = (to: number) => {
    dispatch(cutSelected(null));
    goTo(to);
  };
  const select = (index: number | null) => {
    dispatch(cutSelected(index));
    if (index !== null) goTo(shots[index]!.start);
  };
  const choose = (index: number, how: Choosing) => {
    if (how === 'alone' || selected === null) return void select(index);
    const [from, to] = [Math.min(selected, index), Math.max(selected, index)];
    const between = Array.from({ length: to - from + 1 }, (_, i) => from + i).filter(
      (c) => c > 0 || c === selected,
    );
    const toggled = also.includes(index) ? also.filter((c) => c !== index) : [...also, index];
    dispatch(cutsSelected({ cut: selected, also: how === 'to' ? between : toggled }));
  };
  const step = (by: 1 | -1) => {
    if (last < 1) return;
    const next =
      by === 1
        ? shots.find((s) => s.index > 0 && s.start > frame)
        : shots.findLast((s) => s.index > 0 && s.start < frame);
    if (selected !== null) select(Math.min(last, Math.max(0, selected + by)));
    else if (next) select(next.index);
  };
  const extend = (by: 1 | -1) => {
    if (selected === null) return void step(by);
    const end = by === 1 ? Math.max(...cuts) : Math.min(...cuts);
    const next = Math.min(last, Math.max(1, end + by));
    dispatch(cutsSelected({ cut: selected, also: [...also, next] }));
    list.current?.show(timeOfFrame(shots[next]!.start, plan));
  };
  const byFrame = (by: 1 | -1) => point(frame + by);
  const range = () => {
    if (cuts.length === 0) return null;
    const lastShot = (cuts.length > 1 ? cuts.at(-1)! : cuts[0]! + 1) - 1;
    return rangeOfShots(plan, cuts[0]!, Math.max(cuts[0]!, lastShot));
  };
  return { selected, also, cuts, goTo, point, select, choose, extend, step, byFrame, range };
}
