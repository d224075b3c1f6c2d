import type { Layer, Moving, PhraseOnFrame } from '@caesura/core/film';
import { rests, steadyMatrix, type PictureValues } from '@caesura/core/motion';
import type { Size } from '@caesura/core/plan';
import type { Canvas, Context, Picture } from './canvas.ts';
import { drawMoving } from './draw-moving.ts';

/** Sheets on which a picture is drawn before it is laid over the others. */
const sheets: OffscreenCanvas[] = [];

/** An empty sheet of a size; the same number gives the same sheet again. */
function emptySheet(number: number, { width, height }: Size): OffscreenCanvas {
  let sheet = sheets[number];
  if (sheet?.width !== width || sheet.height !== height)
    sheet = sheets[number] = new OffscreenCanvas(width, height);
  sheet.getContext('2d')!.clearRect(0, 0, width, height);
  return sheet;
}

/** Gamma of the screen, by which stops of exposure are turned into brightness of the signal. */
const GAMMA = 2.2;

/** The look of a picture as a filter of the canvas; a preview, since it works on the signal. */
function filterOf({ exposure, contrast, saturation }: PictureValues): string {
  const parts = [
    exposure === 0 ? '' : `brightness(${2 ** (exposure / GAMMA)})`,
    contrast === 1 ? '' : `contrast(${contrast})`,
    saturation === 1 ? '' : `saturate(${saturation})`,
  ].filter((part) => part !== '');
  return parts.length > 0 ? parts.join(' ') : 'none';
}

/** Mixes white and black into what is drawn. */
function tint(context: Context, { flash, dip }: PictureValues, { width, height }: Size): void {
  for (const [part, colour] of [
    [flash, '#fff'],
    [dip, '#000'],
  ] as const) {
    if (part <= 0) continue;
    context.globalCompositeOperation = 'source-atop';
    context.globalAlpha = Math.min(1, part);
    context.fillStyle = colour;
    context.fillRect(0, 0, width, height);
  }
  context.globalCompositeOperation = 'source-over';
  context.globalAlpha = 1;
}

/** Lays a picture with its movement, blur and look over what is painted. */
function layOver(
  context: Context,
  picture: Picture,
  { values, moving, sheet }: { values: PictureValues; moving: Moving; sheet: number },
  { box, filmWidth }: { box: Size; filmWidth: number },
): void {
  const drawn = emptySheet(sheet, box);
  const own = drawn.getContext('2d')!;
  drawMoving(own, picture, moving, { values, box, filmWidth });
  tint(own, values, box);
  context.globalAlpha = Math.min(1, Math.max(0, values.opacity));
  context.filter = filterOf(values);
  context.drawImage(drawn, 0, 0);
  context.filter = 'none';
  context.globalAlpha = 1;
}

/** Whether nothing would be seen of a motion on its frame. */
const isStill = ({ motion, now, at }: Moving, values: PictureValues): boolean =>
  rests(values) &&
  (motion.look.shutter === 0 ||
    (rests(at(now - motion.look.shutter / 720)) && rests(at(now + motion.look.shutter / 720))));

/**
 * A picture of another shape laid into a frame of the film's, and one that is steadied moved inside
 * its own edges; the picture itself where it is neither.
 */
function inFilm(
  picture: Picture,
  { framed, steadied }: Layer,
  { box, filmWidth }: { box: Size; filmWidth: number },
): Picture {
  if (!framed && !steadied) return picture;
  const sheet = emptySheet(2, box);
  const context = sheet.getContext('2d')!;
  const part = framed ? box.width / filmWidth : 1;
  const whole = { left: 0, top: 0, right: box.width, bottom: box.height };
  const { left, top, right, bottom } = framed?.box ?? whole;
  const size = { width: (right - left) * part, height: (bottom - top) * part };
  context.fillStyle = '#000';
  context.fillRect(0, 0, box.width, box.height);
  context.save();
  context.translate(left * part, top * part);
  if (steadied) {
    context.beginPath();
    context.rect(0, 0, size.width, size.height);
    context.clip();
    const { a, b, c, d, e, f } = steadyMatrix(steadied.move, steadied.scale, size);
    context.transform(a, b, c, d, e, f);
  }
  context.drawImage(picture.image, 0, 0, size.width, size.height);
  context.restore();
  return { image: sheet, ...box };
}

/** A frame of the film to be painted: its pictures and its phrases, each the lowest first. */
export interface FrameToPaint {
  readonly layers: readonly { readonly layer: Layer; readonly picture: Picture | null }[];
  readonly phrases: readonly PhraseOnFrame[];
  /** Width of the film in pixels, in which blurs are counted. */
  readonly filmWidth: number;
}

/**
 * Paints a frame of the film on a canvas: its pictures, and over the composed picture its phrases;
 * a picture that is missing is left out.
 */
export function paintFilm(canvas: Canvas, { layers, phrases, filmWidth }: FrameToPaint): void {
  const context = canvas.getContext('2d') as Context;
  const box = { width: canvas.width, height: canvas.height };
  const clear = () => {
    context.fillStyle = '#000';
    context.fillRect(0, 0, box.width, box.height);
  };
  clear();
  for (const { layer, picture: whole } of layers) {
    if (!whole) continue;
    const { values, moving } = layer;
    const picture = inFilm(whole, layer, { box, filmWidth });
    // Most frames show one picture as it is.
    if (!moving || isStill(moving, values))
      context.drawImage(picture.image, 0, 0, box.width, box.height);
    else layOver(context, picture, { values, moving, sheet: 0 }, { box, filmWidth });
  }
  for (const { values, moving } of phrases) {
    if (isStill(moving, values)) continue;
    const composed = emptySheet(1, box);
    composed.getContext('2d')!.drawImage(canvas, 0, 0);
    clear();
    const picture = { image: composed, ...box };
    layOver(context, picture, { values, moving, sheet: 0 }, { box, filmWidth });
  }
}
