import {
  formatTimecode,
  frames,
  nominalRate,
  parseTimecode,
  type FrameRate,
  type Frames,
} from '../../time/index.ts';

/** How timecode counts. */
interface Counting {
  readonly rate: FrameRate;
  readonly dropFrame: boolean;
}

/**
 * The frame that has the same hours, minutes and seconds in another counting; its frames go to the
 * one that begins at or just before the same part of the second, or to the first that exists where
 * drop-frame leaves that one out.
 */
export function relabelled(frame: Frames, from: Counting, to: Counting): Frames {
  const label = formatTimecode(frame, from.rate, from.dropFrame);
  const [hours, minutes, seconds, ff] = label.split(/[:;]/);
  const scaled = Math.floor((Number(ff) * nominalRate(to.rate)) / nominalRate(from.rate));
  for (const count of [scaled, nominalRate(to.rate) / 15])
    try {
      return parseTimecode(`${hours}:${minutes}:${seconds}:${count}`, to.rate, to.dropFrame);
    } catch {
      continue;
    }
  return frames(0);
}
