import { describe, expect, it } from 'vitest';
import { seeded } from '../numbers/seeded.ts';
import type { Plane } from './boxed.ts';
import { interlacingDetector } from './interlacing.ts';
import { texture } from './testing/texture.ts';

const [WIDTH, HEIGHT] = [320, 180];

/** A picture whose every pixel is given by a function of place and of the instant of its line. */
function picture(
  bright: (x: number, y: number, t: number) => number,
  instant: (line: number) => number,
): Plane {
  const bytes = Uint8Array.from({ length: WIDTH * HEIGHT }, (_, i) => {
    const y = Math.floor(i / WIDTH);
    return Math.min(255, Math.max(0, Math.round(bright(i % WIDTH, y, instant(y)))));
  });
  return { bytes, offset: 0, stride: WIDTH, width: WIDTH, height: HEIGHT };
}

/** Whether thirty pictures are told to be interlaced; with `fields` each holds two instants. */
function told(bright: (x: number, y: number, t: number) => number, fields: boolean): boolean {
  const detector = interlacingDetector();
  for (let k = 0; k < 30; k++)
    detector.take(picture(bright, (line) => k / 25 + (fields ? (line % 2) / 50 : 0)));
  return detector.interlaced();
}

const of = texture(8);
const random = seeded(3);
const noise = () => 16 * (random() - 0.5);
/** Pixels a second that the camera goes. */
const pan = (x: number, y: number, t: number) => of((x + 160 * t) / WIDTH, y / WIDTH);
const ball = (x: number, y: number, t: number) =>
  Math.hypot(x - 40 - 200 * t, y - 90) < 30 ? 230 : of(x / WIDTH, y / WIDTH);
const stripes = (x: number, y: number, t: number) =>
  x > 200 ? 127 + 60 * (-1) ** y : ball(x * 0.8, y, t / 2);

describe('interlacingDetector', () => {
  it.each([
    ['a pan', pan],
    ['something that moves in front of what rests', ball],
    ['a pan with noise', (x: number, y: number, t: number) => pan(x, y, t) + noise()],
  ])('tells whole pictures of %s from those of two instants', (_name, bright) => {
    expect(told(bright, false)).toBe(false);
    expect(told(bright, true)).toBe(true);
  });

  it('takes stripes that rest, beside what moves, for no comb', () => {
    expect(told(stripes, false)).toBe(false);
  });

  it('does not compare a picture with one of another size', () => {
    const detector = interlacingDetector();
    const striped = (width: number): Plane => ({
      ...{ offset: 0, stride: width, width, height: HEIGHT },
      bytes: Uint8Array.from({ length: width * HEIGHT }, (_, i) => 255 * ((i / width) & 1)),
    });
    for (let k = 0; k < 12; k++) detector.take(striped(k % 2 ? 320 : 160));
    expect(detector.interlaced()).toBe(false);
  });

  it('takes noise alone for no comb, and what rests for whole', () => {
    expect(told(() => 127 + 8 * noise(), false)).toBe(false);
    expect(told((x, y) => of(x / WIDTH, y / WIDTH), true)).toBe(false);
  });
});
