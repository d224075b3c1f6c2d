import { CanvasSink, EncodedPacketSink, type Input, type InputVideoTrack } from 'mediabunny';
import { rateOfTimestamps, type FoundRate, type FrameTimes } from '@caesura/core/footage';
import { CaesuraError } from '@caesura/core/time';
import { contentId } from './content-id.ts';
import { withInput } from './media-input.ts';
import { startTimecode, type StartTimecode } from './start-timecode.ts';

/** What a video file says of itself. */
export interface VideoHeader {
  /** By what its content is known again. */
  readonly content: string;
  /** Frames counted in the file. */
  readonly frames: number;
  /** The rate its timestamps state, or null when there are too few frames to tell. */
  readonly found: FoundRate | null;
  /** When its frames are shown. */
  readonly times: FrameTimes;
  /** As shown: turned, and with square pixels. */
  readonly size: { readonly width: number; readonly height: number };
  /** Quarter turns clockwise by which its pictures are shown. */
  readonly quarters: number;
  /** Width of a pixel against its height. */
  readonly pixelAspect: { readonly num: number; readonly den: number };
  readonly start: StartTimecode | null;
  /** How its pictures are coded. */
  readonly codec: string | null;
  /** Whether this browser can show its pictures. */
  readonly canDecode: boolean;
}

const MEND = 'Choose an MP4, MOV, WebM or MKV file, or enter the clip by hand.';
const POSTER_WIDTH = 192;

/**
 * When all frames of a track are shown, and when the last ends; and the length of a frame, in
 * ticks, that a container with rounded times states beside them.
 */
async function timesOf(
  track: InputVideoTrack,
  onProgress: (fraction: number) => void,
): Promise<{ times: FrameTimes; stated: number | null }> {
  const ticksPerSecond = await track.getTimeResolution();
  const duration = await track.computeDuration();
  const ticks: number[] = [];
  let told = 0;
  let stated: number | null = null;
  for await (const packet of new EncodedPacketSink(track).packets(undefined, undefined, {
    metadataOnly: true,
  })) {
    ticks.push(Math.round(packet.timestamp * ticksPerSecond));
    // A length that is no whole number of ticks was not computed from the times.
    const length = packet.duration * ticksPerSecond;
    if (length > 0 && Math.abs(length - Math.round(length)) > 0.001) stated = length;
    const done = packet.timestamp / duration;
    if (done - told >= 0.02) onProgress((told = done));
  }
  ticks.sort((a, b) => a - b);
  const last = ticks.at(-1) ?? 0;
  return {
    times: {
      ticksPerSecond,
      ticks,
      end: Math.max(last + 1, Math.round(duration * ticksPerSecond)),
    },
    stated,
  };
}

/** The name of a track's coding: the one in general use, or the container's own. */
async function codecOf(track: InputVideoTrack): Promise<string | null> {
  const named = await track.getCodec();
  const internal = await track.getInternalCodecId();
  return named ?? (typeof internal === 'string' ? internal.slice(0, 60) : null);
}

/** Opens a file's pictures. Throws when it has none. */
async function pictures(file: File, input: Input): Promise<InputVideoTrack> {
  const track = await input.getPrimaryVideoTrack();
  if (!track) throw new CaesuraError('no-video', `“${file.name}” holds no pictures.`, MEND);
  return track;
}

/** Reads what a video file says of itself. Throws when it is no video or cannot be read. */
export function readVideoHeader(
  file: File,
  onProgress: (fraction: number) => void,
): Promise<VideoHeader> {
  return withInput(file, MEND, async (input) => {
    const track = await pictures(file, input);
    const { times, stated } = await timesOf(track, onProgress);
    if (times.ticks.length === 0)
      throw new CaesuraError('no-video', `“${file.name}” holds no frames.`, MEND);
    const found = rateOfTimestamps(times.ticks, times.ticksPerSecond, stated);
    const { raw } = await input.getMetadataTags().catch(() => ({ raw: undefined }));
    const { num, den } = await track.getPixelAspectRatio();
    return {
      content: await contentId(file),
      frames: times.ticks.length,
      found,
      times,
      size: { width: await track.getDisplayWidth(), height: await track.getDisplayHeight() },
      quarters: (await track.getRotation()) / 90,
      pixelAspect: { num, den },
      start: await startTimecode(file, raw ?? {}, found?.rate ?? null),
      codec: await codecOf(track),
      canDecode: await track.canDecode(),
    };
  });
}

/** A picture from before the middle of a clip as a small JPEG; null when it cannot be decoded. */
export function readPoster(file: File): Promise<Blob | null> {
  return withInput(file, MEND, async (input) => {
    const track = await pictures(file, input);
    try {
      const middle = ((await track.getFirstTimestamp()) + (await track.computeDuration())) / 2;
      // The key frame before the middle needs no other frame to be decoded.
      const key = await new EncodedPacketSink(track).getKeyPacket(middle, {
        verifyKeyPackets: true,
      });
      const wrapped = await new CanvasSink(track, { width: POSTER_WIDTH }).getCanvas(
        key?.timestamp ?? middle,
      );
      if (!(wrapped?.canvas instanceof OffscreenCanvas)) return null;
      return await wrapped.canvas.convertToBlob({ type: 'image/jpeg', quality: 0.8 });
    } catch {
      // A clip that cannot be shown can still be planned with.
      return null;
    }
  });
}
