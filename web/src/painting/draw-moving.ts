import type { Moving } from '@caesura/core/film';
import {
  after,
  blurDirection,
  matrixOf,
  scaledAbout,
  type PictureValues,
} from '@caesura/core/motion';
import type { Size } from '@caesura/core/plan';
import type { Context, Picture } from './canvas.ts';
import { drawPicture } from './draw-picture.ts';

/** Instants at which a moving picture is drawn while the shutter is open. */
const SHUTTER_SAMPLES = 9;
/** Places over which a blur along a direction, and one towards the aim, is spread. */
const BLUR_SAMPLES = 13;
const RADIAL_SAMPLES = 16;
/** The same where several of them meet. */
const MOST_SAMPLES = 32;
/** Part of the way to the aim beyond which a radial blur would enlarge a point without end. */
const FARTHEST = 0.97;
/** The golden ratio: its multiples fall evenly between 0 and 1, whatever their number. */
const GOLDEN = 0.618034;

/** How often a picture is drawn for the mean of what moves and is blurred. */
function samplesOf({ motion }: Moving, { blur, radial }: PictureValues): number {
  const counts = [
    motion.look.shutter > 0 ? SHUTTER_SAMPLES : 1,
    blur > 0 ? BLUR_SAMPLES : 1,
    radial > 0 ? RADIAL_SAMPLES : 1,
  ];
  return Math.min(
    MOST_SAMPLES,
    counts.reduce((all, n) => all * n, 1),
  );
}

/**
 * Draws a picture in motion as the mean of many: where it is while the shutter is open, along its
 * blur and along the way to the aim. What it leaves open is averaged as well, so that its edges are
 * smeared as the rest is. The canvas is empty before.
 */
export function drawMoving(
  context: Context,
  picture: Picture,
  moving: Moving,
  { values, box, filmWidth }: { values: PictureValues; box: Size; filmWidth: number },
): void {
  const { motion, at, now } = moving;
  const { look } = motion;
  const samples = samplesOf(moving, values);
  const way = values.blur > 0 ? blurDirection(motion, now) : { x: 0, y: 0 };
  const length = (values.blur * box.width) / filmWidth;
  const aim = { x: look.aim.x * box.width, y: look.aim.y * box.height };
  const open = look.shutter / 360;
  for (let i = 0; i < samples; i++) {
    // Each spread on its own, so that they do not go along with one another.
    const part = samples === 1 ? 0.5 : i / (samples - 1);
    const [second, third] = [(part + i * GOLDEN) % 1, (part + 2 * i * GOLDEN) % 1];
    const then = open > 0 ? at(now + (part - 0.5) * open) : values;
    const along = (open > 0 ? second : part) - 0.5;
    const towards = open > 0 || values.blur > 0 ? third : part;
    const off = { x: way.x * length * along, y: way.y * length * along };
    const placed = matrixOf(then, look, box);
    const shifted = { ...placed, e: placed.e + off.x, f: placed.f + off.y };
    const matrix =
      values.radial > 0
        ? after(scaledAbout(1 / (1 - Math.min(FARTHEST, values.radial * towards)), aim), shifted)
        : shifted;
    if (samples > 1) {
      context.globalCompositeOperation = 'destination-out';
      context.globalAlpha = 1 / (i + 1);
      context.fillRect(0, 0, box.width, box.height);
      context.globalCompositeOperation = 'lighter';
    }
    drawPicture(context, picture, matrix, { box, fill: look.fill });
  }
  context.globalAlpha = 1;
  context.globalCompositeOperation = 'source-over';
}
