import { useCallback, useRef, type RefObject } from 'react';
import { timeOfFrame } from '../../app/format.ts';
import type { Plan } from '@caesura/core/plan';
import type { Frames } from '@caesura/core/time';
import { usePlayMark } from '../../components/use-play-mark.ts';
import type { LineListHandle } from '../../components/LineList.tsx';
import type { Click } from '../../sound/click.ts';
import { comesIn, filmRoute, usedFade } from '../../sound/film-route.ts';
import { usePlayer } from '../../sound/use-player.ts';

/** A click on every cut, for a play that starts at a time of the film. */
const cutClicks = (plan: Plan, from: number): Click[] =>
  (plan.score?.shots.slice(1) ?? []).map((s) => ({
    after: timeOfFrame(s.start, plan) - from,
    sound: 'beat',
  }));

/** The music of a film, heard from any frame with a click on every cut. */
export interface FilmPlayer {
  readonly state: ReturnType<typeof usePlayer>['state'];
  readonly play: (from: Frames) => void;
  /** Stops, and gives the time of the film that was heard; null when nothing was. */
  readonly stop: () => number | null;
}

/** Plays the music of a plan as its film has it; a mark goes along on the lines. */
export function useFilmPlayer(plan: Plan, list: RefObject<LineListHandle | null>): FilmPlayer {
  const { music } = plan;
  /** Time of the film at which the play that is heard started. */
  const startedAt = useRef(0);
  const player = usePlayer(
    music,
    useCallback(() => cutClicks(plan, startedAt.current), [plan]),
  );
  const { elapsed } = player;
  const heardAt = useCallback(() => {
    const since = elapsed();
    return since === null ? null : startedAt.current + since;
  }, [elapsed]);
  usePlayMark(list, player.state, heardAt);
  return {
    state: player.state,
    play(from) {
      if (!music) return;
      const start = timeOfFrame(from, plan);
      const end = timeOfFrame(plan.score?.length ?? plan.target, plan);
      startedAt.current = start;
      const fade = usedFade(music, start - comesIn(music, plan.rate));
      player.play(filmRoute(music, plan.rate, start, end), { fade });
    },
    stop() {
      const heard = heardAt();
      player.stop();
      return heard;
    },
  };
}
