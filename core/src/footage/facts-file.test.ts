import { expect, it } from 'vitest';
import { sourceFrames } from '../time/index.ts';
import { packFacts, unpackFacts } from './facts-file.ts';
import { STILL } from './movement.ts';

const frame = {
  ...STILL,
  dx: 0.25,
  turn: -0.5,
  brightness: 0.75,
  sharpness: 2,
  colour: { red: 0.5, green: 0, blue: 1 },
};
const look = {
  at: sourceFrames(12),
  colours: new Float32Array(48).fill(0.2),
  edges: Float32Array.from({ length: 128 }, (_, i) => (i === 5 ? 1 : 0)),
};

it('keeps what was seen as bytes', () => {
  const measured = { frames: [frame, { ...frame, zoom: 0.125 }], looks: [look] };
  const packed = packFacts(measured);
  expect(packed.length).toBe(12 + 2 * 48 + 180);
  expect(unpackFacts(packed)).toEqual(measured);
  expect(unpackFacts(packFacts({ frames: [], looks: [] }))).toEqual({ frames: [], looks: [] });
});

it('reads its first form, of one number before the frames and no looks', () => {
  const now = packFacts({ frames: [frame], looks: [] });
  const first = new Uint8Array(4 + 48);
  first[0] = 1;
  first.set(now.subarray(12), 4);
  expect(unpackFacts(first)).toEqual({ frames: [frame], looks: [] });
});

it('refuses other bytes', () => {
  const packed = packFacts({ frames: [frame], looks: [look] });
  for (const bytes of [
    new Uint8Array(),
    new Uint8Array(7),
    packed.subarray(0, 20),
    packed.subarray(0, packed.length - 1),
  ])
    expect(() => unpackFacts(bytes)).toThrow('cannot be read');
  expect(() => unpackFacts(Uint8Array.from([9, ...packed.subarray(1)]))).toThrow('cannot be read');
});
