import { BlobSource, Input, VideoSampleSink, WEBM, type VideoSample } from 'mediabunny';
import { ask, mediaUrl } from '../app/http.ts';
import { KEY_EVERY, PROXY_FRAME_US } from './format.ts';

/** Shows any frame of a clip's small copy. */
export interface ProxyReader {
  readonly width: number;
  readonly height: number;
  /**
   * A frame, counted as stored; null when there is none. The caller closes it. Calls are answered
   * in order.
   */
  readonly picture: (frame: number) => Promise<VideoSample | null>;
  /** Several frames in ascending order, each closed by the caller. */
  readonly pictures: (
    frames: readonly number[],
  ) => AsyncGenerator<VideoSample | null, void, unknown>;
  readonly close: () => void;
}

/**
 * The middle of the time in which a frame is shown, in seconds: no rounding of times can turn it
 * into another.
 */
const middleOf = (frame: number): number => ((frame + 0.5) * PROXY_FRAME_US) / 1e6;
/** The frame that a sample of a small copy is, counted as stored. */
export const indexOf = (sample: VideoSample): number =>
  Math.round((sample.timestamp * 1e6) / PROXY_FRAME_US);

/** Opens a small copy by its content hash. Throws when it is gone or cannot be read. */
export async function openProxy(id: string, signal?: AbortSignal): Promise<ProxyReader> {
  const blob = await (await ask(mediaUrl(id), signal ? { signal } : {})).blob();
  const input = new Input({ source: new BlobSource(blob), formats: [WEBM] });
  const track = (await input.getPrimaryVideoTrack())!;
  const sink = new VideoSampleSink(track);
  const [width, height] = [await track.getDisplayWidth(), await track.getDisplayHeight()];
  // Frames that follow each other come from one run of the decoder.
  let run: AsyncGenerator<VideoSample, void, unknown> | null = null;
  let next = 0;
  // The last picture is kept: slow motion and low rates show it again and again.
  let last: VideoSample | null = null;
  let turn: Promise<unknown> = Promise.resolve();

  const take = async (frame: number): Promise<VideoSample | null> => {
    if (last && indexOf(last) === frame) return last.clone();
    if (!run || frame < next || frame > next + KEY_EVERY) {
      await run?.return(undefined);
      run = sink.samples(middleOf(frame));
      next = frame;
    }
    for (;;) {
      const { value: sample, done } = await run.next();
      if (done || !sample) {
        run = null;
        return null;
      }
      next = indexOf(sample) + 1;
      if (next > frame) {
        last?.close();
        last = sample;
        return sample.clone();
      }
      sample.close();
    }
  };
  return {
    width,
    height,
    picture(frame) {
      const answer = turn.then(() => take(frame));
      turn = answer.catch(() => undefined);
      return answer;
    },
    pictures: (frames) => sink.samplesAtTimestamps(frames.map(middleOf)),
    close() {
      void turn.then(async () => {
        await run?.return(undefined);
        last?.close();
        last = null;
        input.dispose();
      });
    },
  };
}
