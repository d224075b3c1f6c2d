import type { NewSound } from '@caesura/core/edits';
import type { OnStage } from '../../files/analyse-file.ts';

/** What is told of each file of several: its sound, or what is wrong with it. */
export interface OnFile {
  readonly heard: (sound: NewSound, index: number) => void;
  readonly failed: (error: unknown) => void;
}

/** Files that are heard at the same time at most; one core is left to the page. */
export const lanesFor = (cores: number): number => Math.min(4, Math.max(1, cores - 1));

/**
 * Hears several files, some at the same time, each in a worker of its own by `analyse`. They are
 * told in their order; one that fails does not stop the others, an abort stops all.
 */
export async function analyseFiles(
  files: readonly File[],
  analyse: (file: File, onStage: OnStage, signal: AbortSignal) => Promise<NewSound>,
  { heard, failed }: OnFile,
  { onStage, signal, lanes }: { onStage: OnStage; signal: AbortSignal; lanes: number },
): Promise<void> {
  const done = files.map(() => 0);
  const tell = (what: string, index: number, fraction: number | null) => {
    done[index] = fraction ?? 1;
    if (files.length === 1) return void onStage(what, fraction);
    onStage(`Listening to ${files.length} files`, done.reduce((a, x) => a + x, 0) / files.length);
  };
  const results = new Map<number, { sound: NewSound } | { error: unknown }>();
  let [next, told] = [0, 0];
  const tellReady = () => {
    for (let ready = results.get(told); ready; ready = results.get(++told))
      if ('sound' in ready) heard(ready.sound, told);
      else failed(ready.error);
  };
  const lane = async (): Promise<void> => {
    while (next < files.length && !signal.aborted) {
      const index = next++;
      try {
        const sound = await analyse(files[index]!, (what, f) => tell(what, index, f), signal);
        results.set(index, { sound });
      } catch (error) {
        results.set(index, { error });
      }
      if (signal.aborted) return;
      tellReady();
    }
  };
  await Promise.all(Array.from({ length: Math.min(lanes, files.length) }, lane));
}
