import { CROSSFADE } from '@caesura/core/sound';
import type { Extract } from './held-sounds.ts';
import type { Piece } from './route.ts';
import { slowSound, type SlowSound } from './slow-sound.ts';

/** A piece of a sound on its way to the device. */
export interface PlayingSound extends SlowSound {
  /** Time of the audio clock at which it has been heard. */
  readonly endsAt: number;
}

/**
 * Hands a piece to the device as a whole; at a join it sounds on, or begins before, for half a
 * crossfade.
 */
function atOnce(
  output: GainNode,
  { buffer, from }: Extract,
  piece: Piece,
  startAt: number,
): PlayingSound {
  const half = CROSSFADE / 2;
  const fadeIn = piece.joinBefore ? Math.min(half, piece.from - from) : 0;
  const fadeOut = piece.joinAfter ? half : 0;
  const endsAt = startAt + piece.to - piece.from;
  const gain = new GainNode(output.context);
  if (piece.joinBefore) {
    gain.gain.setValueAtTime(0, startAt - fadeIn);
    gain.gain.linearRampToValueAtTime(1, startAt + half);
  }
  if (piece.joinAfter) {
    gain.gain.setValueAtTime(1, endsAt - half);
    gain.gain.linearRampToValueAtTime(0, endsAt + half);
  }
  const source = new AudioBufferSourceNode(output.context, { buffer });
  source.connect(gain).connect(output);
  source.onended = () => gain.disconnect();
  // A piece that comes too late begins where it would be by now.
  const late = Math.max(0, output.context.currentTime - (startAt - fadeIn));
  const length = piece.to - piece.from + fadeIn + fadeOut - late;
  if (length <= 0) return { supply: () => undefined, stop: () => undefined, endsAt };
  source.start(startAt - fadeIn + late, piece.from - from - fadeIn + late, length);
  return { supply: () => undefined, stop: () => source.stop(), endsAt };
}

/** A piece of a sound, its first sample at `startAt` of the audio clock, at a speed. */
export function playingSoundOf(
  output: GainNode,
  [piece, extract]: readonly [Piece, Extract],
  startAt: number,
  speed: number,
): PlayingSound {
  if (speed === 1) return atOnce(output, extract, piece, startAt);
  const { buffer, from } = extract;
  const stretch = { from: piece.from - from, to: piece.to - from, speed };
  return {
    ...slowSound(output, buffer, stretch, startAt),
    endsAt: startAt + (piece.to - piece.from) / speed,
  };
}
