import { expect, it } from 'vitest';
import { boxed, turned } from './boxed.ts';

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
  expect(turned(luma, 1)).toEqual({
    width: 2,
    height: 3,
    values: Float32Array.from([4, 1, 5, 2, 6, 3]),
  });
  expect([...turned(luma, 2).values]).toEqual([6, 5, 4, 3, 2, 1]);
  expect(turned(turned(luma, 3), 1)).toEqual(luma);
  expect(turned(luma, 4)).toBe(luma);
});

it('gives the same by words as by bytes, whatever the size of the blocks', () => {
  const [stride, width, height] = [44, 42, 37];
  const bytes = Uint8Array.from({ length: stride * height + 1 }, (_, i) => (i * 7919) & 255);
  // At an odd offset words cannot be used.
  const shifted = Uint8Array.from([0, ...bytes]);
  for (const [w, h] of [
    [42, 37],
    [10, 9],
    [4, 4],
    [1, 1],
  ] as const)
    expect(boxed({ bytes: shifted, offset: 1, stride, width, height }, w, h)).toEqual(
      boxed({ bytes, offset: 0, stride, width, height }, w, h),
    );
  // More bright rows in a block than fit into 16 bits.
  const white = {
    bytes: new Uint8Array(8 * 600).fill(255),
    offset: 0,
    stride: 8,
    width: 8,
    height: 600,
  };
  expect([...boxed(white, 2, 2).values]).toEqual([255, 255, 255, 255]);
});
