import {
  CaesuraError,
  divide,
  framesPerBeat,
  parseLength,
  rational,
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

/** A tempo by which a pace in beats is read before there is music: it makes no difference. */
const ANY_TEMPO = rational(120);

/**
 * Throws unless a text is a pace. Beats and bars are one before there is music, too: they count
 * once there is some.
 */
export const checkPace = (text: string, context: LengthContext): void =>
  void parsePace(text, { tempo: ANY_TEMPO, ...context });

/**
 * Whether a pace can be counted: beats and bars only once there is music, and what is no pace, as a
 * plan from elsewhere may have, never.
 */
export function paceCounts(text: string, context: LengthContext): boolean {
  try {
    parsePace(text, context);
    return true;
  } catch (error) {
    if (error instanceof CaesuraError) return false;
    throw error;
  }
}
