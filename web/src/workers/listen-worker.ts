import { expose, transfer } from 'comlink';
import {
  findingsProgress,
  LINE_UP_RATE,
  lineUp,
  type LinedUp,
  metered,
  audioAnalyser,
  outlineMeter,
  type SoundFindings,
} from '@caesura/core/listen';
import { measureEffect, streamResampler } from '@caesura/core/sound';
import type { EffectMeasure } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import { ask, mediaUrl } from '../app/http.ts';
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

/** Longest stretch of a take that is looked for in a song, in seconds. */
const TAKE = 60;
/** Where in a long take such stretches are taken, as parts of it. */
const PLACES = [0.5, 0.2, 0.8];

/** A kept sound in one channel at LINE_UP_RATE, from one second to another. */
async function atLineUpRate(
  { media, fileName }: KeptSound,
  from: number,
  to: number,
): Promise<Float32Array> {
  const blob = await (await ask(mediaUrl(media))).blob();
  return withSound(blob, fileName, async (sound) => {
    const { sampleRate } = sound;
    const resampler = streamResampler(sampleRate, LINE_UP_RATE);
    const pieces: Float32Array[] = [];
    for await (const planes of sound.planes(from * sampleRate, to * sampleRate))
      pieces.push(...resampler.take([inOneChannel(planes)]));
    pieces.push(...resampler.end());
    const whole = new Float32Array(pieces.reduce((sum, piece) => sum + piece.length, 0));
    let at = 0;
    for (const piece of pieces) {
      whole.set(piece, at);
      at += piece.length;
    }
    return whole;
  });
}

const inOneChannel = (planes: readonly Float32Array[]): Float32Array =>
  planes[0]!.map((_, n) => planes.reduce((sum, plane) => sum + plane[n]!, 0) / planes.length);

/** A sound that the server keeps. */
export interface KeptSound {
  readonly media: string;
  readonly fileName: string;
}

/** A take that is to be found in a song, and how many seconds it has. */
export interface KeptTake extends KeptSound {
  readonly seconds: number;
}

/**
 * Finds where takes lie in a song, one after the other; null where one does not. A long take is
 * looked for by its middle, and by other stretches where that is in none.
 */
async function findInSong(
  song: KeptSound,
  takes: readonly KeptTake[],
  onProgress: (fraction: number) => void,
): Promise<(LinedUp | null)[]> {
  const whole = await atLineUpRate(song, 0, Infinity);
  const found: (LinedUp | null)[] = [];
  for (const [i, take] of takes.entries()) {
    let best: LinedUp | null = null;
    for (const place of take.seconds > TAKE ? PLACES : [0]) {
      const from = Math.floor(Math.max(0, Math.min(take.seconds - TAKE, place * take.seconds)));
      const part = await atLineUpRate(take, from, from + TAKE);
      const steps = lineUp(part, whole);
      let step = steps.next();
      for (; !step.done; step = steps.next()) onProgress((i + step.value) / takes.length);
      const there = step.value && {
        ...step.value,
        offset: step.value.offset - from * LINE_UP_RATE,
      };
      if (there && there.height > (best?.height ?? 0)) best = there;
      if (best && best.height > SURE * best.next) break;
    }
    found.push(best);
  }
  return found;
}
/** How much higher than the next best place one is that need not be looked for elsewhere. */
const SURE = 1.3;

const work = {
  listen: answering(listen),
  measure: answering(measure),
  findInSong: answering(findInSong),
};
export type ListenWorker = typeof work;
expose(work);
