import { easingText, parseEasing, reversedEasing } from '@caesura/core/curves';
import type { Parameter } from '@caesura/core/plan';
import type { Track, TrackName } from './track.ts';

/** A key taken from a track: at a part of it, 0 its first frame and 1 its last. */
interface CopiedKey {
  readonly part: number;
  readonly value: number;
  readonly ease: string;
}

/** The keys of a track that were copied. */
export interface CopiedKeys {
  readonly of: Parameter;
  readonly side: TrackName['side'];
  readonly keys: readonly CopiedKey[];
}

/** The keys of a track, each at its part of it. */
export const copiedKeys = ({ of, side, keys, first, last }: Track): CopiedKeys => ({
  of,
  side,
  keys: keys.map(({ frame, value, ease }) => ({
    part: last > first ? (frame - first) / (last - first) : 1,
    value,
    ease,
  })),
});

/** The same gone through backwards, as the other side of a cut mirrors it. */
function mirrored(keys: readonly CopiedKey[]): CopiedKey[] {
  return keys
    .map(({ part, value }, i) => ({
      part: 1 - part,
      value,
      ease: i > 0 ? easingText(reversedEasing(parseEasing(keys[i - 1]!.ease))) : 'linear',
    }))
    .reverse();
}

/** A key to be put on a frame of the film. */
export interface PutKey {
  readonly frame: number;
  readonly value: number;
  readonly ease: string;
}

/**
 * Copied keys on the frames of a track, whatever its length; from one side of a cut to the other
 * they are mirrored, so that what is next to the cut stays there. Of two on one frame the later
 * stays.
 */
export function keysOnTrack(copied: CopiedKeys, { side, first, last }: Track): PutKey[] {
  const across = copied.side !== null && side !== null && copied.side !== side;
  const keys = across ? mirrored(copied.keys) : copied.keys;
  const onFrames = keys.map(({ part, value, ease }): [number, PutKey] => {
    const frame = Math.round(first + part * (last - first));
    return [frame, { frame, value, ease }];
  });
  return [...new Map(onFrames).values()];
}
