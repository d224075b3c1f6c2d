import { proxy } from 'comlink';
import type { EffectFile } from '@caesura/core/plan';
import { KIT, MIX_RATE, type KitEffect } from '@caesura/core/sound';
import { samples } from '@caesura/core/time';
import { keepMedia } from '../../app/http.ts';
import { wavFile } from '../../sound/wav-file.ts';
import type { ListenWorker, MeasuredEffect } from '../../workers/listen-worker.ts';
import { startListenWorker } from '../../workers/start.ts';
import { inWorker } from '../../workers/task.ts';
import { watched } from '../../workers/watchdog.ts';

/** Measures a file as an effect, and keeps it. Throws what is wrong with it. */
export async function bringEffect(
  file: File,
  name: string,
  onProgress: (fraction: number) => void,
  signal: AbortSignal,
): Promise<Omit<EffectFile, 'id'>> {
  const { measure, sampleRate, length, outline } = await watched(
    file,
    (how) =>
      inWorker<ListenWorker, MeasuredEffect>(
        startListenWorker,
        (worker) => worker.measure(file, proxy(how.onProgress)),
        how.signal,
      ),
    { signal, onProgress },
  );
  return {
    name: name.slice(0, 120),
    media: await keepMedia(file, signal),
    fileName: file.name.slice(-255),
    outline: await keepMedia(new Blob([outline as Uint8Array<ArrayBuffer>]), signal),
    sampleRate,
    length: samples(length),
    measure,
  };
}

/** The name of an effect after its file: without its ending. */
export const nameOfFile = (fileName: string): string =>
  fileName.replace(/\.[^.]+$/, '') || fileName;

/** An effect of the kit as a file. */
export const kitFile = ({ id, render }: KitEffect): Promise<File> =>
  wavFile(`${id}.wav`, render(), MIX_RATE);

/** Effects of the kit that are not among those of the plan. */
export const kitLeft = (effects: readonly EffectFile[]): readonly KitEffect[] =>
  KIT.filter(({ id }) => !effects.some(({ fileName }) => fileName === `${id}.wav`));
