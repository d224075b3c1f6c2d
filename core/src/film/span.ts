import { lengthContext } from './tempo.ts';
import type { Plan, Span } from '../plan/index.ts';
import {
  ceil,
  floor,
  framesPerBeat,
  multiply,
  parseLength,
  positionAtRate,
  rational,
  round,
  sameRate,
  subtract,
  toNumber,
  type FrameRate,
  type Rational,
  type GivenFrames,
} from '../time/index.ts';

/** A span in frames of the film. */
export interface SpanFrames {
  /** Before rounding. */
  readonly exact: Rational;
  /** The nearest whole number, halves up. */
  readonly frames: number;
  /** Both whole numbers beside it with the error of each in milliseconds; one when it is whole. */
  readonly choices: readonly { readonly frames: number; readonly errorMilliseconds: number }[];
}

type Timed = Pick<Plan, 'rate' | 'music' | 'dropFrame'>;

/** So many frames at the rate of a plan, which keep their time at another rate. */
export const frameSpan = (
  n: GivenFrames,
  rate: FrameRate,
  keep: 'time' | 'frames' = 'time',
): Span => ({
  unit: 'frames',
  n,
  at: rate,
  keep,
});

/** Without music a beat is half a second, 120 a minute. */
const USUAL_TEMPO = rational(120);

function exactFrames(span: Span, plan: Timed): Rational {
  if (span.unit === 'frames')
    return span.keep === 'frames' || sameRate(span.at, plan.rate)
      ? rational(span.n)
      : positionAtRate(span.n, span.at, plan.rate);
  const n = rational(span.n.num, span.n.den);
  if (span.unit === 'seconds') return multiply(n, plan.rate);
  return multiply(n, framesPerBeat(lengthContext(plan).tempo ?? USUAL_TEMPO, plan.rate));
}

/** A span in frames of a plan's film; in beats by the tempo of its music. */
export function spanFrames(span: Span, plan: Timed): SpanFrames {
  const exact = exactFrames(span, plan);
  const choices = [...new Set([floor(exact), ceil(exact)])].map((frames) => ({
    frames,
    errorMilliseconds:
      (1000 * toNumber(subtract(rational(frames), exact)) * plan.rate.den) / plan.rate.num,
  }));
  return { exact, frames: round(exact), choices };
}

/**
 * Reads a span as a person types it: 5, 5f, 0.5s, 1 beat. Throws what `parseLength` throws;
 * timecodes and bars count in frames and beats.
 */
export function parseSpan(text: string, plan: Timed): Span {
  const context = lengthContext(plan);
  const { unit, exact, frames } = parseLength(text, context);
  if (unit === 'seconds') {
    const seconds = multiply(exact, rational(plan.rate.den, plan.rate.num));
    return { unit, n: { num: seconds.num, den: seconds.den } };
  }
  if ((unit === 'beats' || unit === 'bars') && context.tempo) {
    const beats = multiply(
      exact,
      multiply(context.tempo, rational(plan.rate.den, 60 * plan.rate.num)),
    );
    return { unit: 'beats', n: { num: beats.num, den: beats.den } };
  }
  return frameSpan(frames, plan.rate);
}

/** How a span was given, to be typed again. */
export function spanText(span: Span): string {
  if (span.unit === 'frames') return `${span.n}`;
  const number = `${Math.round((1000 * span.n.num) / span.n.den) / 1000}`;
  return span.unit === 'seconds' ? `${number}s` : `${number} ${number === '1' ? 'beat' : 'beats'}`;
}
