import { proxy } from 'comlink';
import { nanoid } from '@reduxjs/toolkit';
import type { Clip } from '@caesura/core/plan';
import { CaesuraError, sourceFrames } from '@caesura/core/time';
import { keepMedia } from '../../app/http.ts';
import type { MediaWorker } from '../../workers/media-worker.ts';
import { startMediaWorker } from '../../workers/start.ts';
import { inWorker } from '../../workers/task.ts';
import type { VideoHeader } from '../../workers/video-header.ts';

/** A file's name without its extension, as a clip's first name. */
const nameOf = (fileName: string): string => fileName.replace(/\.[^.]+$/, '').slice(0, 120) || fileName.slice(0, 120);

/** What was read of a file: a clip, or all but the rate when the frames are unevenly spaced. */
export interface ReadClip {
  readonly clip: Omit<Clip, 'rate'> & { readonly rate: Clip['rate'] | null };
  /** Mean frames a second, when the rate is not constant. */
  readonly mean: number | null;
  /** Whether its frames can be watched here. */
  readonly canDecode: boolean;
}

/** Reads a video file's header in a worker and keeps its picture. Throws what is wrong with the file. */
export async function readClip(
  file: File,
  onProgress: (fraction: number) => void,
  signal: AbortSignal,
): Promise<ReadClip> {
  const header = await inWorker<MediaWorker, VideoHeader>(
    startMediaWorker,
    (worker) => worker.readVideoHeader(file, proxy(onProgress)),
    signal,
  );
  if (!header.found)
    throw new CaesuraError(
      'one-frame',
      `“${file.name}” has ${header.frames === 1 ? 'only one frame' : 'no frame times'}, so it has no rate.`,
      'Enter it by hand with the rate and length that your editing program shows.',
    );
  const poster = header.poster && (await keepMedia(header.poster, signal));
  const clip = {
    id: nanoid(),
    name: nameOf(file.name),
    fileName: file.name.slice(-255),
    rate: header.found.rate,
    frames: sourceFrames(header.frames),
    size: header.size,
    start: sourceFrames(0),
    dropFrame: false,
    usable: { in: sourceFrames(0), out: sourceFrames(header.frames) },
    poster,
  };
  return { clip, mean: header.found.rate ? null : header.found.mean, canDecode: header.canDecode };
}

/** Watches all frames of a video file in a worker and keeps what was seen: its content hash. Throws where it breaks off. */
export async function watchClip(
  file: File,
  frames: number,
  onProgress: (fraction: number) => void,
  signal: AbortSignal,
): Promise<string> {
  const facts = await inWorker<MediaWorker, Uint8Array>(
    startMediaWorker,
    (worker) => worker.watchVideo(file, frames, proxy(onProgress)),
    signal,
  );
  return keepMedia(new Blob([facts as Uint8Array<ArrayBuffer>]), signal);
}
