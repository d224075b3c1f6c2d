import { CaesuraError } from './errors.ts';
import type { FrameRate } from './rate.ts';
import { framesPerBeat } from './beats.ts';
import {
  multiply,
  parseRational,
  rational,
  round,
  subtract,
  toNumber,
  type Rational,
} from './rational.ts';
import { looksLikeTimecode, parseTimecode } from './timecode.ts';
import { frames, type Frames } from './units.ts';

/** What a length text is read against. */
export interface LengthContext {
  readonly rate: FrameRate;
  readonly dropFrame: boolean;
  /** Beats a minute; without it beats and bars cannot be read. */
  readonly tempo?: Rational;
  readonly beatsPerBar?: number;
}

/** A length as understood from text. */
export interface Length {
  readonly frames: Frames;
  /** The exact length in frames before rounding to the nearest boundary. */
  readonly exact: Rational;
  /** Rounded minus exact, in milliseconds; 0 when the text is a whole number of frames. */
  readonly errorMilliseconds: number;
  readonly unit: 'frames' | 'seconds' | 'beats' | 'bars' | 'timecode';
}

const UNITS: ReadonlyMap<string, Length['unit'] | 'milliseconds' | 'minutes'> = new Map([
  ['', 'frames'],
  ['f', 'frames'],
  ['fr', 'frames'],
  ['frame', 'frames'],
  ['frames', 'frames'],
  ['ms', 'milliseconds'],
  ['s', 'seconds'],
  ['sec', 'seconds'],
  ['second', 'seconds'],
  ['seconds', 'seconds'],
  ['min', 'minutes'],
  ['minute', 'minutes'],
  ['minutes', 'minutes'],
  ['beat', 'beats'],
  ['beats', 'beats'],
  ['bar', 'bars'],
  ['bars', 'bars'],
]);

/** Seconds of film under which a number without a unit is more likely a number of seconds. */
const SHORT_FILM = 10;
/** Seconds up to which such a number is taken for them. */
const LONG_FILM = 600;

/**
 * What the length of a whole film means: as any length, but a number without a unit that would be
 * a film of less than ten seconds is taken for seconds. `other` is what such a number would mean
 * else; null where the unit is written. Throws as `parseLength` does.
 */
export function parseFilmLength(
  text: string,
  context: LengthContext,
): { readonly taken: Length; readonly other: Length | null } {
  const asFrames = parseLength(text, context);
  const bare = text.trim();
  if (!/^\d+$/.test(bare)) return { taken: asFrames, other: null };
  const asSeconds = parseLength(`${bare} s`, context);
  const short = asFrames.frames < SHORT_FILM * toNumber(context.rate);
  return short && Number(bare) <= LONG_FILM
    ? { taken: asSeconds, other: asFrames }
    : { taken: asFrames, other: asSeconds };
}

const MEND = 'Write 12, 12f, 0.5s, 1:04, 00:00:04:12, 2 beats or 1 bar.';

function beatLength(context: LengthContext, word: string): Rational {
  if (!context.tempo)
    throw new CaesuraError(
      'no-tempo',
      `A length in ${word} needs a tempo, and there is none yet.`,
      'Add music, or give frames or seconds.',
    );
  return framesPerBeat(context.tempo, context.rate);
}

/** Minutes and seconds (`1:04`, `1:04.5`) as seconds; null when the text is not of that form. */
function parseClock(text: string): Rational | null {
  const match = /^(\d{1,3}):(\d{2}(?:\.\d+)?)$/.exec(text);
  if (!match) return null;
  const secondsPart = parseRational(match[2]!);
  if (!secondsPart || toNumber(secondsPart) >= 60) return null;
  return subtract(secondsPart, rational(-60 * Number(match[1])));
}

function resolve(text: string, context: LengthContext): { exact: Rational; unit: Length['unit'] } {
  const { rate, dropFrame } = context;
  if (looksLikeTimecode(text))
    return { exact: rational(parseTimecode(text, rate, dropFrame)), unit: 'timecode' };
  const clock = parseClock(text);
  if (clock) return { exact: multiply(clock, rate), unit: 'seconds' };
  const match = /^([-\d./\s]*\d)\s*([a-z]*)$/i.exec(text);
  const value = match ? parseRational(match[1]!) : null;
  const unit = match ? UNITS.get(match[2]!.toLowerCase()) : undefined;
  if (!value || !unit) throw new CaesuraError('bad-length', `“${text}” is not a length.`, MEND);
  switch (unit) {
    case 'frames':
      return { exact: value, unit };
    case 'seconds':
      return { exact: multiply(value, rate), unit };
    case 'milliseconds':
      return { exact: multiply(multiply(value, rational(1, 1000)), rate), unit: 'seconds' };
    case 'minutes':
      return { exact: multiply(multiply(value, rational(60)), rate), unit: 'seconds' };
    case 'beats':
      return { exact: multiply(value, beatLength(context, unit)), unit };
    case 'bars':
      return {
        exact: multiply(
          multiply(value, rational(context.beatsPerBar ?? 4)),
          beatLength(context, unit),
        ),
        unit,
      };
    case 'timecode':
      throw new CaesuraError('bad-length', `“${text}” is not a length.`, MEND);
  }
}

/**
 * Reads a length as a person types it: `12`, `12f`, `0.5s`, `250 ms`, `1:04` (minutes and seconds),
 * `00:00:04:12` (timecode), `2 beats`, `1 bar`. Rounded to the nearest frame, halves up, with the
 * error told. Throws when it cannot be read, when frames are broken (`12.5f`), or when beats are
 * asked for without a tempo.
 */
export function parseLength(text: string, context: LengthContext): Length {
  const trimmed = text.trim();
  if (trimmed === '') throw new CaesuraError('bad-length', 'The length is empty.', MEND);
  const { exact, unit } = resolve(trimmed, context);
  if (unit === 'frames' && exact.den !== 1)
    throw new CaesuraError(
      'bad-length',
      `${trimmed} is not a whole number of frames.`,
      'Give whole frames, or a time such as 0.5s.',
    );
  const whole = round(exact);
  const errorFrames = subtract(rational(whole), exact);
  return {
    frames: frames(whole),
    exact,
    errorMilliseconds: (toNumber(errorFrames) / toNumber(context.rate)) * 1000,
    unit,
  };
}
