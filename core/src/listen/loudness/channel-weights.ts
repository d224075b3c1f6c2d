/** Weight of a channel at the side, between 60° and 120° (ITU-R BS.1770-5, table 3). */
const SIDE = 1.41;

/**
 * Weights of channels by how many there are, in the order of WAV files: front left, right, centre,
 * low-frequency effects, back left, right, side left, right. Low-frequency effects do not count.
 * Four are taken as two in front and two at the sides.
 */
const WEIGHTS: ReadonlyMap<number, readonly number[]> = new Map([
  [4, [1, 1, SIDE, SIDE]],
  [5, [1, 1, 1, SIDE, SIDE]],
  [6, [1, 1, 1, 0, SIDE, SIDE]],
  [8, [1, 1, 1, 0, 1, 1, SIDE, SIDE]],
]);

/**
 * What the power of each channel counts for loudness; of a number of channels that says nothing all
 * count as front ones.
 */
export const channelWeights = (channels: number): readonly number[] =>
  WEIGHTS.get(channels) ?? Array.from({ length: channels }, () => 1);
