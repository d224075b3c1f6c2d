import type { SpeedCurve } from '../curves/index.ts';
import { strideOf } from '../film/source.ts';
import type { Plan } from '../plan/index.ts';
import type { ShotFacts } from '../film/shots.ts';
import { rational, toNumber, type Rational, type SourceFrames, compare } from '../time/index.ts';

/** A stretch of a shot at a constant speed. */
export interface SpeedStep {
  /** Frames after the start of the shot, [from, to). */
  readonly from: number;
  readonly to: number;
  readonly sourceIn: SourceFrames;
  readonly speed: Rational;
}

/** The speed of a curve from a frame to its next key; null where it changes on the way. */
function constantFrom(curve: SpeedCurve, from: number): Rational | null {
  const i = curve.findLastIndex((key) => key.at <= from);
  const [key, next] = [curve[Math.max(0, i)]!, curve[i + 1]];
  if (i < 0 || !next || compare(key.speed, next.speed) === 0) return key.speed;
  return key.ease.kind === 'steps' && key.ease.count === 1 && key.ease.jump === 'end'
    ? key.speed
    : null;
}

/** Parts of normal speed to which steps are rounded: a hundredth of a per cent. */
const PARTS = 10_000;

/**
 * A ramp as steps of constant speed, as few as keep every shown frame within one source frame of
 * the curve. Each step starts on the source frame that the curve shows there, so that no error is
 * carried on; it lasts while one slope passes within a source frame of all its frames (the cone
 * between the two bounds), and never over a key, so that a held speed keeps its figure. Of a
 * constant speed it is one step.
 */
export function constantSteps(plan: Pick<Plan, 'rate'>, facts: ShotFacts): SpeedStep[] {
  const { clip, time, length, sourceIn, speed, ramp } = facts;
  if (!clip || !time) return [];
  const stride = strideOf(clip.rate, plan.rate);
  if (!ramp) return [{ from: 0, to: length, sourceIn, speed }];
  const perFrame = toNumber(stride);
  const steps: SpeedStep[] = [];
  const keys = time.curve.map(({ at }) => at).filter((at) => at > 0 && at < length);
  for (let from = 0; from < length;) {
    const end = keys.find((at) => at > from) ?? length;
    const held = constantFrom(time.curve, from);
    if (held) {
      steps.push({ from, to: end, sourceIn: time.at(from), speed: held });
      from = end;
      continue;
    }
    const begins = time.at(from);
    // Backwards a step begins at the end of its first frame.
    const back = time.exact(from + 1) < time.exact(from);
    const start = begins + Number(back);
    let [low, high, to] = [back ? -Infinity : 0, back ? 0 : Infinity, from + 1];
    // Half a source frame less than one, for the rounding of both.
    const within = 0.49;
    for (let k = from + 1; k < end; k++) {
      const rise = time.exact(k) - start;
      const [least, most] = [(rise - within) / (k - from), (rise + within) / (k - from)];
      if (Math.max(low, least) > Math.min(high, most)) break;
      [low, high, to] = [Math.max(low, least), Math.min(high, most), k + 1];
    }
    const slope = to - from === 1 ? time.exact(from + 1) - start : (low + high) / 2;
    const parts = Math.round((slope / perFrame) * PARTS);
    steps.push({
      from,
      to,
      sourceIn: begins,
      speed: rational(parts, PARTS),
    });
    from = to;
  }
  return steps;
}
