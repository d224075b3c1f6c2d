import { expect, it } from 'vitest';
import { sourceFrames } from '../time/index.ts';
import { packFacts, unpackFacts } from './facts-file.ts';
import { NO_CHANGE } from './light-change.ts';
import { STILL } from './movement.ts';
import { NO_SUBJECT } from './subject-motion.ts';

const frame = {
  ...STILL,
  dx: 0.25,
  turn: -0.5,
  brightness: 0.75,
  sharpness: 2,
  colour: { red: 0.5, green: 0, blue: 1 },
  subject: { x: 0.125, y: -0.25, vx: 0.5, vy: -0.0625, agreed: 0.75, size: 0.25, atEdge: 1 },
  light: { brighter: 0.5, darker: 0.25 },
};
const look = {
  at: sourceFrames(12),
  colours: new Float32Array(48).fill(0.2),
  edges: Float32Array.from({ length: 128 }, (_, i) => (i === 5 ? 1 : 0)),
};

it('keeps what was seen as bytes', () => {
  const measured = { frames: [frame, { ...frame, zoom: 0.125 }], looks: [look] };
  const packed = packFacts(measured);
  expect(packed.length).toBe(12 + 2 * 84 + 180);
  expect(unpackFacts(packed)).toEqual(measured);
  expect(unpackFacts(packFacts({ frames: [], looks: [] }))).toEqual({ frames: [], looks: [] });
});

const without = { ...frame, subject: NO_SUBJECT, light: NO_CHANGE };

it('reads its first version, of one number before the frames and no looks', () => {
  const now = packFacts({ frames: [frame], looks: [] });
  const first = new Uint8Array(4 + 48);
  first[0] = 1;
  first.set(now.subarray(12, 60), 4);
  expect(unpackFacts(first)).toEqual({ frames: [without], looks: [] });
});

it('reads its second version, of twelve numbers a frame', () => {
  const now = packFacts({ frames: [frame, frame], looks: [look] });
  const second = new Uint8Array(12 + 2 * 48 + 180);
  second.set(now.subarray(0, 60));
  second[0] = 2;
  second.set(now.subarray(96, 144), 60);
  second.set(now.subarray(180), 108);
  expect(unpackFacts(second)).toEqual({ frames: [without, without], looks: [look] });
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
