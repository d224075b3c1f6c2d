import { tilesUnder, underFrame, type Matrix } from '@caesura/core/motion';
import type { Fill, Size } from '@caesura/core/plan';
import type { Context, Picture } from './canvas.ts';

/** Tiles either way beyond which a picture is a speck. */
const MOST_TILES = 40;

/** Mirrors of a picture at its edges, as far as the frame needs. */
function drawMirrors(context: Context, { image }: Picture, matrix: Matrix, box: Size): void {
  const under = underFrame(matrix, box);
  if (!under) return;
  const { width, height } = box;
  const tiles = tilesUnder(under, box);
  const within = (n: number) => Math.min(MOST_TILES, Math.max(-MOST_TILES, n));
  for (let i = within(tiles.left); i <= within(tiles.right); i++)
    for (let j = within(tiles.top); j <= within(tiles.bottom); j++) {
      if (i === 0 && j === 0) continue;
      context.save();
      const [odd, oddDown] = [i % 2 !== 0, j % 2 !== 0];
      context.translate(odd ? (i + 1) * width : i * width, oddDown ? (j + 1) * height : j * height);
      context.scale(odd ? -1 : 1, oddDown ? -1 : 1);
      context.drawImage(image, 0, 0, width, height);
      context.restore();
    }
}

/** The pixels of the edges of a picture, repeated as far as the frame needs. */
function drawEdges(context: Context, picture: Picture, matrix: Matrix, box: Size): void {
  const under = underFrame(matrix, box);
  if (!under) return;
  const { image, width: w, height: h } = picture;
  const { width, height } = box;
  /** From which pixels of the picture to where, across or down: before it, it, after it. */
  const parts = (least: number, most: number, end: number, pixels: number) =>
    [
      [0, 1, Math.min(0, least), 0],
      [0, pixels, 0, end],
      [pixels - 1, 1, end, Math.max(end, most)],
    ] as const;
  for (const [sx, sw, left, right] of parts(under.left, under.right, width, w))
    for (const [sy, sh, top, bottom] of parts(under.top, under.bottom, height, h)) {
      const itself = sw === w && sh === h;
      if (!itself && right > left && bottom > top)
        context.drawImage(image, sx, sy, sw, sh, left, top, right - left, bottom - top);
    }
}

/** Draws a picture that fills the box as a map places it, with what lies beyond its edges. */
export function drawPicture(
  context: Context,
  picture: Picture,
  matrix: Matrix,
  { box, fill }: { readonly box: Size; readonly fill: Fill },
): void {
  const { a, b, c, d, e, f } = matrix;
  context.save();
  context.setTransform(a, b, c, d, e, f);
  if (fill === 'mirror') drawMirrors(context, picture, matrix, box);
  if (fill === 'extend') drawEdges(context, picture, matrix, box);
  context.drawImage(picture.image, 0, 0, box.width, box.height);
  context.restore();
}
