import { peakAround } from '../../numbers/index.ts';

/**
 * Strength of the attacks a third after the beats, against that of the beats, from which it may be
 * the beat itself.
 */
const LEAST = 0.25;
/** How much they must exceed those half-way and at two thirds. */
const CONTRAST = 3;
const REACH = 2;

/**
 * Moves beats that are the off-beats of swung music onto the beats. In swing a beat is parted long
 * and short: two thirds and one third. So what follows an off-beat after a third is the beat, while
 * a beat is followed by its off-beat only after two thirds. Decided for the whole piece on the
 * whitened strength `all`; frames.
 */
export function unswung(beatFrames: readonly number[], all: Float32Array): readonly number[] {
  if (beatFrames.length < 8) return beatFrames;
  const places = (part: number) =>
    beatFrames
      .slice(1)
      .map((next, i) => Math.round(beatFrames[i]! + part * (next - beatFrames[i]!)));
  const strength = (part: number): number => {
    const frames = places(part);
    return frames.reduce((sum, f) => sum + peakAround(all, f, REACH), 0) / frames.length;
  };
  const third = strength(1 / 3);
  const straight =
    third < LEAST * strength(0) || third < CONTRAST * Math.max(strength(1 / 2), strength(2 / 3));
  return straight ? beatFrames : places(1 / 3);
}
