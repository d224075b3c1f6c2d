import {
  CaesuraError,
  rateLabel,
  sourceFrames,
  type FrameRate,
  type Frames,
  type SourceFrames,
} from '../time/index.ts';
import { sourceFramesUsed } from '../film/index.ts';
import type { Clip } from '../plan/index.ts';

/** A clip's use in one shot. */
export interface Assignment {
  readonly clip: string;
  readonly sourceIn: SourceFrames;
}

/**
 * Gives each shot a clip in the order of the clips, round and round. A clip too short for the shot
 * is passed over; a clip used again goes on where its last use ended while enough is left, else
 * starts over. Throws, with the frames needed and there, when no clip is long enough for a shot.
 */
export function assignClips(
  lengths: readonly Frames[],
  clips: readonly Clip[],
  rate: FrameRate,
): Assignment[] {
  const nextIn = new Map(clips.map((c) => [c.id, c.usable.in]));
  let turn = 0;
  return lengths.map((length, shot) => {
    for (let tried = 0; tried < clips.length; tried++) {
      const clip = clips[(turn + tried) % clips.length]!;
      const needed = sourceFramesUsed(length, clip.rate, rate);
      if (needed > clip.usable.out - clip.usable.in) continue;
      const from = nextIn.get(clip.id)!;
      const sourceIn = from + needed <= clip.usable.out ? from : clip.usable.in;
      nextIn.set(clip.id, sourceFrames(sourceIn + needed));
      turn += tried + 1;
      return { clip: clip.id, sourceIn };
    }
    const longest = clips.reduce((a, b) => (lengthOf(b) > lengthOf(a) ? b : a));
    throw new CaesuraError(
      'clips-too-short',
      `Shot ${shot + 1} lasts ${length} frames at ${rateLabel(rate)} fps, longer than any clip: “${longest.name}” has ` +
        `${longest.usable.out - longest.usable.in} source frames of the ${sourceFramesUsed(length, longest.rate, rate)} needed.`,
      'Choose a shorter pace, add a longer clip, or widen a usable range.',
    );
  });
}

const lengthOf = (clip: Clip): number =>
  ((clip.usable.out - clip.usable.in) * clip.rate.den) / clip.rate.num;
