import { useCallback, useEffect, useRef, useState, type RefObject } from 'react';
import type { Heard } from '@caesura/core/sound';
import type { Plan } from '@caesura/core/plan';
import { frames } from '@caesura/core/time';
import { noticed, problem } from '../app/notices.ts';
import { useAppDispatch } from '../app/store.ts';
import { placed } from '../app/view.ts';
import type { PlayRange } from './play-range.ts';
import type { Punctuality } from './picture-show.ts';
import { Rehearsal } from './rehearsal.ts';

/** Playing a plan with its pictures. */
export interface Rehearsing {
  readonly state: 'still' | 'loading' | 'playing';
  /** Of the play that goes on, or of the last one; null before the first. */
  readonly punctuality: Punctuality | null;
  readonly play: (order: PlayRange, speed: number) => void;
  readonly stop: () => void;
  /** The frame that is heard now; null while nothing plays. */
  readonly frame: () => number | null;
}

/** How often figures of a play are told. Milliseconds. */
const TELL_AFTER = 250;

/** Draws a painted frame, and says in its data which it is. */
function draw(canvas: HTMLCanvasElement | null, frame: number, picture: ImageBitmap): void {
  if (!canvas) return;
  if (canvas.width !== picture.width || canvas.height !== picture.height)
    [canvas.width, canvas.height] = [picture.width, picture.height];
  canvas.getContext('2d')!.drawImage(picture, 0, 0);
  canvas.dataset.frame = String(frame);
}

/**
 * Rehearses a version of the plan on a canvas: a still at the position, or a play. Another version,
 * or other sounds, are gone over to where it is. `onFrame` is told each frame that is
 * shown, and whether it plays.
 */
export function useRehearsal(
  canvas: RefObject<HTMLCanvasElement | null>,
  { version, heard }: { readonly version: Plan; readonly heard: readonly Heard[] },
  position: number,
  onFrame: (frame: number, isPlaying: boolean) => void,
): Rehearsing {
  const dispatch = useAppDispatch();
  const [state, setState] = useState<Rehearsing['state']>('still');
  const [punctuality, setPunctuality] = useState<Punctuality | null>(null);
  const rehearsal = useRef<Rehearsal | null>(null);
  const latest = useRef({ version, heard, onFrame });
  useEffect(() => {
    latest.current = { version, heard, onFrame };
  });
  useEffect(() => {
    const own = new Rehearsal({
      onFrame: (frame, painted) => {
        draw(canvas.current, frame, painted);
        latest.current.onFrame(frame, own.frame() !== null);
      },
      onEnd: () => setState('still'),
      onSilent: (sentences) => {
        for (const message of sentences)
          dispatch(
            noticed({
              kind: 'error',
              message,
              mend: 'It stays silent here. Add its file again in Listen or Sound.',
            }),
          );
      },
    });
    rehearsal.current = own;
    return () => {
      own.close();
      rehearsal.current = null;
    };
  }, [canvas, dispatch]);

  useEffect(() => {
    if (state !== 'playing') return undefined;
    const timer = setInterval(() => {
      const told = rehearsal.current?.punctuality();
      if (told) setPunctuality({ ...told });
    }, TELL_AFTER);
    return () => clearInterval(timer);
  }, [state]);

  const failed = useCallback((error: unknown) => dispatch(problem(error)), [dispatch]);
  const playing = state === 'playing';
  useEffect(() => {
    if (playing) rehearsal.current?.turnTo(version, heard).catch(failed);
  }, [playing, version, heard, failed]);
  useEffect(() => {
    if (!playing) rehearsal.current?.showStill(version, position).catch(failed);
  }, [playing, version, position, failed]);

  const play = useCallback(
    (order: PlayRange, speed: number) => {
      setState('loading');
      const own = rehearsal.current;
      own?.play(latest.current.version, order, speed, latest.current.heard).then(
        (begun) => {
          if (begun) setState('playing');
        },
        (error: unknown) => {
          setState('still');
          failed(error);
        },
      );
    },
    [failed],
  );
  const stop = useCallback(() => {
    const at = rehearsal.current?.frame() ?? null;
    rehearsal.current?.stop();
    setState('still');
    if (at !== null) dispatch(placed(frames(at)));
  }, [dispatch]);
  const frame = useCallback(() => rehearsal.current?.frame() ?? null, []);
  return { state, punctuality, play, stop, frame };
}
