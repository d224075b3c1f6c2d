import type { FilmPicture } from '../app/api.ts';
import { mediaUrl } from '../app/http.ts';
import { STRIP_PICTURES } from '../proxy/format.ts';

/** Where the strip of a picture lies behind a hole of a size, so that the picture fills it. */
export function behindStrip(
  { strip, at, aspect }: FilmPicture,
  { width, height }: { readonly width: number; readonly height: number },
) {
  const scale = Math.max(1, width / (height * aspect));
  const [across, down] = [height * aspect * scale, height * scale];
  const place = Math.min(STRIP_PICTURES - 1, Math.floor(at * STRIP_PICTURES));
  return {
    backgroundImage: `url(${mediaUrl(strip)})`,
    backgroundSize: `${STRIP_PICTURES * across}px ${down}px`,
    backgroundPosition: `${-(place * across + (across - width) / 2)}px ${(height - down) / 2}px`,
  };
}
