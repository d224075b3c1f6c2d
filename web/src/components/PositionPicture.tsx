import type { CSSProperties, ReactNode, RefObject } from 'react';
import type { Size } from '@caesura/core/plan';

/** Width at which the picture at the position is painted. */
const WIDTH = 480;

/**
 * The picture at the position, in the shape of the film, with what lies over it; until it is there
 * it is said to be on its way.
 */
export function PositionPicture({
  canvas,
  size,
  className,
  children,
}: {
  canvas: RefObject<HTMLCanvasElement | null>;
  size: Size;
  className: string;
  children?: ReactNode;
}) {
  return (
    <div className={className} style={{ '--shape': size.width / size.height } as CSSProperties}>
      <canvas
        ref={canvas}
        width={WIDTH}
        height={Math.round((WIDTH * size.height) / size.width)}
        role="img"
        aria-label="The picture at the position"
      />
      <span className="picture-waits">The picture is loading.</span>
      {children}
    </div>
  );
}
