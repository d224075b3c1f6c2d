/**
 * Small drawing helpers for the demo's scenes. All positions are in pixels of a 640 × 360 picture.
 */

export const WIDTH = 640;
export const HEIGHT = 360;

export type Pen = CanvasRenderingContext2D;

/** Fills the whole picture. */
export function ground(pen: Pen, colour: string): void {
  pen.fillStyle = colour;
  pen.fillRect(0, 0, WIDTH, HEIGHT);
}

/** Fills a box with rounded corners. */
export function box(
  pen: Pen,
  x: number,
  y: number,
  width: number,
  height: number,
  colour: string,
  radius = 0,
): void {
  pen.fillStyle = colour;
  pen.beginPath();
  pen.roundRect(x, y, width, height, radius);
  pen.fill();
}

/** Fills a disc. */
export function disc(pen: Pen, x: number, y: number, radius: number, colour: string): void {
  pen.fillStyle = colour;
  pen.beginPath();
  pen.arc(x, y, radius, 0, 2 * Math.PI);
  pen.fill();
}

/** Fills a polygon given as x, y, x, y, … */
export function shape(pen: Pen, colour: string, ...points: number[]): void {
  pen.fillStyle = colour;
  pen.beginPath();
  for (let i = 0; i < points.length; i += 2) pen.lineTo(points[i]!, points[i + 1]!);
  pen.closePath();
  pen.fill();
}

/** Draws a straight line. */
export function stroke(
  pen: Pen,
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  width: number,
  colour: string,
): void {
  pen.strokeStyle = colour;
  pen.lineWidth = width;
  pen.beginPath();
  pen.moveTo(x1, y1);
  pen.lineTo(x2, y2);
  pen.stroke();
}

/** Writes text centred on a point. */
export function letters(
  pen: Pen,
  text: string,
  x: number,
  y: number,
  size: number,
  colour: string,
): void {
  pen.fillStyle = colour;
  pen.font = `600 ${size}px serif`;
  pen.textAlign = 'center';
  pen.textBaseline = 'middle';
  pen.fillText(text, x, y);
}

/** Runs a drawing moved, turned and scaled about a point. */
export function placed(
  pen: Pen,
  {
    x,
    y,
    turn = 0,
    scaleX = 1,
    scaleY = scaleX,
  }: { x: number; y: number; turn?: number; scaleX?: number; scaleY?: number },
  draw: () => void,
): void {
  pen.save();
  pen.translate(x, y);
  pen.rotate(turn);
  pen.scale(scaleX, scaleY);
  draw();
  pen.restore();
}

/** Runs a drawing as seen by a camera that looks at (x, y) and magnifies by `zoom`. */
export function camera(pen: Pen, x: number, y: number, zoom: number, draw: () => void): void {
  placed(pen, { x: WIDTH / 2, y: HEIGHT / 2, scaleX: zoom }, () => {
    pen.translate(-x, -y);
    draw();
  });
}

/** A wall of bricks with slightly different tones. */
export function bricks(pen: Pen, x: number, y: number, columns: number, rows: number): void {
  const tones = ['#8a5a44', '#7d503c', '#93634b', '#86563f'];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++)
      box(
        pen,
        x + column * 48 - (row % 2) * 24,
        y + row * 20,
        46,
        18,
        tones[(row * 7 + column * 5) % tones.length]!,
        1,
      );
}

/** Boards with a line of grain in each. */
export function boards(pen: Pen, y: number, height: number, colour: string, grain: string): void {
  box(pen, -400, y, WIDTH + 800, height, colour);
  for (let row = 0; row * 22 < height; row++) {
    stroke(pen, -400, y + row * 22, WIDTH + 400, y + row * 22, 1.5, grain);
    for (let knot = 0; knot < 9; knot++)
      box(
        pen,
        -380 + ((knot * 163 + row * 71) % 1300),
        y + row * 22 + 8,
        26 + ((knot * 13) % 40),
        2,
        grain,
        1,
      );
  }
}

/** 0 before `from`, 1 after `to`, and smooth between (3u² − 2u³). */
export function smooth(t: number, from: number, to: number): number {
  const u = Math.min(1, Math.max(0, (t - from) / (to - from)));
  return u * u * (3 - 2 * u);
}

/**
 * 0 before `from`, 1 after `to`, and ever faster between: a fall that ends in an impact at `to`.
 */
export function fall(t: number, from: number, to: number): number {
  const u = Math.min(1, Math.max(0, (t - from) / (to - from)));
  return u * u;
}

/**
 * A knock that shakes the picture after an impact at `at` and dies within a third of a second;
 * pixels.
 */
export const knock = (t: number, at: number, size: number): number =>
  t < at ? 0 : size * Math.exp(-(t - at) * 14) * Math.sin((t - at) * 90);
