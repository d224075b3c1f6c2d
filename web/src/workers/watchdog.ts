import { CaesuraError } from '@caesura/core/time';

/** Seconds without any progress after which the reading of a file is given up. */
export const QUIET = 30;

/** What is watched: whatever ends it, and how it says that it gets on. */
export interface Watched {
  /** Aborted when the work is to end: from outside, or since it gets no further. */
  readonly signal: AbortSignal;
  readonly onProgress: (fraction: number) => void;
}

/** What the watched work is given. */
export interface Watching extends Watched {
  /** Waits for what is not the reading, such as sending what was made: it may take any time. */
  readonly unwatched: <W>(other: Promise<W>) => Promise<W>;
}

/**
 * Runs the reading of a file, and gives it up when nothing is heard of it for long: a damaged file
 * may send its reader round in circles. Time in which the machine sleeps does not count. Throws
 * what the work throws, the reason of the abort, or that it gets no further.
 */
export async function watched<T>(
  file: { readonly name: string },
  work: (watching: Watching) => Promise<T>,
  { signal, onProgress }: Watched,
  quiet: number = QUIET,
): Promise<T> {
  const own = new AbortController();
  const stop = () => own.abort(signal.reason);
  if (signal.aborted) stop();
  signal.addEventListener('abort', stop);
  let silent = 0;
  let others = 0;
  const clock = setInterval(() => {
    silent = others > 0 ? 0 : silent + 1;
    if (silent > quiet)
      own.abort(
        new CaesuraError(
          'stuck',
          `“${file.name}” could not be read: for ${quiet} s nothing more came of it.`,
          'It may be damaged: play it through elsewhere, and write it anew from there.',
        ),
      );
  }, 1000);
  try {
    return await work({
      signal: own.signal,
      onProgress: (fraction) => {
        silent = 0;
        onProgress(fraction);
      },
      unwatched: (other) => {
        others++;
        return other.finally(() => others--);
      },
    });
  } finally {
    clearInterval(clock);
    signal.removeEventListener('abort', stop);
  }
}
