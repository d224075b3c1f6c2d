import {
  EncodedPacket,
  EncodedVideoPacketSource,
  Output,
  WebMOutputFormat,
  type VideoSample,
} from 'mediabunny';
import { blobTarget } from '../files/blob-target.ts';
import { KEY_EVERY, PROXY_FRAME_US } from '../proxy/format.ts';

/** Makes the small copy of a clip, frame by frame. */
export interface ProxyMaker {
  /** The next frame. Waits while the encoder is behind. */
  readonly take: (sample: VideoSample) => Promise<void>;
  /** The whole as a WebM file. */
  readonly end: () => Promise<Blob>;
}

/** Frames that may wait for the encoder. */
const MOST_WAITING = 8;
/** Bits that a pixel gets; enough to tell frames apart, small enough to keep thousands of clips. */
const BITS_PER_PIXEL = 0.16;

/** Starts a small copy of a size, both sides even. */
export async function makeProxy(width: number, height: number): Promise<ProxyMaker> {
  const { target, blob } = blobTarget();
  const output = new Output({ format: new WebMOutputFormat(), target });
  const source = new EncodedVideoPacketSource('vp8');
  output.addVideoTrack(source);
  await output.start();
  const canvas = new OffscreenCanvas(width, height);
  let failed: unknown = null;
  let written = Promise.resolve();
  const encoder = new VideoEncoder({
    output: (chunk, meta) => {
      // In order, one after the other, since writing waits.
      written = written.then(() => source.add(EncodedPacket.fromEncodedChunk(chunk), meta));
      written.catch((error: unknown) => (failed ??= error));
    },
    error: (error) => (failed ??= error),
  });
  encoder.configure({
    codec: 'vp8',
    width,
    height,
    bitrate: Math.round((BITS_PER_PIXEL * width * height * 1e6) / PROXY_FRAME_US),
    framerate: 1e6 / PROXY_FRAME_US,
    latencyMode: 'quality',
  });
  /**
   * A frame as the encoder takes it: as it is when it is shown as it is, for the encoder makes it
   * small; else drawn.
   */
  const frameOf = (sample: VideoSample, timestamp: number): VideoFrame => {
    const init = { timestamp, duration: PROXY_FRAME_US };
    const asShown =
      sample.rotation === 0 && sample.pixelAspectRatio.num === sample.pixelAspectRatio.den;
    if (asShown && sample.format !== null) {
      const whole = sample.toVideoFrame();
      const stamped = new VideoFrame(whole, init);
      whole.close();
      return stamped;
    }
    sample.draw(canvas.getContext('2d')!, 0, 0, width, height);
    return new VideoFrame(canvas, init);
  };
  let taken = 0;
  return {
    async take(sample) {
      if (failed) throw failed as Error;
      const frame = frameOf(sample, taken * PROXY_FRAME_US);
      encoder.encode(frame, { keyFrame: taken % KEY_EVERY === 0 });
      frame.close();
      taken++;
      while (encoder.encodeQueueSize > MOST_WAITING)
        await new Promise((resolve) =>
          encoder.addEventListener('dequeue', resolve, { once: true }),
        );
    },
    async end() {
      await encoder.flush();
      await written;
      if (failed) throw failed as Error;
      encoder.close();
      await output.finalize();
      return blob('video/webm');
    },
  };
}
