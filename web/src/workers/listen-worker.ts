import { expose, transfer } from 'comlink';
import { analysisSteps, mixedToMono, outlineOf, type Analysis, type Outline } from '@caesura/core/listen';
import { answering } from './task.ts';

/** What was heard in a sound, and its outline for drawing. */
export interface Heard {
  readonly analysis: Analysis;
  readonly outline: Outline;
}

/** Listens to a sound. `onProgress` gets the fraction done, at most a hundred times. */
function listen(channels: Float32Array[], sampleRate: number, onProgress: (fraction: number) => void): Heard {
  const mono = mixedToMono(channels);
  const outline = outlineOf(mono, sampleRate);
  const steps = analysisSteps({ mono, sampleRate });
  let told = 0;
  let step = steps.next();
  while (!step.done) {
    if (step.value - told >= 0.01) onProgress((told = step.value));
    step = steps.next();
  }
  return transfer({ analysis: step.value, outline }, [outline.buffer]);
}

const work = { listen: answering(listen) };
export type ListenWorker = typeof work;
expose(work);
