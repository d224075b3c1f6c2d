import { timeStretched } from '@caesura/core/sound';

/** Seconds of slowed sound that are handed to the device at once. */
const PACKET = 0.25;

/** A stretch of a buffer at a speed, pitch kept, as long as it should be to the sample. */
function* slowed(
  buffer: AudioBuffer,
  from: number,
  to: number,
  speed: number,
): Generator<Float32Array[]> {
  const channels = Array.from({ length: buffer.numberOfChannels }, (_, c) =>
    buffer.getChannelData(c),
  );
  let left = Math.round(((to - from) / speed) * buffer.sampleRate);
  for (const packet of timeStretched(
    channels,
    buffer.sampleRate,
    { from: Math.round(from * buffer.sampleRate), to: Math.round(to * buffer.sampleRate) },
    speed,
  )) {
    yield packet.map((samples) => samples.subarray(0, left));
    left -= packet[0]!.length;
    if (left <= 0) break;
  }
}

/** A sound that is handed to the device bit by bit. */
export interface SlowSound {
  /** Hands over what is to be heard before a time of the audio clock. */
  readonly supply: (until: number) => void;
  readonly stop: () => void;
}

/**
 * Plays a stretch of a buffer (seconds in it) at a speed into `output`, the first sample at
 * `startAt` of the audio clock.
 */
export function slowSound(
  output: GainNode,
  buffer: AudioBuffer,
  stretch: { readonly from: number; readonly to: number; readonly speed: number },
  startAt: number,
): SlowSound {
  const { context } = output;
  const source = slowed(buffer, stretch.from, stretch.to, stretch.speed);
  const sounding = new Set<AudioBufferSourceNode>();
  let samples = 0;
  let done = false;
  const supplyOne = (): void => {
    const parts: Float32Array[][] = [];
    let length = 0;
    while (length < PACKET * buffer.sampleRate) {
      const next = source.next();
      if (next.done) {
        done = true;
        break;
      }
      parts.push(next.value);
      length += next.value[0]!.length;
    }
    if (length === 0) return;
    const packet = new AudioBuffer({
      numberOfChannels: buffer.numberOfChannels,
      length,
      sampleRate: buffer.sampleRate,
    });
    let at = 0;
    for (const part of parts) {
      part.forEach((data, c) => packet.copyToChannel(data as Float32Array<ArrayBuffer>, c, at));
      at += part[0]!.length;
    }
    const node = new AudioBufferSourceNode(context, { buffer: packet });
    node.connect(output);
    node.onended = () => sounding.delete(node);
    node.start(startAt + samples / buffer.sampleRate);
    sounding.add(node);
    samples += length;
  };
  return {
    supply: (until) => {
      while (!done && startAt + samples / buffer.sampleRate < until) supplyOne();
    },
    stop: () => {
      done = true;
      for (const node of sounding) node.stop();
    },
  };
}
