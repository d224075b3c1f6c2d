import type { Clip, Size } from '@caesura/core/plan';
import type { Context } from './canvas.ts';

/** What a card says: a clip that is not shot yet. */
export type Carded = Pick<Clip, 'name' | 'wanted' | 'size'>;

/** Colours of paper, in both themes: a card is a picture. */
const [PAPER, SHADE, INK, FAINT] = ['#efece5', '#d9d4c8', '#22262e', '#5c6370'];
/** Words are set in this family, which needs no file in a worker. */
const FAMILY = 'sans-serif';
type Framing = NonNullable<NonNullable<Clip['wanted']>['framing']>;
/** How tall a standing person is against the frame, by how near the camera is. */
const TALL: Readonly<Record<Framing, number>> = { wide: 0.5, medium: 1.35, close: 3.2 };

/** Words in so many lines no wider than a width; the last one has a mark where there are more. */
function linesOf(context: Context, words: string, width: number, most: number): string[] {
  const lines: string[] = [];
  for (const word of words.split(/\s+/).filter(Boolean)) {
    const last = lines.at(-1);
    const longer = last === undefined ? word : `${last} ${word}`;
    if (last !== undefined && context.measureText(longer).width <= width)
      lines[lines.length - 1] = longer;
    else lines.push(word);
  }
  if (lines.length <= most) return lines;
  return [...lines.slice(0, most - 1), `${lines[most - 1]} …`];
}

/** A person as the camera is to see them: head, shoulders and body down from `top`. */
function drawPerson(context: Context, { width, height }: Size, framing: Framing): void {
  const tall = TALL[framing] * height;
  const head = tall * 0.075;
  const [x, top] = [width * 0.78, framing === 'wide' ? height * 0.3 : height * 0.18];
  context.fillStyle = SHADE!;
  context.beginPath();
  context.ellipse(x, top + head, head * 0.8, head, 0, 0, 2 * Math.PI);
  context.fill();
  context.beginPath();
  context.roundRect(x - head * 1.7, top + head * 2.2, head * 3.4, tall, head * 0.9);
  context.fill();
  if (framing !== 'wide') return;
  context.fillRect(width * 0.6, top + tall, width * 0.36, height * 0.012);
}

/**
 * Draws what stands for a clip that is not shot yet: a card with its name, how near the camera is
 * to be and what is to happen. It has edges, so that a move over it can be seen.
 */
export function drawCard(
  context: Context,
  { width, height }: Size,
  { name, wanted }: Pick<Carded, 'name' | 'wanted'>,
): void {
  const unit = Math.min(width / 16, height / 9);
  context.save();
  context.fillStyle = PAPER!;
  context.fillRect(0, 0, width, height);
  context.beginPath();
  context.rect(0, 0, width, height);
  context.clip();
  if (wanted?.framing) drawPerson(context, { width, height }, wanted.framing);
  context.strokeStyle = FAINT!;
  context.lineWidth = unit * 0.12;
  context.setLineDash([unit * 0.5, unit * 0.3]);
  context.strokeRect(unit * 0.5, unit * 0.5, width - unit, height - unit);
  context.textBaseline = 'alphabetic';
  const left = unit * 1.1;
  const room = (wanted?.framing ? width * 0.66 : width) - 2 * left;
  context.fillStyle = FAINT!;
  context.font = `${unit * 0.85}px ${FAMILY}`;
  const state = wanted ? ['to shoot', wanted.framing].filter(Boolean).join(', ') : 'no file yet';
  context.fillText(state, left, unit * 1.9);
  context.fillStyle = INK!;
  context.font = `600 ${unit * 1.2}px ${FAMILY}`;
  const names = linesOf(context, name, room, 2);
  names.forEach((line, i) => context.fillText(line, left, unit * (3.4 + 1.4 * i), room));
  context.font = `${unit * 0.85}px ${FAMILY}`;
  const below = 3.4 + 1.4 * names.length;
  linesOf(context, wanted?.action ?? '', room, 3).forEach((line, i) =>
    context.fillText(line, left, unit * (below + i), room),
  );
  context.restore();
}

/** Widths of a card that is painted as a frame of the film, as of a small copy. */
const CARD_WIDTH = 320;

/** The card of a clip as a picture of its shape, which the caller closes. */
export function cardOf(clip: Carded): ImageBitmap {
  const height = Math.max(1, Math.round((CARD_WIDTH * clip.size.height) / clip.size.width));
  const sheet = new OffscreenCanvas(CARD_WIDTH, height);
  drawCard(sheet.getContext('2d')!, { width: CARD_WIDTH, height }, clip);
  return sheet.transferToImageBitmap();
}
