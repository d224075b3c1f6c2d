import {
  CaesuraError,
  canDropFrames,
  divide,
  floor,
  formatTimecode,
  multiply,
  parseTimecode,
  rational,
  sourceFrames,
  type FrameRate,
  type SourceFrames,
} from '../../time/index.ts';
import type { Clip, Plan } from '../index.ts';

/** The count of the same timecode at another rate; from zero when that rate has no such label. */
function startAt(
  { start, rate, dropFrame }: Clip,
  newRate: FrameRate,
): Pick<Clip, 'start' | 'dropFrame'> {
  const drops = dropFrame && canDropFrames(newRate);
  try {
    const label = formatTimecode(start, rate, dropFrame).replaceAll(';', ':');
    const text = drops ? label.replace(/:(?=\d+$)/, ';') : label;
    return { start: sourceFrames(parseTimecode(text, newRate, drops)), dropFrame: drops };
  } catch {
    return { start: sourceFrames(0), dropFrame: drops };
  }
}

/**
 * Gives a clip another rate, for one that came in at the wrong one. A clip of constant rate keeps
 * its frames: it lasts longer or shorter. One of variable rate is counted anew, `count` frames, and
 * what was said of its frames goes to those that are on view at the same time. Its moments, its
 * usable part and the shots that use it follow; what depends on the rate (lengths, slowest speed,
 * faults) is computed from it. Throws when there is no such clip.
 */
export function correctClipRate(
  plan: Plan,
  id: string,
  rate: FrameRate,
  count?: SourceFrames,
): Plan {
  const clip = plan.clips.find((c) => c.id === id);
  if (!clip) throw new CaesuraError('no-clip', 'That clip is not in the plan.', 'Choose another.');
  const length = count ?? clip.frames;
  const ratio = count === undefined ? rational(1) : divide(rate, clip.rate);
  const moved = (at: number, last: number): SourceFrames =>
    sourceFrames(Math.min(last, floor(multiply(rational(at), ratio))));
  const from = moved(clip.usable.in, length - 1);
  const whole = clip.usable.out === clip.frames;
  const moments = new Map(clip.moments.map((m) => [moved(m.at, length - 1), m]));
  const corrected: Clip = {
    ...clip,
    rate,
    ...startAt(clip, rate),
    frames: sourceFrames(length),
    usable: {
      in: from,
      out: whole ? length : sourceFrames(Math.max(from + 1, moved(clip.usable.out, length))),
    },
    moments: [...moments].map(([at, m]) => ({ ...m, at })).sort((a, b) => a.at - b.at),
    declined: clip.declined.map((at) => moved(at, length - 1)),
  };
  const shots = plan.score?.shots.map((s) =>
    s.clip === id ? { ...s, sourceIn: moved(s.sourceIn, length - 1) } : s,
  );
  return {
    ...plan,
    clips: plan.clips.map((c) => (c.id === id ? corrected : c)),
    score: plan.score && shots ? { ...plan.score, shots } : plan.score,
  };
}
