import { expose, transfer } from 'comlink';
import type { Plan } from '@caesura/core/plan';
import { FilmPainter } from '../rehearse/film-painter.ts';

const painter = new FilmPainter();

const work = {
  /** Takes a plan under a name. */
  load: (name: string, plan: Plan): void => painter.load(name, plan),
  drop: (name: string): void => painter.drop(name),
  /** Paints a frame of a film at a size. */
  async paint(name: string, frame: number, width: number, height: number): Promise<ImageBitmap> {
    // One of its own for each, since the next is begun before this one is done.
    const canvas = new OffscreenCanvas(width, height);
    await painter.paint(name, frame, canvas);
    const picture = canvas.transferToImageBitmap();
    return transfer(picture, [picture]);
  },
};
export type PictureWorker = typeof work;
expose(work);
