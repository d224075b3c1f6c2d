import { finished } from '../../time/index.ts';
import { traceSteps, type Traces } from '../traces.ts';
import type { Tape } from './synthesis.ts';

/** The traces of a made sound. */
export const tracesOf = ({ samples, sampleRate }: Pick<Tape, 'samples' | 'sampleRate'>): Traces =>
  finished(traceSteps([samples], sampleRate));
