import type { Layer } from '@caesura/core/film';
import { turnOf, type PictureValues } from '@caesura/core/joins';
import type { JoinSettings } from '@caesura/core/plan';

/** What is painted on: a canvas of the page or of a worker. */
export type Canvas = HTMLCanvasElement | OffscreenCanvas;
type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;

/** A picture that a canvas can draw. */
export type Picture = CanvasImageSource;

interface Box {
  readonly width: number;
  readonly height: number;
}

/** Instants at which a moving picture is drawn while the shutter is open. */
const OPEN_SAMPLES = 9;
/** Places over which a blur that was asked for is spread. */
const BLUR_SAMPLES = 13;

/** Draws a picture over the frame and, where it is filled, beyond its edges. */
function drawFilled(
  context: Context,
  picture: Picture,
  { width, height }: Box,
  fill: string,
): void {
  if (fill === 'mirror')
    for (let i = -1; i <= 1; i++)
      for (let j = -1; j <= 1; j++) {
        if (i === 0 && j === 0) continue;
        context.save();
        context.translate(
          i === 0 ? 0 : i < 0 ? 0 : 2 * width,
          j === 0 ? 0 : j < 0 ? 0 : 2 * height,
        );
        context.scale(i === 0 ? 1 : -1, j === 0 ? 1 : -1);
        context.drawImage(picture, 0, 0, width, height);
        context.restore();
      }
  if (fill === 'extend') {
    context.save();
    context.filter = 'none';
    // The edge itself, drawn wide; the corners get that of the sides.
    context.drawImage(picture, -width, 0, 3 * width, height);
    context.drawImage(picture, 0, -height, width, 3 * height);
    context.restore();
  }
  context.drawImage(picture, 0, 0, width, height);
}

/** Where a picture is placed: about which part of which box, and what lies beyond its edges. */
interface Placing {
  readonly aim: { readonly x: number; readonly y: number };
  readonly box: Box;
  readonly fill: string;
}

/** Draws a picture as its values place it. */
function drawPlaced(
  context: Context,
  picture: Picture,
  { scale, x, y, rotation }: PictureValues,
  { aim, box, fill }: Placing,
): void {
  const { c, n } = turnOf(rotation);
  const [ax, ay] = [aim.x * box.width, aim.y * box.height];
  context.save();
  context.translate(ax + x * box.width, ay + y * box.height);
  context.transform(scale * c, scale * n, -scale * n, scale * c, 0, 0);
  context.translate(-ax, -ay);
  drawFilled(context, picture, box, fill);
  context.restore();
}

const CENTRE = { x: 0.5, y: 0.5 };

const along = ({ way }: JoinSettings) =>
  way === 'left' || way === 'right' ? { x: 1, y: 0 } : { x: 0, y: 1 };

/**
 * Draws a layer with what moves while the shutter is open and the blur that was asked for, as the
 * mean of many.
 */
function drawLayer(
  context: Context,
  picture: Picture,
  layer: Layer,
  { box, filmWidth }: { box: Box; filmWidth: number },
): void {
  const { moving, values } = layer;
  if (!moving) return void drawPlaced(context, picture, values, { aim: CENTRE, box, fill: 'none' });
  const { settings, at, pictured } = moving;
  const open = settings.shutter / 360;
  const instants = open > 0 ? OPEN_SAMPLES : 1;
  const spread = values.blur > 0 ? BLUR_SAMPLES : 1;
  const way = along(settings);
  let drawn = 0;
  for (let i = 0; i < instants; i++) {
    const then = instants === 1 ? values : pictured(at + (i / (instants - 1) - 0.5) * open);
    for (let j = 0; j < spread; j++) {
      const off = spread === 1 ? 0 : ((j / (spread - 1) - 0.5) * values.blur) / filmWidth;
      context.globalAlpha = 1 / ++drawn;
      const placed = {
        ...then,
        x: then.x + way.x * off,
        y: then.y + way.y * off * (box.width / box.height),
      };
      drawPlaced(context, picture, placed, { aim: settings.aim, box, fill: settings.fill });
    }
  }
  context.globalAlpha = 1;
}

/** The sheet on which a layer is drawn before it is laid over the others. */
let sheet: OffscreenCanvas | null = null;

/**
 * Paints the pictures of a frame of the film on a canvas, the lowest first; a picture that is
 * missing is left out.
 */
export function paintLayers(
  canvas: Canvas,
  layers: readonly { readonly layer: Layer; readonly picture: Picture | null }[],
  filmWidth: number,
): void {
  const context = canvas.getContext('2d') as Context;
  const box = { width: canvas.width, height: canvas.height };
  context.fillStyle = '#000';
  context.fillRect(0, 0, box.width, box.height);
  for (const { layer, picture } of layers) {
    if (!picture) continue;
    // Most frames show one picture as it is.
    if (!layer.moving && layer.values.opacity === 1) {
      drawLayer(context, picture, layer, { box, filmWidth });
      continue;
    }
    if (sheet?.width !== box.width || sheet.height !== box.height)
      sheet = new OffscreenCanvas(box.width, box.height);
    const own = sheet.getContext('2d')!;
    own.clearRect(0, 0, box.width, box.height);
    drawLayer(own, picture, layer, { box, filmWidth });
    context.globalAlpha = layer.values.opacity;
    context.drawImage(sheet, 0, 0);
    context.globalAlpha = 1;
  }
}
