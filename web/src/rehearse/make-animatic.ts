import { proxy } from 'comlink';
import type { Plan } from '@caesura/core/plan';
import { CaesuraError, seconds, toNumber } from '@caesura/core/time';
import type { FilmWorker } from '../workers/film-worker.ts';
import { workerPool } from '../workers/pool.ts';
import { startFilmWorker } from '../workers/start.ts';
import { valueOf } from '../workers/task.ts';
import type { AnimaticFormat, Coded } from './animatic.ts';

/** A film that was made, and what of its sound stayed silent, in words. */
export interface MadeFilm {
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly silent: readonly string[];
}

/** How long a stretch is that one worker paints and codes at a time. */
const STRETCH = seconds(8);
/** Workers that paint at a time: each takes a core, and two keep what is decoded twice at most. */
const MOST_WORKERS = 4;
/** Part of the work that is the sound, and that is done beside it. */
const SOUND = 0.1;

/** The stretches of a film of so many frames, in order. */
export function stretchesOf(
  length: number,
  rate: Plan['rate'],
): { readonly from: number; readonly to: number }[] {
  const each = Math.max(1, Math.round(STRETCH * toNumber(rate)));
  return Array.from({ length: Math.ceil(length / each) }, (_, i) => ({
    from: i * each,
    to: Math.min(length, (i + 1) * each),
  }));
}

const sameBytes = (one: AllowSharedBufferSource, other: AllowSharedBufferSource): boolean => {
  const [a, b] = [one, other].map((bytes) =>
    ArrayBuffer.isView(bytes)
      ? new Uint8Array(bytes.buffer, bytes.byteOffset, bytes.byteLength)
      : new Uint8Array(bytes),
  );
  return a!.length === b!.length && a!.every((byte, i) => byte === b![i]);
};

/** Whether stretches were coded alike, so that one decoder reads them one after the other. */
function isAlike(coded: readonly Coded<VideoDecoderConfig>[]): boolean {
  const [first] = coded;
  return coded.every(({ config }) => {
    const [one, other] = [first!.config, config];
    if (!one || !other || one.codec !== other.codec) return false;
    if (!one.description || !other.description) return one.description === other.description;
    return sameBytes(one.description, other.description);
  });
}

/**
 * Makes the film as it is played as a video file: its stretches are painted and coded side by side
 * in workers, its sound beside them. `onProgress` gets the fraction done. Throws when there is no
 * film, when the browser cannot code it, and when it is stopped.
 */
export async function makeAnimatic(
  plan: Plan,
  format: AnimaticFormat,
  onProgress: (fraction: number) => void,
  signal: AbortSignal,
): Promise<MadeFilm> {
  const length = plan.score?.length ?? 0;
  if (length === 0)
    throw new CaesuraError('no-score', 'There is no film yet.', 'Lay it out in Score first.');
  const failed = new AbortController();
  const over = AbortSignal.any([signal, failed.signal]);
  const pool = workerPool<FilmWorker>(startFilmWorker);
  let mixed = 0;
  const painted = new Map<number, number>();
  const tell = () => {
    const frames = [...painted.values()].reduce((a, b) => a + b, 0);
    onProgress(SOUND * mixed + (1 - SOUND) * (frames / length));
  };
  const stretch = ({ from, to }: { readonly from: number; readonly to: number }) =>
    pool(async (worker) => {
      const onFrames = proxy((done: number) => {
        painted.set(from, done);
        tell();
      });
      const coded = valueOf(await worker.pictures(plan, format, { from, to }, onFrames));
      painted.set(from, to - from);
      return coded;
    }, over);
  const sounded = pool(async (worker) => {
    const onPart = proxy((part: number) => {
      mixed = part;
      tell();
    });
    return valueOf(await worker.sound(plan, format, onPart));
  }, over);
  /** Paints stretches with as many workers as there are cores; each takes the next that is left. */
  const all = async (stretches: ReturnType<typeof stretchesOf>) => {
    const coded: Coded<VideoDecoderConfig>[] = [];
    let next = 0;
    const one = async () => {
      for (let i = next++; i < stretches.length; i = next++)
        coded[i] = await stretch(stretches[i]!);
    };
    const workers = Math.min(MOST_WORKERS, Math.max(1, navigator.hardwareConcurrency));
    await Promise.all(Array.from({ length: workers }, one));
    return coded;
  };
  try {
    const [pictures, { silent, ...sound }] = await Promise.all([
      all(stretchesOf(length, plan.rate)),
      sounded,
    ]);
    // An encoder that begins each stretch in a way of its own is left to code all in one.
    const alike = isAlike(pictures) ? pictures : await all([{ from: 0, to: length }]);
    const { rate, size } = plan;
    const bytes = await pool(
      async (worker) => valueOf(await worker.file({ rate, size }, format, alike, sound)),
      over,
    );
    return { bytes, silent };
  } catch (error) {
    failed.abort(error);
    throw error;
  }
}
