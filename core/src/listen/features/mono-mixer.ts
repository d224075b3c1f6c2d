/**
 * Makes a mixer that gives the average of all channels, for analysis; the same memory is used at
 * each call. The channels must have one length; none gives an empty sound.
 */
export function monoMixer(): (channels: readonly Float32Array[]) => Float32Array {
  let room = new Float32Array(0);
  return (channels) => {
    const [first, ...others] = channels;
    if (!first) return room.subarray(0, 0);
    if (others.length === 0) return first;
    if (room.length < first.length) room = new Float32Array(first.length);
    const mono = room.subarray(0, first.length);
    mono.set(first);
    for (const channel of others) for (let i = 0; i < mono.length; i++) mono[i]! += channel[i]!;
    const share = 1 / channels.length;
    for (let i = 0; i < mono.length; i++) mono[i]! *= share;
    return mono;
  };
}
