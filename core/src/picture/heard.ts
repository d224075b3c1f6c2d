import { fadeAt, MIX_RATE, type Voice } from '../sound/index.ts';
import { instantOfFrame, toNumber, type FrameRate, type Seconds } from '../time/index.ts';

/** A sound that is heard at the start of a frame. */
export interface HeardSound {
  readonly voice: Voice;
  /** Seconds of its file that are heard there. */
  readonly at: Seconds;
  /** Decibels with its fades. */
  readonly level: number;
}

/**
 * What is heard while a frame of the film is shown, of the voices of a plan: each with the place of its file at the start of the
 * frame, or where it begins inside it. The one place that says what is heard when.
 */
export function heardAt(voices: readonly Voice[], rate: FrameRate, frame: number): HeardSound[] {
  const [from, to] = [frame, frame + 1].map((n) => toNumber(instantOfFrame(n, rate)));
  return voices.flatMap((voice): HeardSound[] => {
    if (voice.ends <= from! || voice.starts >= to!) return [];
    const at = Math.max(from!, voice.starts);
    const sampleRate = voice.sampleRate;
    const place = voice.anchor.sample / sampleRate + (at - voice.anchor.at) * voice.rate;
    return [{ voice, at: place as Seconds, level: voice.gain + 20 * Math.log10(Math.max(1e-9, fadeAt(voice, at))) }];
  });
}

/** Sample of the mix at the start of a frame: the nearest. */
export const mixSample = (frame: number, rate: FrameRate): number =>
  Math.round(toNumber(instantOfFrame(frame, rate)) * MIX_RATE);
