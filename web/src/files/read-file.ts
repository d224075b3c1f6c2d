import { proxy } from 'comlink';
import type { Clip, ClipSound, FileFacts } from '@caesura/core/plan';
import { FACTS_VERSION, framesAtRate, packTimes, type FrameTimes } from '@caesura/core/footage';
import {
  CaesuraError,
  sourceFrames,
  toNumber,
  USUAL_RATES,
  type FrameRate,
} from '@caesura/core/time';
import { ask, askJson, keepMedia } from '../app/http.ts';
import type { HeardClip } from '../workers/clip-listener.ts';
import type { MediaWorker } from '../workers/media-worker.ts';
import { contentId } from '../workers/content-id.ts';
import { startMediaWorker } from '../workers/start.ts';
import { workerPool } from '../workers/pool.ts';
import { valueOf } from '../workers/task.ts';
import type { VideoHeader } from '../workers/video-header.ts';
import type { Watched } from '../workers/analyse-video.ts';
import { watched, type Watching } from '../workers/watchdog.ts';

/** The workers that read and watch files. */
const inMediaWorker = workerPool<MediaWorker>(startMediaWorker);

/** What was read of a file. */
export interface ReadFile {
  /** By what it is known again. */
  readonly content: string;
  readonly facts: FileFacts;
  /** Whether its frames can be watched here. */
  readonly canDecode: boolean;
  /** Frames stored in it: more or fewer than the clip has when its rate is variable. */
  readonly stored: number;
  /** Mean frames a second, when the rate is variable. */
  readonly mean: number | null;
}

/**
 * The usual rate nearest to how most frames of uneven times follow each other: those that are
 * missing leave gaps.
 */
function likelyRate({ ticks, ticksPerSecond }: FrameTimes): FrameRate {
  const gaps = ticks.slice(1).map((t, i) => t - ticks[i]!);
  const usual = ticksPerSecond / (gaps.toSorted((a, b) => a - b)[gaps.length >> 1] || 1);
  return USUAL_RATES.reduce((a, b) =>
    Math.abs(toNumber(b) - usual) < Math.abs(toNumber(a) - usual) ? b : a,
  );
}

/** What was made of a file before, by its content; null when it was not seen yet. */
async function knownFacts(content: string, signal: AbortSignal): Promise<FileFacts | null> {
  try {
    return await askJson<FileFacts>('GET', `/api/footage/${content}`, undefined, { signal });
  } catch (error) {
    if (error instanceof CaesuraError && error.code === 'not-found') return null;
    throw error;
  }
}

/** Facts without what an earlier version measured, so that it is measured anew. */
function upToDate(facts: FileFacts): FileFacts {
  const { movement: _movement, ...rest } = facts;
  return (facts.measured ?? 0) < FACTS_VERSION ? rest : facts;
}

function factsOf(
  file: File,
  { frames, found, times, size, quarters, pixelAspect, start, codec }: VideoHeader,
): FileFacts {
  if (!found)
    throw new CaesuraError(
      'one-frame',
      `“${file.name}” has ${frames === 1 ? 'only one frame' : 'no frame times'}, so it has no rate.`,
      'Enter it by hand with the rate and length that your editing program shows.',
    );
  const rate = found.rate ?? likelyRate(times);
  return {
    rate,
    frames: found.rate ? sourceFrames(frames) : framesAtRate(times, rate),
    size,
    start: sourceFrames(start?.start ?? 0),
    dropFrame: start?.dropFrame ?? false,
    poster: null,
    ...(codec && { codec }),
    ...(quarters > 0 && { quarters }),
    ...(pixelAspect.num !== pixelAspect.den && { pixelAspect }),
  };
}

/**
 * Reads what a video file says of itself and a picture of it, or finds what is known of it. Throws
 * what is wrong with it.
 */
export const readFile = (
  file: File,
  onProgress: (fraction: number) => void,
  signal: AbortSignal,
): Promise<ReadFile> => watched(file, (how) => readWatched(file, how), { signal, onProgress });

const readWatched = (file: File, { signal, onProgress, unwatched }: Watching): Promise<ReadFile> =>
  inMediaWorker(async (worker): Promise<ReadFile> => {
    const header = valueOf(await worker.readVideoHeader(file, proxy(onProgress)));
    const read = factsOf(file, header);
    const mean = header.found!.rate ? null : header.found!.mean;
    const { content, canDecode, frames: stored } = header;
    const [known, poster] = await Promise.all([
      knownFacts(content, signal),
      canDecode ? worker.readPoster(file).then((answer) => valueOf(answer)) : null,
    ]);
    if (known) return { content, canDecode, stored, mean, facts: upToDate(known) };
    const times =
      mean === null ? null : new Blob([packTimes(header.times)], { type: 'application/json' });
    const facts = {
      ...read,
      ...(poster && { poster: await unwatched(keepMedia(poster, signal)) }),
      ...(times && { times: await unwatched(keepMedia(times, signal)) }),
    };
    await keepFacts(content, facts, signal);
    return { content, canDecode, stored, mean, facts };
  }, signal);

const keepFacts = (content: string, facts: FileFacts, signal: AbortSignal): Promise<Response> =>
  ask(`/api/footage/${content}`, {
    method: 'PUT',
    body: JSON.stringify(facts),
    headers: { 'content-type': 'application/json' },
    signal,
  });

/** Part of the work on a file that is watching it. */
const WATCHED = 0.85;

/** What of a file is watched and heard of what is not yet, with what there is to say of it. */
export interface WatchedFile {
  readonly facts: FileFacts;
  readonly note: string | null;
}

/** Whether there is something left to watch or to hear of a file. */
export const isKnown = ({ facts, canDecode }: Pick<ReadFile, 'facts' | 'canDecode'>): boolean =>
  (facts.movement !== undefined || !canDecode) && facts.sound !== undefined;

/** Watches all frames of a file: the facts with what was seen, its small copy and its strip. */
async function withFrames(
  file: File,
  { facts, stored }: ReadFile,
  { onProgress, signal, unwatched }: Watching,
): Promise<FileFacts> {
  const made = await inMediaWorker(
    async (worker): Promise<Watched> =>
      valueOf(
        await worker.analyseVideo(
          file,
          { frames: stored, rate: toNumber(facts.rate) },
          proxy(onProgress),
        ),
      ),
    signal,
  );
  const blobs = [new Blob([made.facts]), made.proxy, made.strip];
  const [movement, small, strip] = await unwatched(
    Promise.all(blobs.map((blob) => keepMedia(blob, signal))),
  );
  return { ...facts, movement: movement!, measured: FACTS_VERSION, proxy: small!, strip: strip! };
}

/**
 * Listens to the sound of a file and keeps a copy of it; null where it has none. `of`: the rate of
 * its pictures, and which of its sound tracks, null for its main one.
 */
async function ownSoundOf(
  file: File,
  of: { readonly rate: FrameRate; readonly wanted: number | null },
  { onProgress, signal, unwatched }: Watching,
): Promise<ClipSound | null> {
  const made = await inMediaWorker(
    async (worker): Promise<HeardClip | null> =>
      valueOf(await worker.listenToClip(file, of, proxy(onProgress))),
    signal,
  );
  if (!made) return null;
  const blobs = [made.copy, new Blob([made.outline])];
  const [media, outline] = await unwatched(
    Promise.all(blobs.map((blob) => keepMedia(blob, signal))),
  );
  return { ...made.sound, media: media!, outline: outline! };
}

/**
 * Listens to another sound track of the file of a clip, counted from 0. Throws when it is not that
 * file, and what is wrong with its sound.
 */
export async function hearTrackOf(
  file: File,
  clip: Pick<Clip, 'name' | 'content' | 'sound'>,
  track: number,
  { onProgress, signal }: { onProgress: (fraction: number) => void; signal: AbortSignal },
): Promise<ClipSound> {
  if (!clip.sound || (await contentId(file)) !== clip.content)
    throw new CaesuraError(
      'other-file',
      `“${file.name}” is not the file of “${clip.name}”.`,
      'Choose the file that the clip was made of.',
    );
  const of = { rate: clip.sound.rate, wanted: track };
  const heard = await watched(file, (how) => ownSoundOf(file, of, how), { onProgress, signal });
  return heard!;
}

/**
 * Watches and hears what is not yet known of a file and keeps it. A sound that cannot be had does
 * not take the pictures with it: it is told.
 */
export const watchFile = (
  file: File,
  read: ReadFile,
  onProgress: (fraction: number) => void,
  signal: AbortSignal,
): Promise<WatchedFile> =>
  watched(file, (how) => watchWatched(file, read, how), { signal, onProgress });

async function watchWatched(file: File, read: ReadFile, watching: Watching): Promise<WatchedFile> {
  const { signal, onProgress } = watching;
  const { content, facts, canDecode } = read;
  const seen =
    facts.movement !== undefined || !canDecode
      ? facts
      : await withFrames(file, read, {
          ...watching,
          onProgress: (done) => onProgress(WATCHED * done),
        });
  if (seen !== facts) await keepFacts(content, seen, signal);
  if (seen.sound !== undefined) return { facts: seen, note: null };
  const onHeard = (done: number) => onProgress(WATCHED + (1 - WATCHED) * done);
  try {
    const of = { rate: seen.rate, wanted: null };
    const heard = {
      ...seen,
      sound: await ownSoundOf(file, of, { ...watching, onProgress: onHeard }),
    };
    await keepFacts(content, heard, signal);
    return { facts: heard, note: null };
  } catch (error) {
    // What is stopped, or gets no further, ends there.
    signal.throwIfAborted();
    if (!(error instanceof CaesuraError)) throw error;
    return { facts: seen, note: `Its sound is not heard here: ${error.message}` };
  }
}
