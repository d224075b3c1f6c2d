// Reads the head and the packets of media files as the application does, one file at a time.
import { parentPort } from 'node:worker_threads';
import { ALL_FORMATS, BufferSource, EncodedPacketSink, Input } from 'mediabunny';

// What the library has to say of damaged files is of no use here.
console.warn = console.error = () => undefined;

/** Opens a file and goes through all its packets. Returns how many there are. */
async function readThrough(bytes: Uint8Array): Promise<number> {
  const input = new Input({ source: new BufferSource(bytes), formats: ALL_FORMATS });
  try {
    let packets = 0;
    for (const track of [await input.getPrimaryVideoTrack(), await input.getPrimaryAudioTrack()]) {
      if (!track) continue;
      await track.computeDuration();
      const sink = new EncodedPacketSink(track);
      for await (const packet of sink.packets(undefined, undefined, { metadataOnly: true }))
        packets += packet.byteLength >= 0 ? 1 : 0;
    }
    await input.getMetadataTags();
    return packets;
  } finally {
    input.dispose();
  }
}

parentPort!.on('message', (bytes: Uint8Array) => {
  readThrough(bytes).then(
    (packets) => parentPort!.postMessage({ packets }),
    (error: unknown) => parentPort!.postMessage({ error: String(error).slice(0, 200) }),
  );
});
