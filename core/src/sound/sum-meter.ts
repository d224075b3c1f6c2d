import {
  loudnessOf,
  LOUDNESS_STEP,
  TRUE_PEAK_REACH,
  truePeakIn,
  weightedPowerMeter,
} from '../listen/index.ts';
import { seconds, type Samples } from '../time/index.ts';
import { MIX_RATE } from './mix-rate.ts';
import type { SumLevel } from './sum.ts';
import type { AudioEvent } from './audio-event.ts';

/** What a block of a sum comes to. */
export interface BlockLevel {
  /**
   * Highest sample, 1 for full scale, and the first that is as high, from the start of the block.
   */
  readonly top: number;
  readonly topAt: number;
  /** Highest between samples as well. */
  readonly truePeak: number;
  /** Weighted powers of its tenths of a second, of each side. */
  readonly powers: readonly Float64Array[];
}

const HOP = LOUDNESS_STEP * MIX_RATE;
const decibels = (x: number): number => 20 * Math.log10(Math.max(1e-9, x));
/** Samples in a block, and those before it from which on the weighting filters have settled. */
const BLOCK = 40 * HOP;
const SETTLE = 5 * HOP;

/**
 * Levels of a block of the sum with so many samples before it. What lies within the reach of true
 * peak before its end is left to the block after it, unless it is the last.
 */
function levelOf(sides: readonly Float32Array[], lead: number, last: boolean): BlockLevel {
  let [top, topAt, truePeak] = [0, 0, 0];
  const powers = sides.map((side) => {
    for (let n = lead; n < side.length; n++) {
      const height = Math.abs(side[n]!);
      if (height > top) [top, topAt] = [height, n - lead];
    }
    const from = lead === 0 ? -TRUE_PEAK_REACH : lead - TRUE_PEAK_REACH;
    const to = side.length + (last ? TRUE_PEAK_REACH : -TRUE_PEAK_REACH);
    truePeak = truePeakIn(side, from, to, truePeak);
    const meter = weightedPowerMeter(MIX_RATE);
    meter.take(side);
    return meter.end().subarray(lead / HOP);
  });
  return { top, topAt, truePeak, powers };
}

/**
 * Measures the sum of voices over so many samples at MIX_RATE, block by block; between blocks it
 * yields the part that is done. `mix` gives samples of the sum; what `known` holds of blocks in
 * which the same voices sound is not mixed again.
 */
export function* measureSum(
  events: readonly AudioEvent[],
  length: Samples,
  mix: (from: number, count: number) => readonly Float32Array[],
  known: Map<string, BlockLevel>,
): Generator<number, SumLevel> {
  const blocks: BlockLevel[] = [];
  const keys = new Set<string>();
  let [top, topAt, truePeak] = [0, 0, 0];
  for (let at = 0; at < length; at += BLOCK) {
    const lead = Math.min(at, SETTLE);
    const count = Math.min(BLOCK, length - at);
    const heard = events.filter(
      ({ starts, ends }) => ends * MIX_RATE > at - lead - 1 && starts * MIX_RATE < at + count + 1,
    );
    const last = at + count >= length;
    const key = JSON.stringify([at, count, last, heard]);
    const block = known.get(key) ?? levelOf(mix(at - lead, lead + count), lead, last);
    known.set(key, block);
    keys.add(key);
    blocks.push(block);
    truePeak = Math.max(truePeak, block.truePeak);
    if (block.top > top) [top, topAt] = [block.top, (at + block.topAt) / MIX_RATE];
    yield Math.min(1, (at + count) / length);
  }
  // Blocks of films that are past are not kept.
  for (const key of known.keys()) if (!keys.has(key)) known.delete(key);
  const sides = [0, 1].map((side) =>
    Float64Array.from(blocks.flatMap(({ powers }) => [...(powers[side] ?? [])])),
  );
  return {
    top: decibels(top),
    truePeak: decibels(truePeak),
    topAt: seconds(topAt),
    loudness: loudnessOf(sides).integrated,
  };
}
