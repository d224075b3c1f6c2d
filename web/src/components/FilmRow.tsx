import type { Size } from '@caesura/core/plan';
import type { FilmPicture } from '../app/api.ts';
import { behindStrip } from './behind-strip.ts';

/** Height of the row, in pixels of the page. */
const HEIGHT = 38;

/** Pictures of a film from its start to its end, side by side, each of the shape of the film. */
export function FilmRow({
  pictures,
  size,
}: {
  pictures: readonly (FilmPicture | null)[];
  size: Size;
}) {
  const width = (HEIGHT * size.width) / size.height;
  return (
    <span className="film-row" aria-hidden="true">
      {pictures.map((picture, i) => (
        // Places in the film, which never change their order.
        <i
          key={i}
          style={{
            width,
            height: HEIGHT,
            ...(picture && behindStrip(picture, { width, height: HEIGHT })),
          }}
        />
      ))}
    </span>
  );
}
