import { transfer, wrap, type Remote } from 'comlink';
import { VideoSampleSink } from 'mediabunny';
import { interlacingDetector } from '@caesura/core/footage';
import { CaesuraError } from '@caesura/core/time';
import { proxySize } from '../proxy/format.ts';
import type { FramesWorker } from './frames-worker.ts';
import { withInput } from './media-input.ts';
import { makeProxy } from './proxy-maker.ts';
import { pictureMaker } from './small-picture.ts';
import { startFramesWorker } from './start.ts';
import { makeStrip } from './strip-maker.ts';

const MEND = 'Choose an MP4, MOV, WebM or MKV file that this browser can play.';
/** Pictures that may wait to be measured. */
const MOST_WAITING = 6;

/**
 * The worker beside this one, kept from clip to clip: it is faster once it has worked. It ends with
 * this one.
 */
let analyser: Remote<FramesWorker> | null = null;

/** How often the progress is told, in milliseconds. */
const TOLD_EVERY = 200;

/** What was made of a clip's frames. */
export interface Watched {
  /** What was seen of them, packed. */
  readonly facts: Uint8Array<ArrayBuffer>;
  /** All of them, small. */
  readonly proxy: Blob;
  /** A few of them, side by side. */
  readonly strip: Blob;
}

/**
 * Decodes every frame of a video file once, measures its movement in a worker beside this one, and
 * makes its small copy. `frames` is how many there are, for the progress and to tell a file that
 * breaks off, and `rate` how many are shown a second. Throws when it cannot be decoded to its end,
 * and when its pictures are interlaced.
 */
export function analyseVideo(
  file: File,
  { frames, rate }: { readonly frames: number; readonly rate: number },
  onProgress: (fraction: number) => void,
): Promise<Watched> {
  return withInput(file, MEND, async (input) => {
    const track = await input.getPrimaryVideoTrack();
    if (!track || !(await track.canDecode()))
      throw new CaesuraError(
        'undecodable',
        `“${file.name}” cannot be decoded by this browser.`,
        MEND,
      );
    const { width, height } = proxySize(
      await track.getDisplayWidth(),
      await track.getDisplayHeight(),
    );
    const detector = interlacingDetector();
    const small = pictureMaker(width, height, detector.take);
    const [proxy, strip] = [await makeProxy(width, height), makeStrip(frames, width, height)];
    analyser ??= wrap<FramesWorker>(startFramesWorker());
    await analyser.begin(rate);
    const waiting: Promise<void>[] = [];
    let [measured, told] = [0, 0];
    for await (const sample of new VideoSampleSink(track).samples()) {
      const { luma, colours } = await small(sample);
      if (detector.interlaced())
        throw new CaesuraError(
          'interlaced',
          `“${file.name}” is interlaced: each of its pictures holds two instants, in every other line, so that its movement cannot be told.`,
          'Make a copy with whole pictures (deinterlaced) and choose that; until then the clip is planned with its numbers alone.',
        );
      waiting.push(analyser.take(transfer(luma, [luma.values.buffer]), colours));
      strip.take(sample, measured);
      await proxy.take(sample);
      sample.close();
      measured++;
      if (performance.now() - told >= TOLD_EVERY) {
        told = performance.now();
        onProgress(Math.min(1, measured / frames));
      }
      if (waiting.length > MOST_WAITING) await waiting.shift();
    }
    if (measured < frames)
      throw new CaesuraError(
        'cut-short',
        `“${file.name}” names ${frames} frames, but only ${measured} can be decoded.`,
        'Copy the file again; until then the clip is planned with its numbers alone.',
      );
    await Promise.all(waiting);
    const facts = (await analyser.end()) as Uint8Array<ArrayBuffer>;
    const made = { facts, proxy: await proxy.end(), strip: await strip.end() };
    return transfer(made, [facts.buffer]);
  });
}
