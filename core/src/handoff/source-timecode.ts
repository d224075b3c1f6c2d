import {
  formatTimecode,
  keepTime,
  nominalRate,
  parseTimecode,
  type FrameRate,
  type SourceFrames,
  type GivenSourceFrames,
} from '../time/index.ts';
import type { Clip } from '../plan/index.ts';

/** Timecode of a clip's source frame in its own counting. */
export const sourceTimecode = (clip: Clip, frame: GivenSourceFrames): string =>
  formatTimecode(clip.start + frame, clip.rate, clip.dropFrame);

/**
 * A clip's source frame as a frame count in the plan's counting, for formats with one rate for
 * everything: the hours, minutes and seconds of the clip's starting label are kept, and the time
 * from there is converted to the nearest frame.
 */
export function sourceFrameInPlanCounting(
  clip: Clip,
  frame: SourceFrames,
  rate: FrameRate,
  dropFrame: boolean,
): number {
  const [hours, minutes, seconds, ff] = formatTimecode(clip.start, clip.rate, clip.dropFrame).split(
    /[:;]/,
  ) as [string, string, string, string];
  const scaled = Math.floor((Number(ff) * nominalRate(rate)) / nominalRate(clip.rate));
  // Drop-frame leaves out the first labels of most minutes; the first that exists stands in.
  const label = (n: number) => `${hours}:${minutes}:${seconds}:${String(n).padStart(2, '0')}`;
  const leftOut = dropFrame && seconds === '00' && Number(minutes) % 10 !== 0;
  const start = parseTimecode(
    label(leftOut ? Math.max(scaled, nominalRate(rate) / 15) : scaled),
    rate,
    dropFrame,
  );
  return start + keepTime(frame, clip.rate, rate);
}
