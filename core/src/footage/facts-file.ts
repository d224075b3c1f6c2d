import { CaesuraError } from '../time/index.ts';
import type { FrameFacts } from './watch.ts';

/** What a file of facts begins with: its form. */
const FORM = 1;
/** Numbers of a frame, in this order. */
const FIELDS = ['difference', 'dx', 'dy', 'zoom', 'turn', 'residual', 'alike', 'brightness', 'sharpness'] as const;
const PER_FRAME = FIELDS.length + 3;

/** The facts of all frames of a clip as bytes: a form and then 32-bit floats, little-endian, twelve a frame. */
export function packFacts(frames: readonly FrameFacts[]): Uint8Array {
  const bytes = new Uint8Array(4 + 4 * PER_FRAME * frames.length);
  const view = new DataView(bytes.buffer);
  view.setUint32(0, FORM, true);
  frames.forEach((frame, k) => {
    const { red, green, blue } = frame.colour;
    [...FIELDS.map((field) => frame[field]), red, green, blue].forEach((value, i) =>
      view.setFloat32(4 + 4 * (PER_FRAME * k + i), value, true),
    );
  });
  return bytes;
}

/** The facts that `packFacts` wrote. Throws when the bytes are none. */
export function unpackFacts(bytes: Uint8Array): FrameFacts[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const count = (bytes.length - 4) / 4 / PER_FRAME;
  if (bytes.length < 4 || view.getUint32(0, true) !== FORM || !Number.isInteger(count))
    throw new CaesuraError('bad-facts', 'What was seen of the clip cannot be read.', 'Watch the clip again.');
  return Array.from({ length: count }, (_, k) => {
    const at = (i: number): number => view.getFloat32(4 + 4 * (PER_FRAME * k + i), true);
    const numbers = Object.fromEntries(FIELDS.map((field, i) => [field, at(i)])) as Omit<FrameFacts, 'colour'>;
    const [red, green, blue] = [0, 1, 2].map((i) => at(FIELDS.length + i)) as [number, number, number];
    return { ...numbers, colour: { red, green, blue } };
  });
}
