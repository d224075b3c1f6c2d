import { CaesuraError, sourceFrames } from '../time/index.ts';
import { CELLS, DIRECTIONS, type Look } from './look.ts';
import type { FrameFacts, FrameMeasurements } from './frame-analyser.ts';
import { NO_CHANGE, type LightChange } from './light-change.ts';
import { NO_SUBJECT, type SubjectMotion } from './subject-motion.ts';

/** The version of what is measured of a clip, with which its file of facts begins. */
export const FACTS_VERSION = 3;
/**
 * The version before, which told nothing of subjects and light, and the first, without looks and
 * counts.
 */
const WITHOUT_SUBJECTS = 2;
const WITHOUT_LOOKS = 1;
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
const SUBJECT = ['x', 'y', 'vx', 'vy', 'agreed', 'size', 'atEdge'] as const;
const LIGHT = ['brighter', 'darker'] as const;
const OLD_FRAME_BYTES = 4 * (FIELDS.length + 3);
const FRAME_BYTES = OLD_FRAME_BYTES + 4 * (SUBJECT.length + LIGHT.length);
const TIMBRES = 3 * CELLS * CELLS;
const EDGES = DIRECTIONS * CELLS * CELLS;
const LOOK_BYTES = 4 + TIMBRES + EDGES;
const HEADER_BYTES = 12;

/**
 * What was seen of a clip as bytes, little-endian: the version and the numbers of frames and looks,
 * 32 bits each; twenty-one 32-bit floats a frame; then for each look its frame in 32 bits, and its
 * colours and edges in a byte each, 255 for 1.
 */
export function packFacts({ frames, looks }: FrameMeasurements): Uint8Array {
  const bytes = new Uint8Array(
    HEADER_BYTES + FRAME_BYTES * frames.length + LOOK_BYTES * looks.length,
  );
  const view = new DataView(bytes.buffer);
  [FACTS_VERSION, frames.length, looks.length].forEach((n, i) => view.setUint32(4 * i, n, true));
  frames.forEach((frame, k) => {
    const { red, green, blue } = frame.colour;
    const values = [
      ...FIELDS.map((field) => frame[field]),
      ...[red, green, blue],
      ...SUBJECT.map((field) => frame.subject[field]),
      ...LIGHT.map((field) => frame.light[field]),
    ];
    values.forEach((value, i) =>
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

function frameOf(view: DataView, start: number, old: boolean): FrameFacts {
  const at = (i: number): number => view.getFloat32(start + 4 * i, true);
  const numbers = Object.fromEntries(FIELDS.map((field, i) => [field, at(i)])) as Omit<
    FrameFacts,
    'colour' | 'subject' | 'light'
  >;
  const [red, green, blue] = [0, 1, 2].map((i) => at(FIELDS.length + i)) as [
    number,
    number,
    number,
  ];
  const base = { ...numbers, colour: { red, green, blue } };
  if (old) return { ...base, subject: NO_SUBJECT, light: NO_CHANGE };
  const rest = FIELDS.length + 3;
  const subject = SUBJECT.map((field, i) => [field, at(rest + i)]);
  const light = LIGHT.map((field, i) => [field, at(rest + SUBJECT.length + i)]);
  return {
    ...base,
    subject: Object.fromEntries(subject) as SubjectMotion,
    light: Object.fromEntries(light) as LightChange,
  };
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

/**
 * The facts that `packFacts` wrote, now or in a version before, which then tell of no subjects and
 * no light. Throws when the bytes are none.
 */
export function unpackFacts(bytes: Uint8Array): FrameMeasurements {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const version = bytes.length >= 4 ? view.getUint32(0, true) : 0;
  const first = version === WITHOUT_LOOKS;
  const old = first || version === WITHOUT_SUBJECTS;
  const [header, frameBytes] = [first ? 4 : HEADER_BYTES, old ? OLD_FRAME_BYTES : FRAME_BYTES];
  const number = (i: number) => (bytes.length >= HEADER_BYTES ? view.getUint32(4 * i, true) : 0);
  const [frames, looks] = first ? [(bytes.length - 4) / frameBytes, 0] : [number(1), number(2)];
  if (
    (!old && version !== FACTS_VERSION) ||
    header + frames * frameBytes + looks * LOOK_BYTES !== bytes.length ||
    frames % 1 !== 0
  )
    throw new CaesuraError(
      'bad-facts',
      'What was seen of the clip cannot be read.',
      'Watch the clip again.',
    );
  return {
    frames: Array.from({ length: frames }, (_, k) => frameOf(view, header + frameBytes * k, old)),
    looks: Array.from({ length: looks }, (_, k) =>
      lookFrom(bytes, view, header + frameBytes * frames + LOOK_BYTES * k),
    ),
  };
}
