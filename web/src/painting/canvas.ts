/** What is painted on: a canvas of the page or of a worker. */
export type Canvas = HTMLCanvasElement | OffscreenCanvas;
export type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;

/** A picture that a canvas can draw, with its size in pixels. */
export interface Picture {
  readonly image: CanvasImageSource;
  readonly width: number;
  readonly height: number;
}
