/** Writes 16-bit PCM WAV (RIFF, WAVE_FORMAT_PCM), samples −1 to 1, all channels of one length. */
export function wavOf(channels: readonly Float32Array[], sampleRate: number): Uint8Array {
  const count = channels[0]!.length;
  const block = channels.length * 2;
  const bytes = Buffer.alloc(44 + count * block);
  bytes.write('RIFF', 0);
  bytes.writeUInt32LE(36 + count * block, 4);
  bytes.write('WAVEfmt ', 8);
  bytes.writeUInt32LE(16, 16);
  bytes.writeUInt16LE(1, 20);
  bytes.writeUInt16LE(channels.length, 22);
  bytes.writeUInt32LE(sampleRate, 24);
  bytes.writeUInt32LE(sampleRate * block, 28);
  bytes.writeUInt16LE(block, 32);
  bytes.writeUInt16LE(16, 34);
  bytes.write('data', 36);
  bytes.writeUInt32LE(count * block, 40);
  for (let n = 0; n < count; n++)
    channels.forEach((channel, c) =>
      bytes.writeInt16LE(
        Math.round(32767 * Math.max(-1, Math.min(1, channel[n]!))),
        44 + n * block + c * 2,
      ),
    );
  return bytes;
}
