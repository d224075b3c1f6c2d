import { useCallback, useEffect, useRef, useState } from 'react';
import type { Sound } from '@caesura/core/plan';
import type { Seconds } from '@caesura/core/time';
import { problem } from '../app/notices.ts';
import type { Click } from './click.ts';
import { soundOf } from './held-sounds.ts';
import { PLAIN, Player, type Manner } from './player.ts';
import type { Route } from './route.ts';
import { useAppDispatch } from '../app/store.ts';

/** Playing the music of a plan. */
export interface Playing {
  readonly state: 'still' | 'loading' | 'playing';
  readonly play: (route: Route, manner?: Partial<Manner>) => void;
  readonly stop: () => void;
  /** Time of the file that is heard now; null while still. */
  readonly position: () => Seconds | null;
  /** Seconds of the route that have been heard; null while still. */
  readonly elapsed: () => number | null;
}

/**
 * Plays the music with the clicks that belong on a route. Stops when the screen is left or the
 * music changes.
 */
export function usePlayer(
  music: Sound | null,
  clicks: (route: Route) => readonly Click[],
): Playing {
  const dispatch = useAppDispatch();
  const [state, setState] = useState<Playing['state']>('still');
  const player = useRef<Player | null>(null);
  const latestClicks = useRef(clicks);
  /** Counts starts and stops, so that one that was overtaken while the sound was fetched knows. */
  const latestCall = useRef(0);
  useEffect(() => {
    latestClicks.current = clicks;
  });
  const media = music?.media;
  useEffect(
    () => () => {
      player.current?.close();
      player.current = null;
      setState('still');
    },
    [media],
  );
  const stop = useCallback(() => {
    latestCall.current++;
    player.current?.stop();
    setState('still');
  }, []);
  const play = useCallback(
    (route: Route, manner?: Partial<Manner>) => {
      if (!music) return;
      setState('loading');
      const own = (player.current ??= new Player());
      const call = ++latestCall.current;
      const failed = (error: unknown) => {
        setState('still');
        dispatch(problem(error));
      };
      const start = async () => {
        const sound = await soundOf(music.media, music.fileName, music.analysis.length);
        if (own !== player.current || call !== latestCall.current) return;
        await own.play(
          { sound, route, clicks: (on) => latestClicks.current(on) },
          { onEnd: () => setState('still'), onTrouble: failed },
          { ...PLAIN, ...manner },
        );
        if (call !== latestCall.current) return;
        setState('playing');
      };
      start().catch((error: unknown) => {
        if (call === latestCall.current) failed(error);
      });
    },
    [music, dispatch],
  );
  const position = useCallback(() => player.current?.position() ?? null, []);
  const elapsed = useCallback(() => player.current?.elapsed() ?? null, []);
  return { state, play, stop, position, elapsed };
}
