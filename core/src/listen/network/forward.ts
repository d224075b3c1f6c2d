import { OUTPUTS, type Convolution, type Network, type Output } from './weights.ts';

/** Values in a frame: mel bands, then pitch classes. */
export const INPUTS = 60;
/** The byte that stands for silence beyond the ends: what the network takes as nothing special. */
const PADDING = 110;
const FIRST_TAPS = 6;

/** Rows of one length with room beyond both ends, so that taps need no bounds. */
interface Rows {
  readonly values: Float32Array;
  readonly stride: number;
  readonly padding: number;
  readonly length: number;
}

const rowsOf = (count: number, length: number, padding: number): Rows => ({
  values: new Float32Array(count * (length + 2 * padding)),
  stride: length + 2 * padding,
  padding,
  length,
});

function rectify({ values }: Rows, from: number, to: number): void {
  for (let i = from; i < to; i++) if (values[i]! < 0) values[i] = 0;
}

/** The first layer: six taps over frames of 10 ms, a step of two. */
function halved(features: Uint8Array, { weights, bias }: Convolution, to: Rows): void {
  const { values: out, stride, padding, length } = to;
  const width = bias.length;
  // Even and odd frames apart, each channel a row, so that the inner loop goes through memory.
  const row = length + 4;
  const inputs = new Float32Array(2 * INPUTS * row).fill(PADDING);
  for (let channel = 0; channel < INPUTS; channel++)
    for (let odd = 0; odd < 2; odd++) {
      const at = (2 * channel + odd) * row + 2;
      for (let t = 0; t < length; t++) inputs[at + t] = features[(2 * t + odd) * INPUTS + channel]!;
    }
  for (let o = 0; o < width; o++) {
    const r = o * stride + padding;
    out.fill(bias[o]!, r, r + length);
    for (let channel = 0; channel < INPUTS; channel++) {
      const w = (o * INPUTS + channel) * FIRST_TAPS;
      const [a, b, c] = [weights[w]!, weights[w + 1]!, weights[w + 2]!];
      const [d, e, f] = [weights[w + 3]!, weights[w + 4]!, weights[w + 5]!];
      const even = 2 * channel * row + 1;
      const odd = even + row;
      for (let t = 0; t < length; t++)
        out[r + t]! +=
          a * inputs[even + t]! +
          b * inputs[odd + t]! +
          c * inputs[even + t + 1]! +
          d * inputs[odd + t + 1]! +
          e * inputs[even + t + 2]! +
          f * inputs[odd + t + 2]!;
    }
    rectify(to, r, r + length);
  }
}

/** A layer of three taps. */
function threeTaps(from: Rows, { weights, bias }: Convolution, to: Rows): void {
  const { values: x } = from;
  const { values: out, stride, padding, length } = to;
  const width = bias.length;
  for (let o = 0; o < width; o++) {
    const r = o * stride + padding;
    out.fill(bias[o]!, r, r + length);
    for (let channel = 0; channel < width; channel++) {
      const w = (o * width + channel) * 3;
      const [a, b, c] = [weights[w]!, weights[w + 1]!, weights[w + 2]!];
      const s = channel * stride + padding;
      for (let t = 0; t < length; t++)
        out[r + t]! += a * x[s + t - 1]! + b * x[s + t]! + c * x[s + t + 1]!;
    }
    rectify(to, r, r + length);
  }
}

/**
 * A layer of five taps that lie `dilation` frames apart. Four outputs at a time share what is read.
 */
function dilated(from: Rows, { weights, bias }: Convolution, dilation: number, to: Rows): void {
  const { values: x } = from;
  const { values: out, stride, padding, length } = to;
  const width = bias.length;
  for (let o = 0; o < width; o += 4) {
    const r = o * stride + padding;
    for (let k = 0; k < 4; k++) out.fill(bias[o + k]!, r + k * stride, r + k * stride + length);
    for (let channel = 0; channel < width; channel++) {
      const at = (output: number, tap: number) =>
        weights[((o + output) * width + channel) * 5 + tap]!;
      const [a0, a1, a2, a3, a4] = [at(0, 0), at(0, 1), at(0, 2), at(0, 3), at(0, 4)];
      const [b0, b1, b2, b3, b4] = [at(1, 0), at(1, 1), at(1, 2), at(1, 3), at(1, 4)];
      const [c0, c1, c2, c3, c4] = [at(2, 0), at(2, 1), at(2, 2), at(2, 3), at(2, 4)];
      const [d0, d1, d2, d3, d4] = [at(3, 0), at(3, 1), at(3, 2), at(3, 3), at(3, 4)];
      const s = channel * stride + padding - 2 * dilation;
      for (let t = 0; t < length; t++) {
        const i = s + t;
        const x0 = x[i]!;
        const x1 = x[i + dilation]!;
        const x2 = x[i + 2 * dilation]!;
        const x3 = x[i + 3 * dilation]!;
        const x4 = x[i + 4 * dilation]!;
        const n = r + t;
        out[n]! += a0 * x0 + a1 * x1 + a2 * x2 + a3 * x3 + a4 * x4;
        out[n + stride]! += b0 * x0 + b1 * x1 + b2 * x2 + b3 * x3 + b4 * x4;
        out[n + 2 * stride]! += c0 * x0 + c1 * x1 + c2 * x2 + c3 * x3 + c4 * x4;
        out[n + 3 * stride]! += d0 * x0 + d1 * x1 + d2 * x2 + d3 * x3 + d4 * x4;
      }
    }
    for (let k = 0; k < 4; k++) rectify(to, r + k * stride, r + k * stride + length);
  }
}

/**
 * A layer of one tap: set, or added to what is there. Four inputs and four outputs at a time share
 * what is read; both counts are multiples of four.
 */
function pointwise(from: Rows, { weights, bias }: Convolution, to: Rows, added: boolean): void {
  const { values: x, stride: step } = from;
  const { values: out, stride, padding, length } = to;
  const inputs = weights.length / bias.length;
  for (let o = 0; o < bias.length; o += 4) {
    const r = o * stride + padding;
    for (let k = 0; k < 4; k++) {
      const row = r + k * stride;
      const by = bias[o + k]!;
      if (added) for (let t = 0; t < length; t++) out[row + t]! += by;
      else out.fill(by, row, row + length);
    }
    for (let channel = 0; channel < inputs; channel += 4) {
      const at = (output: number, input: number) =>
        weights[(o + output) * inputs + channel + input]!;
      const [a0, a1, a2, a3] = [at(0, 0), at(0, 1), at(0, 2), at(0, 3)];
      const [b0, b1, b2, b3] = [at(1, 0), at(1, 1), at(1, 2), at(1, 3)];
      const [c0, c1, c2, c3] = [at(2, 0), at(2, 1), at(2, 2), at(2, 3)];
      const [d0, d1, d2, d3] = [at(3, 0), at(3, 1), at(3, 2), at(3, 3)];
      const s = channel * step + padding;
      for (let t = 0; t < length; t++) {
        const x0 = x[s + t]!;
        const x1 = x[s + step + t]!;
        const x2 = x[s + 2 * step + t]!;
        const x3 = x[s + 3 * step + t]!;
        const n = r + t;
        out[n]! += a0 * x0 + a1 * x1 + a2 * x2 + a3 * x3;
        out[n + stride]! += b0 * x0 + b1 * x1 + b2 * x2 + b3 * x3;
        out[n + 2 * stride]! += c0 * x0 + c1 * x1 + c2 * x2 + c3 * x3;
        out[n + 3 * stride]! += d0 * x0 + d1 * x1 + d2 * x2 + d3 * x3;
      }
    }
  }
}

/** Values of a network for each frame of 10 ms, 0–1. */
export type Curves = Readonly<Record<Output, Float32Array>>;

/**
 * What a network tells of features, `INPUTS` bytes a frame of 10 ms: for each of its outputs a
 * probability a frame; an odd last frame is left out. Yields the fraction done.
 */
export function* forward(network: Network, features: Uint8Array): Generator<number, Curves> {
  const { width, dilations } = network;
  const length = Math.floor(features.length / INPUTS / 2);
  const padding = 2 * Math.max(...dilations) + 2;
  const [a, b] = [rowsOf(width, length, padding), rowsOf(width, length, padding)];
  const steps = dilations.length + 2;
  halved(features, network.first, a);
  yield 1 / steps;
  threeTaps(a, network.second, b);
  for (const [i, dilation] of dilations.entries()) {
    const { wide, point } = network.blocks[i]!;
    dilated(b, wide, dilation, a);
    pointwise(a, point, b, true);
    yield (i + 2) / steps;
  }
  for (let o = 0; o < width; o++) {
    const r = o * b.stride + padding;
    const [scale, offset] = [network.scale[o]!, network.offset[o]!];
    for (let t = 0; t < length; t++)
      b.values[r + t] = Math.max(0, b.values[r + t]! * scale + offset);
  }
  pointwise(b, network.hidden, a, false);
  for (let o = 0; o < width; o++)
    rectify(a, o * a.stride + padding, o * a.stride + padding + length);
  const said = rowsOf(2 * OUTPUTS.length, length, padding);
  pointwise(a, network.head, said, false);
  const curve = (output: number): Float32Array =>
    Float32Array.from({ length: 2 * length }, (_, frame) => {
      const at = (2 * output + (frame & 1)) * said.stride + padding + (frame >> 1);
      return 1 / (1 + Math.exp(-said.values[at]!));
    });
  return Object.fromEntries(OUTPUTS.map((name, i) => [name, curve(i)])) as Curves;
}
