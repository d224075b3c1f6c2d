import { CaesuraError, sourceFrames } from '../time/index.ts';
import { CELLS, DIRECTIONS, type Look } from './look.ts';
import type { FrameFacts, FrameMeasurements } from './frame-analyser.ts';

/** What a file of facts begins with: its form. */
const FORM = 2;
/** The form before, which had no looks and no counts. */
const FORM_WITHOUT_LOOKS = 1;
/** Numbers of a frame, in this order, and then its colour. */
const FIELDS = [
  'difference',
  'dx',
  'dy',
  'zoom',
  'turn',
  'residual',
  'alike',
  'brightness',
  'sharpness',
] as const;
const FRAME_BYTES = 4 * (FIELDS.length + 3);
const TIMBRES = 3 * CELLS * CELLS;
const EDGES = DIRECTIONS * CELLS * CELLS;
const LOOK_BYTES = 4 + TIMBRES + EDGES;
const HEADER_BYTES = 12;

/**
 * What was seen of a clip as bytes, little-endian: the form and the numbers of frames and looks, 32
 * bits each; twelve 32-bit floats a frame; then for each look its frame in 32 bits, and its colours
 * and edges in a byte each, 255 for 1.
 */
export function packFacts({ frames, looks }: FrameMeasurements): Uint8Array {
  const bytes = new Uint8Array(
    HEADER_BYTES + FRAME_BYTES * frames.length + LOOK_BYTES * looks.length,
  );
  const view = new DataView(bytes.buffer);
  [FORM, frames.length, looks.length].forEach((n, i) => view.setUint32(4 * i, n, true));
  frames.forEach((frame, k) => {
    const { red, green, blue } = frame.colour;
    [...FIELDS.map((field) => frame[field]), red, green, blue].forEach((value, i) =>
      view.setFloat32(HEADER_BYTES + FRAME_BYTES * k + 4 * i, value, true),
    );
  });
  looks.forEach(({ at, colours, edges }, k) => {
    const start = HEADER_BYTES + FRAME_BYTES * frames.length + LOOK_BYTES * k;
    view.setUint32(start, at, true);
    [...colours, ...edges].forEach((x, i) => (bytes[start + 4 + i] = Math.round(255 * x)));
  });
  return bytes;
}

function frameOf(view: DataView, start: number): FrameFacts {
  const at = (i: number): number => view.getFloat32(start + 4 * i, true);
  const numbers = Object.fromEntries(FIELDS.map((field, i) => [field, at(i)])) as Omit<
    FrameFacts,
    'colour'
  >;
  const [red, green, blue] = [0, 1, 2].map((i) => at(FIELDS.length + i)) as [
    number,
    number,
    number,
  ];
  return { ...numbers, colour: { red, green, blue } };
}

function lookFrom(bytes: Uint8Array, view: DataView, start: number): Look {
  const part = (from: number, count: number) =>
    Float32Array.from(bytes.subarray(start + from, start + from + count), (x) => x / 255);
  return {
    at: sourceFrames(view.getUint32(start, true)),
    colours: part(4, TIMBRES),
    edges: part(4 + TIMBRES, EDGES),
  };
}

/** The facts that `packFacts` wrote, now or in its form before. Throws when the bytes are none. */
export function unpackFacts(bytes: Uint8Array): FrameMeasurements {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const form = bytes.length >= 4 ? view.getUint32(0, true) : 0;
  const old = form === FORM_WITHOUT_LOOKS;
  const header = old ? 4 : HEADER_BYTES;
  const number = (i: number) => (bytes.length >= HEADER_BYTES ? view.getUint32(4 * i, true) : 0);
  const [frames, looks] = old ? [(bytes.length - 4) / FRAME_BYTES, 0] : [number(1), number(2)];
  if (
    (!old && form !== FORM) ||
    header + frames * FRAME_BYTES + looks * LOOK_BYTES !== bytes.length ||
    frames % 1 !== 0
  )
    throw new CaesuraError(
      'bad-facts',
      'What was seen of the clip cannot be read.',
      'Watch the clip again.',
    );
  return {
    frames: Array.from({ length: frames }, (_, k) => frameOf(view, header + FRAME_BYTES * k)),
    looks: Array.from({ length: looks }, (_, k) =>
      lookFrom(bytes, view, header + FRAME_BYTES * frames + LOOK_BYTES * k),
    ),
  };
}
