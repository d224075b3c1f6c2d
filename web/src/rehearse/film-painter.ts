import { filmOf, type Film } from '@caesura/core/film';
import type { PictureValues } from '@caesura/core/motion';
import type { Clip, Plan } from '@caesura/core/plan';
import type { Canvas } from '../painting/canvas.ts';
import { paintFrame } from '../painting/paint-frame.ts';
import { openProxy, type ProxyReader } from '../proxy/reader.ts';

/** What was painted of one layer: which frame of which clip, and how. */
export interface PaintedLayer {
  readonly shot: number;
  readonly clip: string | null;
  /**
   * Source frame that the plan shows, and that of the picture painted; null where none could be
   * had.
   */
  readonly source: number;
  readonly shown: number | null;
  readonly values: PictureValues;
}

/** Small copies that are open at a time; each holds a decoder. */
const MOST_OPEN = 16;

/** Paints frames of films from the small copies of their clips. */
export class FilmPainter {
  private readonly films = new Map<string, Film>();
  /** Open copies, the one longest not used first. */
  private readonly readers = new Map<string, Promise<ProxyReader | null>>();

  /** Takes a plan under a name, in place of the one before. */
  load(name: string, plan: Plan): void {
    this.films.set(name, filmOf(plan));
  }

  /** Forgets a plan. */
  drop(name: string): void {
    this.films.delete(name);
  }

  private readonly readerOf = (clip: Clip): Promise<ProxyReader | null> => {
    const id = clip.proxy;
    if (!id) return Promise.resolve(null);
    const reader = this.readers.get(id) ?? openProxy(id).catch(() => null);
    this.readers.delete(id);
    this.readers.set(id, reader);
    if (this.readers.size > MOST_OPEN) {
      const [oldest, open] = this.readers.entries().next().value!;
      this.readers.delete(oldest);
      void open.then((r) => r?.close());
    }
    return reader;
  };

  /** Paints a frame of a film on a canvas, and says what was painted, the lowest first. */
  async paint(name: string, frame: number, canvas: Canvas): Promise<PaintedLayer[]> {
    const film = this.films.get(name);
    if (!film) return [];
    const pictured = await paintFrame(film, frame, this.readerOf, () => canvas);
    return (pictured ?? []).map(({ layer, shown }) => ({
      shot: layer.shot,
      clip: layer.clip?.id ?? null,
      source: layer.source,
      shown,
      values: layer.values,
    }));
  }
}
