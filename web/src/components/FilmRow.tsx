import type { Size } from '@caesura/core/plan';
import type { FilmPicture } from '../app/api.ts';
import { mediaUrl } from '../app/http.ts';
import { STRIP_PICTURES } from '../proxy/format.ts';

/** Height of the row, in pixels of the page. */
const HEIGHT = 38;

/** Where the strip of a picture lies behind a hole of a width, so that the picture fills it. */
function behind({ strip, at, aspect }: FilmPicture, width: number) {
  const scale = Math.max(1, width / (HEIGHT * aspect));
  const [across, down] = [HEIGHT * aspect * scale, HEIGHT * scale];
  const place = Math.min(STRIP_PICTURES - 1, Math.floor(at * STRIP_PICTURES));
  return {
    backgroundImage: `url(${mediaUrl(strip)})`,
    backgroundSize: `${STRIP_PICTURES * across}px ${down}px`,
    backgroundPosition: `${-(place * across + (across - width) / 2)}px ${(HEIGHT - down) / 2}px`,
  };
}

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
        <i key={i} style={{ width, height: HEIGHT, ...(picture && behind(picture, width)) }} />
      ))}
    </span>
  );
}
