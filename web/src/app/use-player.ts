import { useCallback, useEffect, useRef, useState } from 'react';
import type { Sound } from '@caesura/core/plan';
import type { Seconds } from '@caesura/core/time';
import { problem } from './notices.ts';
import { Player, type Click, type Manner } from './player.ts';
import { soundOf } from './sounds.ts';
import { useAppDispatch } from './store.ts';

/** Playing the music of a plan. */
export interface Playing {
  readonly state: 'still' | 'loading' | 'playing';
  readonly play: (from: Seconds, to: Seconds, manner?: Manner) => void;
  readonly stop: () => void;
  /** Time of the file that is heard now; null while still. */
  readonly position: () => Seconds | null;
}

/** Plays the music with clicks. Stops when the screen is left or the music changes. */
export function usePlayer(music: Sound | null, clicks: readonly Click[]): Playing {
  const dispatch = useAppDispatch();
  const [state, setState] = useState<Playing['state']>('still');
  const player = useRef<Player | null>(null);
  const latestClicks = useRef(clicks);
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
    player.current?.stop();
    setState('still');
  }, []);
  const play = useCallback(
    (from: Seconds, to: Seconds, manner?: Manner) => {
      if (!music) return;
      setState('loading');
      const own = (player.current ??= new Player());
      const start = async () => {
        const sound = await soundOf(music.media, music.fileName, music.analysis.sampleRate);
        if (own !== player.current) return;
        await own.play(
          sound,
          from,
          to,
          () => latestClicks.current,
          () => setState('still'),
          manner,
        );
        setState('playing');
      };
      start().catch((error: unknown) => {
        setState('still');
        dispatch(problem(error));
      });
    },
    [music, dispatch],
  );
  const position = useCallback(() => player.current?.position() ?? null, []);
  return { state, play, stop, position };
}
