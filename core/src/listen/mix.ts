/** The average of all channels, for analysis. The channels must have one length; none gives an empty sound. */
export function mixedToMono(channels: readonly Float32Array[]): Float32Array {
  const [first, ...others] = channels;
  if (!first) return new Float32Array(0);
  if (others.length === 0) return first;
  const mono = Float32Array.from(first);
  for (const channel of others) for (let i = 0; i < mono.length; i++) mono[i]! += channel[i]!;
  for (let i = 0; i < mono.length; i++) mono[i]! /= channels.length;
  return mono;
}
