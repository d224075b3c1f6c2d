import { useEffect, useRef } from 'react';
import type { Film } from '@caesura/core/film';
import { paintFrame } from '../painting/paint-frame.ts';
import type { ProxyReader } from '../proxy/reader.ts';

/** Pixels of a small picture across. */
const WIDTH = 128;

interface Props {
  readonly film: Film;
  /** Frames of the film that are shown, and how wide one of all frames is. */
  readonly frames: readonly number[];
  readonly width: number;
  readonly at: number;
  readonly readers: ReadonlyMap<string, ProxyReader>;
  readonly onFrame: (frame: number) => void;
}

/** Frames of the film as they are seen, with all that moves them. */
export function FrameStrip({ film, frames, width, at, readers, onFrame }: Props) {
  const strip = useRef<HTMLDivElement>(null);
  const { size } = film.plan;
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
        if (canvas && painted)
          canvas.dataset.sources = painted.map(({ layer }) => layer.source).join(' ');
      }
    };
    void paint();
    return () => {
      left = true;
    };
  }, [film, frames, readers]);
  return (
    <div className="frame-strip" ref={strip} role="group" aria-label="The frames as seen">
      {frames.map((frame) => (
        <button
          type="button"
          key={frame}
          tabIndex={-1}
          className={frame === at ? 'is-at' : ''}
          style={{ width }}
          aria-label={`Frame ${frame}`}
          aria-pressed={frame === at}
          onClick={() => onFrame(frame)}
        >
          <canvas width={WIDTH} height={Math.round((WIDTH * size.height) / size.width)} />
          <span className="figures">{frame}</span>
        </button>
      ))}
    </div>
  );
}
