import type { AudioEvent } from './audio-event.ts';
import type { Decoded } from './mix.ts';

/**
 * By what a voice that was made ready is known again: all that its sound is made of. Where it is
 * only louder, or fades otherwise, it is the same. A longer stretch of its file is another, since
 * it may reach where the one before had nothing.
 */
export function soundingKey(event: AudioEvent, { from, channels }: Decoded): string {
  const { media, rate, semitones, by, anchor, reversed, course, pitchStays, starts, ends } = event;
  return JSON.stringify([
    ...[media, rate, semitones, by, anchor, reversed, course, from, channels[0]?.length],
    pitchStays && [starts, ends],
  ]);
}
