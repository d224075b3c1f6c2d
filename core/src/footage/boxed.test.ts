import { expect, it } from 'vitest';
import { boxed, turned } from './boxed.ts';
import { packFacts, unpackFacts } from './facts-file.ts';
import { STILL } from './movement.ts';

it('makes a plane smaller by the mean of blocks, whatever its stride and offset', () => {
  // Four by two pixels in rows of six bytes, after one byte of something else.
  const bytes = Uint8Array.from([9, 0, 10, 20, 30, 99, 99, 40, 50, 60, 70, 99, 99]);
  const plane = { bytes, offset: 1, stride: 6, width: 4, height: 2 };
  expect([...boxed(plane, 2, 1).values]).toEqual([25, 45]);
  expect(boxed(plane, 2, 1)).toMatchObject({ width: 2, height: 1 });
  // Three columns of four: the blocks are one, one and two wide.
  expect([...boxed(plane, 3, 2).values]).toEqual([0, 10, 25, 40, 50, 65]);
  expect(boxed(plane, 100, 100)).toMatchObject({ width: 4, height: 2 });
});

it('turns a picture clockwise', () => {
  const luma = { width: 3, height: 2, values: Float32Array.from([1, 2, 3, 4, 5, 6]) };
  expect(turned(luma, 1)).toEqual({ width: 2, height: 3, values: Float32Array.from([4, 1, 5, 2, 6, 3]) });
  expect([...turned(luma, 2).values]).toEqual([6, 5, 4, 3, 2, 1]);
  expect(turned(turned(luma, 3), 1)).toEqual(luma);
  expect(turned(luma, 4)).toBe(luma);
});

it('keeps what was seen as bytes, and refuses others', () => {
  const frame = {
    ...STILL,
    dx: 0.25,
    turn: -0.5,
    brightness: 0.75,
    sharpness: 2,
    colour: { red: 0.5, green: 0, blue: 1 },
  };
  expect(unpackFacts(packFacts([frame, { ...frame, zoom: 0.125 }]))).toEqual([frame, { ...frame, zoom: 0.125 }]);
  expect(unpackFacts(packFacts([]))).toEqual([]);
  expect(() => unpackFacts(new Uint8Array(7))).toThrow('cannot be read');
  expect(() => unpackFacts(packFacts([frame]).subarray(0, 20))).toThrow('cannot be read');
});
