import { CaesuraError } from '../../time/index.ts';

/** What the network tells of each frame of 10 ms, in the order of its outputs. */
export const OUTPUTS = [
  'beat',
  'downbeat',
  'section',
  'rise',
  'voice',
  'word',
  'drop',
  'between',
] as const;
export type Output = (typeof OUTPUTS)[number];

/** The version of the file of weights that this code reads. */
export const WEIGHTS_VERSION = 1;

/** A file of weights: how they came to be, which tensors it holds and their values, in base64. */
export interface WeightsFile {
  readonly version: number;
  /** Seeds, steps and hours of the training, and what it reached. */
  readonly record: Readonly<Record<string, unknown>>;
  readonly width: number;
  readonly taps: number;
  readonly dilations: readonly number[];
  readonly outputs: readonly string[];
  /** Names and shapes, in the order of the values. */
  readonly tensors: readonly (readonly [name: string, shape: readonly number[]])[];
  /** All values as half-precision floats, little-endian (IEEE 754 binary16). */
  readonly values: string;
}

/** The weights of a convolution, outputs by inputs by taps, and what is added to each output. */
export interface Convolution {
  readonly weights: Float32Array;
  readonly bias: Float32Array;
}

/** A network that is ready to be run. */
export interface Network {
  readonly width: number;
  readonly taps: number;
  readonly dilations: readonly number[];
  readonly first: Convolution;
  readonly second: Convolution;
  readonly blocks: readonly { readonly wide: Convolution; readonly point: Convolution }[];
  /** Scale and offset of each channel after the blocks. */
  readonly scale: Float32Array;
  readonly offset: Float32Array;
  readonly hidden: Convolution;
  readonly head: Convolution;
}

/** The value of a half-precision float (IEEE 754-2019, binary16); subnormals included. */
export function halfFloat(bits: number): number {
  const sign = bits >> 15 ? -1 : 1;
  const exponent = (bits >> 10) & 31;
  const fraction = bits & 1023;
  if (exponent === 0) return sign * 2 ** -24 * fraction;
  if (exponent === 31) return fraction ? NaN : sign * Infinity;
  return sign * 2 ** (exponent - 15) * (1 + fraction / 1024);
}

/** Bytes of a text in base64. */
const bytesOf = (base64: string): Uint8Array =>
  Uint8Array.from(atob(base64), (char) => char.charCodeAt(0));

/** Makes a network of a file of weights. Throws when it is of another version or damaged. */
export function networkOf(file: WeightsFile): Network {
  const refuse = (why: string) =>
    new CaesuraError('bad-weights', `The weights of listening cannot be used: ${why}.`);
  if (file.version !== WEIGHTS_VERSION) throw refuse(`they are of version ${file.version}`);
  if (file.outputs.join() !== OUTPUTS.join()) throw refuse('they tell something else');
  const bytes = bytesOf(file.values);
  const view = new DataView(bytes.buffer);
  const tensors = new Map<string, Float32Array>();
  let at = 0;
  for (const [name, shape] of file.tensors) {
    const count = shape.reduce((a, b) => a * b, 1);
    if (2 * (at + count) > bytes.length) throw refuse('the file is cut off');
    tensors.set(
      name,
      Float32Array.from({ length: count }, (_, i) => halfFloat(view.getUint16(2 * (at + i), true))),
    );
    at += count;
  }
  if (2 * at !== bytes.length) throw refuse('the file is longer than its tensors');
  const tensor = (name: string): Float32Array => {
    const values = tensors.get(name);
    if (!values) throw refuse(`“${name}” is missing`);
    return values;
  };
  const convolution = (name: string): Convolution => ({
    weights: tensor(`${name}.weights`),
    bias: tensor(`${name}.bias`),
  });
  return {
    width: file.width,
    taps: file.taps,
    dilations: file.dilations,
    first: convolution('first'),
    second: convolution('second'),
    blocks: file.dilations.map((_, i) => ({
      wide: convolution(`blocks.${i}.wide`),
      point: convolution(`blocks.${i}.point`),
    })),
    scale: tensor('scale'),
    offset: tensor('offset'),
    hidden: convolution('hidden'),
    head: convolution('head'),
  };
}
