import { CanvasSink, EncodedPacketSink, type InputVideoTrack } from 'mediabunny';
import { rateOfTimestamps, type FoundRate } from '@caesura/core/footage';
import { CaesuraError } from '@caesura/core/time';
import { withInput } from './media-input.ts';

/** What a video file says of itself. */
export interface VideoHeader {
  /** Frames counted in the file. */
  readonly frames: number;
  /** The rate its timestamps state, or null when there are too few frames to tell. */
  readonly found: FoundRate | null;
  readonly size: { readonly width: number; readonly height: number };
  /** Whether this browser can show its pictures. */
  readonly canDecode: boolean;
  /** A small picture from the middle, when it can be decoded. */
  readonly poster: Blob | null;
}

const MEND = 'Choose an MP4, MOV, WebM or MKV file, or enter the clip by hand.';
const POSTER_WIDTH = 192;

/** Presentation times of all frames in ticks of the track's clock, ascending. */
async function timesOf(track: InputVideoTrack, onProgress: (fraction: number) => void): Promise<number[]> {
  const resolution = await track.getTimeResolution();
  const duration = await track.computeDuration();
  const ticks: number[] = [];
  let told = 0;
  for await (const packet of new EncodedPacketSink(track).packets(undefined, undefined, { metadataOnly: true })) {
    ticks.push(Math.round(packet.timestamp * resolution));
    const done = packet.timestamp / duration;
    if (done - told >= 0.02) onProgress((told = done));
  }
  return ticks.sort((a, b) => a - b);
}

/** The picture in the middle of the clip as a small JPEG; null when it cannot be decoded. */
async function posterOf(track: InputVideoTrack): Promise<Blob | null> {
  try {
    const middle = ((await track.getFirstTimestamp()) + (await track.computeDuration())) / 2;
    const wrapped = await new CanvasSink(track, { width: POSTER_WIDTH }).getCanvas(middle);
    if (!(wrapped?.canvas instanceof OffscreenCanvas)) return null;
    return await wrapped.canvas.convertToBlob({ type: 'image/jpeg', quality: 0.8 });
  } catch {
    // A clip that cannot be shown can still be planned with.
    return null;
  }
}

/** Reads frames, rate, size and a picture of a video file. Throws when it is no video or cannot be read. */
export function readVideoHeader(file: File, onProgress: (fraction: number) => void): Promise<VideoHeader> {
  return withInput(file, MEND, async (input) => {
    const track = await input.getPrimaryVideoTrack();
    if (!track) throw new CaesuraError('no-video', `“${file.name}” holds no pictures.`, MEND);
    const ticks = await timesOf(track, onProgress);
    if (ticks.length === 0) throw new CaesuraError('no-video', `“${file.name}” holds no frames.`, MEND);
    const canDecode = await track.canDecode();
    return {
      frames: ticks.length,
      found: rateOfTimestamps(ticks, await track.getTimeResolution()),
      size: { width: await track.getDisplayWidth(), height: await track.getDisplayHeight() },
      canDecode,
      poster: canDecode ? await posterOf(track) : null,
    };
  });
}
