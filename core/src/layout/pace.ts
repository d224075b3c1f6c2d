import {
  CaesuraError,
  divide,
  framesPerBeat,
  parseLength,
  type LengthContext,
  type Rational,
} from '../time/index.ts';

/** A steady wanted shot length: whole beats of the music, or an exact length in frames. */
export type Pace =
  | { readonly kind: 'beats'; readonly beats: number }
  | { readonly kind: 'frames'; readonly length: Rational };

/**
 * Reads a pace as typed (`2 beats`, `1 bar`, `0.5s`, `12f`).
 * Throws when it cannot be read, is shorter than a frame, or is a broken number of beats.
 */
export function parsePace(text: string, context: LengthContext): Pace {
  const { exact, frames, unit } = parseLength(text, context);
  if (frames < 1)
    throw new CaesuraError(
      'bad-pace',
      `A pace of ${text.trim()} is less than a frame.`,
      'Give at least one frame or one beat.',
    );
  if (unit !== 'beats' && unit !== 'bars') return { kind: 'frames', length: exact };
  const beats = divide(exact, framesPerBeat(context.tempo!, context.rate));
  if (beats.den !== 1)
    throw new CaesuraError(
      'bad-pace',
      `A pace of ${text.trim()} is not a whole number of beats.`,
      'Give whole beats, or double the beats first.',
    );
  return { kind: 'beats', beats: beats.num };
}
