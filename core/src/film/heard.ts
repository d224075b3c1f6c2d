import { fadeAt, sampleAt, type AudioEvent } from '../sound/audio-event.ts';
import { MIX_RATE } from '../sound/mix-rate.ts';
import {
  instantOfFrame,
  toNumber,
  type FrameRate,
  type Seconds,
  type GivenFrames,
} from '../time/index.ts';

/** A sound that is heard at the start of a frame. */
export interface HeardSound {
  readonly event: AudioEvent;
  /** Seconds of its file that are heard there. */
  readonly at: Seconds;
  /** Decibels with its fades. */
  readonly level: number;
}

/**
 * What is heard while a frame of the film is shown, of the voices of a plan: each with the place of
 * its file at the start of the frame, or where it begins inside it. The one place that says what is
 * heard when.
 */
export function heardAt(
  events: readonly AudioEvent[],
  rate: FrameRate,
  frame: GivenFrames,
): HeardSound[] {
  const [from, to] = [frame, frame + 1].map((n) => toNumber(instantOfFrame(n, rate)));
  return events.flatMap((event): HeardSound[] => {
    if (event.ends <= from! || event.starts >= to!) return [];
    const at = Math.max(from!, event.starts);
    const place = sampleAt(event, at) / event.sampleRate;
    return [
      {
        event,
        at: place as Seconds,
        level: event.gain + 20 * Math.log10(Math.max(1e-9, fadeAt(event, at))),
      },
    ];
  });
}

/** Sample of the mix at the start of a frame: the nearest. */
export const mixSample = (frame: GivenFrames, rate: FrameRate): number =>
  Math.round(toNumber(instantOfFrame(frame, rate)) * MIX_RATE);
