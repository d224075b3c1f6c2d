import { expose, transfer } from 'comlink';
import { hearingSteps, type Hearing } from '@caesura/core/listen';
import { answering } from './task.ts';

/** Listens to a sound. `onProgress` gets the fraction done, at most a hundred times. */
function listen(channels: Float32Array[], sampleRate: number, onProgress: (fraction: number) => void): Hearing {
  const steps = hearingSteps(channels, sampleRate);
  let told = 0;
  let step = steps.next();
  while (!step.done) {
    if (step.value - told >= 0.01) onProgress((told = step.value));
    step = steps.next();
  }
  return transfer(step.value, [step.value.outline.buffer]);
}

const work = { listen: answering(listen) };
export type ListenWorker = typeof work;
expose(work);
