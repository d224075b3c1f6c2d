import { useEffect, useRef } from 'react';
import { drawCard, type Carded } from '../painting/draw-card.ts';

/** Widths at which a card is drawn, in pixels. */
const WIDTH = 320;

/** The card of a clip that is not shot yet, in place of its small picture. */
export function ClipCardPicture({ clip }: { clip: Carded }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { name, wanted, size } = clip;
  const height = Math.max(1, Math.round((WIDTH * size.height) / size.width));
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (context) drawCard(context, { width: WIDTH, height }, { name, ...(wanted && { wanted }) });
  }, [name, wanted, height]);
  return (
    <canvas
      ref={canvas}
      className="poster poster-card"
      width={WIDTH}
      height={height}
      aria-hidden="true"
    />
  );
}
