import { beforeAll, describe, expect, it } from 'vitest';
import { activityOf } from './activity.ts';
import { cameraDirection, usualMove } from './camera-words.ts';
import { NO_MOVE, type CameraMove } from './camera-move.ts';
import { evenGrid } from './look.ts';
import type { Luma } from './luma.ts';
import { proposedMoments } from './moments/proposed-moments.ts';
import { STILL } from './movement.ts';
import { shotChanges } from './shot-changes.ts';
import { stillRanges } from './still-ranges.ts';
import { disturbed, seen, texture } from './testing/texture.ts';
import { frameAnalyser, type FrameFacts } from './frame-analyser.ts';

const RATE = 25;
const [WIDTH, HEIGHT] = [96, 54];
const GREY = evenGrid({ red: 0.5, green: 0.5, blue: 0.5 });

/** Noise as a camera has it: a deviation of 1.5 steps of 255, another on every frame. */
function watched(count: number, picture: (frame: number) => Luma): FrameFacts[] {
  const analyser = frameAnalyser(RATE);
  for (let k = 0; k < count; k++) analyser.take(disturbed(picture(k), 1000 + k, 1.5), GREY);
  return [...analyser.end().frames];
}

describe('a pan that starts, jolts and comes to rest', () => {
  /**
   * Still to frame 20, then 0.012 widths a frame to the right to frame 60, still to the end; the
   * same each frame.
   */
  const shift = (k: number): number => 0.012 * Math.min(40, Math.max(0, k - 20));
  const of = texture(21);
  let facts: FrameFacts[] = [];
  beforeAll(() => {
    facts = watched(100, (k) => seen(of, { ...NO_MOVE, x: shift(k) }, WIDTH, HEIGHT));
  });

  it('is still exactly where it was, within a frame', () => {
    const ranges = stillRanges(activityOf(facts, RATE), RATE);
    expect(ranges).toHaveLength(2);
    // Frame 21 is the first that differs from the one before; from frame 60 on none does.
    expect(Math.abs(ranges[0]!.to - 21)).toBeLessThanOrEqual(1);
    expect(Math.abs(ranges[1]!.from - 60)).toBeLessThanOrEqual(1);
    expect([ranges[0]!.from, ranges[1]!.to]).toEqual([0, 100]);
  });

  it('gives its start and its rest as moments within two frames, and nothing else', () => {
    const moments = proposedMoments(facts, RATE);
    expect(moments).toHaveLength(2);
    expect(Math.abs(moments[0]!.at - 21)).toBeLessThanOrEqual(2);
    expect(Math.abs(moments[1]!.at - 60)).toBeLessThanOrEqual(2);
    expect(moments[0]!.kind).toBe('start');
  });

  it('is told in words: the picture goes right, so the camera goes left', () => {
    const { degrees, words } = cameraDirection(facts[40]!, RATE);
    expect(words).toBe('left');
    expect(Math.min(degrees!, 360 - degrees!)).toBeLessThan(3);
    expect(cameraDirection(facts[10]!, RATE)).toEqual({ degrees: null, words: 'still' });
  });

  it('is on the whole a move to the left, though it rests for more than half of the time', () => {
    const { camera } = activityOf(facts, RATE);
    expect(cameraDirection(usualMove(facts, camera), RATE).words).toBe('left');
    expect(usualMove(facts.slice(0, 20), camera.slice(0, 20))).toEqual(STILL);
  });

  it('has no shot change in it', () => expect(shotChanges(facts)).toEqual([]));
});

it('tells zooms, turns and slanting moves in words', () => {
  expect(cameraDirection({ ...STILL, zoom: 0.01 }, RATE).words).toBe('in');
  expect(cameraDirection({ ...STILL, zoom: -0.01 }, RATE).words).toBe('out');
  expect(cameraDirection({ ...STILL, turn: 0.01 }, RATE).words).toBe('turning left');
  const slanting = cameraDirection({ ...STILL, dx: -0.01, dy: -0.01, zoom: 0.01 }, RATE);
  expect(slanting.words).toBe('right and down, in');
  expect(slanting.degrees).toBeCloseTo(225, 6);
});

it('finds a shot change, and none in a whip pan or a flash', () => {
  const [one, two] = [texture(23), texture(25)];
  const cut = watched(40, (k) =>
    seen(k < 17 ? one : two, { ...NO_MOVE, x: 0.004 * k }, WIDTH, HEIGHT),
  );
  expect(shotChanges(cut)).toEqual([17]);
  const whip = watched(30, (k) =>
    seen(one, { ...NO_MOVE, x: 0.2 * Math.min(5, Math.max(0, k - 12)) }, WIDTH, HEIGHT),
  );
  expect(shotChanges(whip)).toEqual([]);
  const flash = watched(30, (k) => {
    const picture = seen(one, NO_MOVE, WIDTH, HEIGHT);
    return k === 15 ? { ...picture, values: picture.values.map((v) => 200 + v / 5) } : picture;
  });
  expect(shotChanges(flash)).toEqual([]);
});

it('proposes hits and turns of what moves by itself', () => {
  const [ground, thing] = [texture(27), texture(29)];
  /** A block over a ground that keeps still, its middle at a place in widths. */
  const back = seen(ground, NO_MOVE, WIDTH, HEIGHT);
  const scene = (x: number): Luma => {
    const front = seen(thing, { ...NO_MOVE, x } as CameraMove, WIDTH, HEIGHT);
    const values = back.values.map((v, i) => {
      const [column, row] = [i % WIDTH, Math.floor(i / WIDTH)];
      return Math.abs(column - WIDTH * (0.5 + x)) < 16 && Math.abs(row - HEIGHT / 2) < 16
        ? front.values[i]!
        : v;
    });
    return { ...back, values };
  };
  // Falls faster and faster to frame 30, where it stops at once.
  const falls = watched(60, (k) =>
    scene(-0.3 + 0.5 * (Math.min(20, Math.max(0, k - 10)) / 20) ** 2),
  );
  const hit = proposedMoments(falls, RATE).filter((m) => m.kind === 'impact');
  expect(hit).toHaveLength(1);
  expect(Math.abs(hit[0]!.at - 31)).toBeLessThanOrEqual(2);
  // Goes to and fro over 50 frames: it turns at 12.5, 37.5 and 62.5.
  const swings = watched(80, (k) => scene(0.25 * Math.sin((2 * Math.PI * k) / 50)));
  const turns = proposedMoments(swings, RATE).filter((m) => m.kind === 'turn');
  for (const at of [12.5, 37.5, 62.5])
    expect(turns.some((m) => Math.abs(m.at - at) <= 2)).toBe(true);
});
