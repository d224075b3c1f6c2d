import { layersAt, phrasesAt, type Film } from '@caesura/core/film';
import type { Clip } from '@caesura/core/plan';
import { picturesOf, type Pictured } from '../proxy/pictures-of.ts';
import type { ProxyReader } from '../proxy/reader.ts';
import type { Canvas } from './canvas.ts';
import { paintFilm } from './paint-film.ts';

/**
 * Paints a frame of a film from the small copies of its clips, and gives the pictures that were
 * painted, already closed. Gives null where there is no canvas any more when they have come.
 */
export async function paintFrame(
  film: Film,
  frame: number,
  readerOf: (clip: Clip) => ProxyReader | undefined | Promise<ProxyReader | null>,
  canvasOf: () => Canvas | null,
): Promise<readonly Pictured[] | null> {
  const pictured = await picturesOf(layersAt(film, frame), readerOf);
  const canvas = canvasOf();
  if (canvas)
    paintFilm(canvas, {
      layers: pictured.map(({ layer, picture }) => ({
        layer,
        picture: picture && { image: picture, width: picture.width, height: picture.height },
      })),
      phrases: phrasesAt(film, frame),
      filmWidth: film.plan.size.width,
    });
  for (const { picture } of pictured) picture?.close();
  return canvas && pictured;
}
