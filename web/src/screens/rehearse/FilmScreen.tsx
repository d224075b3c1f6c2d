import { useImperativeHandle, useRef, type Ref, type RefObject } from 'react';
import type { Plan } from '@caesura/core/plan';
import type { OverlayWords } from '../../rehearse/overlay.ts';

/** Steers the picture of the film without rendering it anew. */
export interface FilmScreenHandle {
  /** Writes the figures of a frame over the picture. */
  readonly tell: (frame: number) => void;
  /** Fills the whole screen with the picture, or no longer. */
  readonly fill: () => void;
}

/** The picture of the film, with its figures where they are wanted. */
export function FilmScreen({
  ref,
  canvas,
  plan,
  frame,
  words,
  figures,
}: {
  ref: Ref<FilmScreenHandle>;
  canvas: RefObject<HTMLCanvasElement | null>;
  plan: Plan;
  frame: number;
  words: (frame: number) => OverlayWords;
  figures: boolean;
}) {
  const screen = useRef<HTMLElement>(null);
  const overlay = useRef<HTMLDivElement>(null);
  const fill = () => {
    if (document.fullscreenElement) void document.exitFullscreen();
    else void screen.current?.requestFullscreen();
  };
  useImperativeHandle(ref, () => ({
    tell: (n) => {
      const { timecode, place, shot } = words(n);
      overlay.current?.querySelectorAll('span').forEach((span, i) => {
        span.textContent = [timecode, place, shot][i]!;
      });
    },
    fill,
  }));
  const { timecode, place, shot } = words(frame);
  return (
    <section
      className="film-screen"
      ref={screen}
      aria-label="The film"
      style={{ '--ratio': `${plan.size.width} / ${plan.size.height}` } as React.CSSProperties}
    >
      <canvas
        ref={canvas}
        width={480}
        height={270}
        role="img"
        aria-label={`Frame ${frame} of the film`}
        onDoubleClick={fill}
      />
      {figures && (
        <div className="film-words figures" ref={overlay}>
          <span>{timecode}</span>
          <span>{place}</span>
          <span>{shot}</span>
        </div>
      )}
    </section>
  );
}
