import { expose, transfer } from 'comlink';
import type { Plan } from '@caesura/core/plan';
import { FilmPainter, type PaintedLayer } from '../rehearse/film-painter.ts';

/** A frame of a film, painted. */
export interface PaintedFrame {
  readonly bitmap: ImageBitmap;
  readonly layers: readonly PaintedLayer[];
}

const painter = new FilmPainter();

const work = {
  /** Takes a plan under a name. */
  load: (name: string, plan: Plan): void => painter.load(name, plan),
  drop: (name: string): void => painter.drop(name),
  /** Paints a frame of a film at a size. */
  async paint(name: string, frame: number, width: number, height: number): Promise<PaintedFrame> {
    // One of its own for each, since the next is begun before this one is done.
    const canvas = new OffscreenCanvas(width, height);
    const layers = await painter.paint(name, frame, canvas);
    const bitmap = canvas.transferToImageBitmap();
    return transfer({ bitmap, layers }, [bitmap]);
  },
};
export type PictureWorker = typeof work;
expose(work);
