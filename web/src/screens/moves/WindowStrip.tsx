import { useEffect, useRef } from 'react';
import type { Film } from '@caesura/core/film';
import { paintFrame } from '../../painting/paint-frame.ts';
import type { ProxyReader } from '../../proxy/reader.ts';

interface Props {
  readonly film: Film;
  /** Frames of the film, in order. */
  readonly frames: readonly number[];
  /** First frame of the incoming shot. */
  readonly cut: number;
  /** The frame that is looked at. */
  readonly at: number;
  /** Small copies by clip. */
  readonly readers: ReadonlyMap<string, ProxyReader>;
  readonly onFrame: (frame: number) => void;
  /**
   * A click in a picture of the window, in parts of its width and height; for the point that a move
   * aims at.
   */
  readonly onAim: ((aim: { x: number; y: number }) => void) | null;
}

const WIDTH = 192;

/** Every frame of a window as it is seen: moved, blurred, both pictures where they overlap. */
export function WindowStrip({ film, frames, cut, at, readers, onFrame, onAim }: Props) {
  const strip = useRef<HTMLDivElement>(null);
  const { width, height } = film.plan.size;
  useEffect(() => {
    let left = false;
    const canvases = [...strip.current!.querySelectorAll('canvas')];
    const paint = async () => {
      for (const [i, frame] of frames.entries()) {
        const canvas = canvases[i];
        const painted = await paintFrame(
          film,
          frame,
          (clip) => readers.get(clip.id),
          () => (left ? null : (canvas ?? null)),
        );
        if (left) return;
        if (!canvas || !painted) continue;
        canvas.dataset.sources = painted.map(({ layer }) => layer.source).join(' ');
      }
    };
    void paint();
    return () => {
      left = true;
    };
  }, [film, frames, readers, width]);
  return (
    <div className="window-strip" ref={strip} role="group" aria-label="The window, frame by frame">
      {frames.map((frame) => (
        <button
          type="button"
          key={frame}
          className={`strip-frame${frame === at ? ' is-at' : ''}${frame === cut ? ' is-cut' : ''}`}
          aria-label={`Frame ${frame}`}
          aria-pressed={frame === at}
          onClick={(event) => {
            onFrame(frame);
            const box = event.currentTarget.querySelector('canvas')!.getBoundingClientRect();
            if (!onAim || !event.altKey) return;
            onAim({
              x:
                Math.round(100 * Math.min(1, Math.max(0, (event.clientX - box.left) / box.width))) /
                100,
              y:
                Math.round(100 * Math.min(1, Math.max(0, (event.clientY - box.top) / box.height))) /
                100,
            });
          }}
        >
          <canvas width={WIDTH} height={Math.round((WIDTH * height) / width)} />
          <span className="figures">{frame}</span>
        </button>
      ))}
    </div>
  );
}
