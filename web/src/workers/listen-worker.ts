import { expose, transfer } from 'comlink';
import {
  findingsProgress,
  metered,
  audioAnalyser,
  outlineMeter,
  type SoundFindings,
} from '@caesura/core/listen';
import { measureEffect } from '@caesura/core/sound';
import type { EffectMeasure } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import { channelsOf, withSound } from '../sound/sound-file.ts';
import { answering } from './task.ts';

/** What was heard in a file, and whether it says where its sound starts. */
export interface FileFindings {
  readonly findings: SoundFindings;
  readonly startGuessed: boolean;
}

/** Part of the work that is done when the whole file has been decoded and traced. */
const TRACED = 0.7;

/**
 * Decodes a sound file bit by bit and listens to it, so that a long one is never held whole.
 * `onProgress` gets the fraction done, at most a hundred times.
 */
function listen(file: File, onProgress: (fraction: number) => void): Promise<FileFindings> {
  let told = 0;
  const tell = (done: number) => {
    if (done - told >= 0.01) onProgress((told = done));
  };
  return withSound(file, file.name, async (sound) => {
    const analyser = audioAnalyser(sound.sampleRate, sound.channels);
    let taken = 0;
    for await (const planes of sound.planes(0, Infinity)) {
      analyser.take(planes);
      taken += planes[0]!.length / sound.sampleRate;
      tell(Math.min(1, taken / sound.duration) * TRACED);
    }
    const steps = findingsProgress(analyser.end());
    let step = steps.next();
    for (; !step.done; step = steps.next()) tell(TRACED + (1 - TRACED) * step.value);
    const answer = { findings: step.value, startGuessed: sound.startGuessed };
    return transfer(answer, [step.value.outline.buffer, step.value.chromaAndTimbre.buffer]);
  });
}

/** What was measured of a file that is to be an effect. */
export interface MeasuredEffect {
  readonly measure: EffectMeasure;
  readonly sampleRate: number;
  /** Samples. */
  readonly length: number;
  readonly outline: Uint8Array;
}

/** Longest effect, in seconds: it is held whole. */
const LONGEST_EFFECT = 300;

/** Decodes a file whole and measures it as an effect. Throws when it is too long or silent. */
function measure(file: File, onProgress: (fraction: number) => void): Promise<MeasuredEffect> {
  return withSound(file, file.name, async (sound) => {
    if (sound.duration > LONGEST_EFFECT)
      throw new CaesuraError(
        'too-long',
        `“${file.name}” lasts ${Math.round(sound.duration)} s, too long for an effect.`,
        `Cut out the part you need, up to ${LONGEST_EFFECT} s, or add it as a sound in Listen.`,
      );
    const channels = await channelsOf(sound, 0, Infinity, (taken) =>
      onProgress(Math.min(1, taken / sound.sampleRate / sound.duration)),
    );
    const found = measureEffect(channels, sound.sampleRate);
    if (found.loudness === null)
      throw new CaesuraError(
        'silent',
        `“${file.name}” is silent.`,
        'Choose a file that can be heard.',
      );
    const outline = metered(outlineMeter(sound.sampleRate), channels[0]!);
    return transfer(
      { measure: found, sampleRate: sound.sampleRate, length: channels[0]!.length, outline },
      [outline.buffer],
    );
  });
}

const work = { listen: answering(listen), measure: answering(measure) };
export type ListenWorker = typeof work;
expose(work);
