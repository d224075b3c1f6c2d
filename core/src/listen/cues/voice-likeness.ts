import { clamp, median } from '../../numbers/index.ts';

/** Places within a beat at which music starts its notes: quarters and thirds. */
const PLACES = [0, 1 / 4, 1 / 3, 1 / 2, 2 / 3, 3 / 4, 1];
/** How near to such a place is on it, in parts of a beat. */
const NEAR = 0.045;
/** Share on these places that chance gives a voice, and at which all is music. */
const CHANCE = 0.55;
const CERTAIN = 0.8;
/** Median seconds between words: as people speak, and so far apart that it is no speech. */
const USUAL_PACE = 0.6;
const SLOW_PACE = 1.1;

/**
 * How sure it is that starts of sound (seconds, ascending) are words and not notes, 0–1: speech
 * does not keep to the beat, and follows word on word. `beats` ascend in seconds; `beatConfidence`
 * says how far they can be trusted. A voice that sings on the beat is taken for notes.
 */
export function voiceLikeness(
  starts: readonly number[],
  beats: readonly number[],
  beatConfidence: number,
): number {
  if (starts.length < 3) return 0.5;
  let beat = 0;
  const onPlace = starts.filter((t) => {
    while (beat + 1 < beats.length && beats[beat + 1]! <= t) beat++;
    const [from, to] = [beats[beat], beats[beat + 1]];
    if (from === undefined || to === undefined || t < from) return false;
    const place = (t - from) / (to - from);
    return PLACES.some((p) => Math.abs(place - p) <= NEAR);
  });
  const music =
    beatConfidence * clamp((onPlace.length / starts.length - CHANCE) / (CERTAIN - CHANCE));
  const pace = median(starts.slice(1).map((t, i) => t - starts[i]!));
  return (1 - music) * clamp((SLOW_PACE - pace) / (SLOW_PACE - USUAL_PACE));
}
