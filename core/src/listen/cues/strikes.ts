import { seconds } from '../../time/index.ts';
import { attackNear } from '../beats/attack.ts';
import type { AudioFeatures } from '../features/audio-features.ts';
import { STRENGTH_RATE } from '../features/onset-strength.ts';
import type { Curves } from '../network/forward.ts';
import type { Hit, Onset } from './onsets.ts';

/**
 * Part of the strong onsets of the piece, and rise of level in decibels, from which one strikes;
 * chosen on what the kit of effects makes.
 */
const [STRONG, RISE] = [0.35, 6];
/** Learned probability of a voice over a quarter of a second from which an onset is spoken. */
const [SPOKEN, SPOKEN_FOR] = [0.5, 0.25];
/** Confidence from which something low strikes: noise has low onsets by chance. */
const SURE = 0.5;
/** A file that begins or breaks off amid a sound does not strike there. Seconds. */
const EDGE = 0.015;

/**
 * What strikes in the sound of a clip, in order of time: its hits, and whatever else of any height
 * comes suddenly and strongly, such as a clap, a blade or a lock; nothing that is spoken. In music
 * only what is low is a hit, since all of it is sudden.
 */
export function strikesOf(
  { fine, sampleRate, length }: Pick<AudioFeatures, 'fine' | 'sampleRate' | 'length'>,
  { onsets, hits }: { readonly onsets: readonly Onset[]; readonly hits: readonly Hit[] },
  { voice }: Pick<Curves, 'voice'>,
): Hit[] {
  const low = new Map(hits.map((hit) => [hit.at, hit]));
  return onsets.flatMap(({ at, strength, confidence }): Hit[] => {
    const time = at / sampleRate;
    if (time < EDGE || time > length / sampleRate - EDGE) return [];
    const frame = Math.round(time * STRENGTH_RATE);
    const after = voice.subarray(frame, frame + Math.round(SPOKEN_FOR * STRENGTH_RATE));
    const spoken = after.reduce((sum, x) => sum + x, 0) >= SPOKEN * after.length;
    if (spoken && after.length > 0) return [];
    const hit = confidence >= SURE ? low.get(at) : undefined;
    if (hit) return [{ ...hit, strength: Math.max(hit.strength, strength) }];
    const strikes = strength >= STRONG && attackNear(fine, seconds(time)).riseDecibels >= RISE;
    return strikes ? [{ at, strength, confidence }] : [];
  });
}
