import { expose, transfer } from 'comlink';
import { findingSteps, openEar, type Hearing } from '@caesura/core/listen';
import { withSound } from '../sound/sound-file.ts';
import { answering } from './task.ts';

/** What was heard in a file, and whether it says where its sound starts. */
export interface FileHearing {
  readonly hearing: Hearing;
  readonly startGuessed: boolean;
}

/** Part of the work that is done when the whole file has been decoded and traced. */
const TRACED = 0.7;

/**
 * Decodes a sound file bit by bit and listens to it, so that a long one is never held whole. `onProgress` gets the
 * fraction done, at most a hundred times.
 */
function listen(file: File, onProgress: (fraction: number) => void): Promise<FileHearing> {
  let told = 0;
  const tell = (done: number) => {
    if (done - told >= 0.01) onProgress((told = done));
  };
  return withSound(file, file.name, async (sound) => {
    const ear = openEar(sound.sampleRate, sound.channels);
    let taken = 0;
    for await (const planes of sound.planes(0, Infinity)) {
      ear.take(planes);
      taken += planes[0]!.length / sound.sampleRate;
      tell(Math.min(1, taken / sound.duration) * TRACED);
    }
    const steps = findingSteps(ear.end());
    let step = steps.next();
    for (; !step.done; step = steps.next()) tell(TRACED + (1 - TRACED) * step.value);
    const answer = { hearing: step.value, startGuessed: sound.startGuessed };
    return transfer(answer, [step.value.outline.buffer, step.value.texture.buffer]);
  });
}

const work = { listen: answering(listen) };
export type ListenWorker = typeof work;
expose(work);
