import type { ShotFacts } from '../film/index.ts';
import { rampOf } from '../film/index.ts';
import type { JoinFacts } from '../joins/index.ts';
import type { Plan } from '../plan/index.ts';

/**
 * The join at a cut in words: what moves, over which frames, and whether both pictures are on
 * screen: over which of them where that is less.
 */
export function joinWords({ settings, before, after, overlap, blend }: JoinFacts): string {
  if (before + after === 0) return '';
  const part = blend.before !== before || blend.after !== after;
  const both = part ? ` overlapping ${blend.before} + ${blend.after}` : ' overlapping';
  return `${settings.move.replace('-', ' ')} ${before} + ${after}${overlap ? both : ''}`;
}

/** The keys of a ramp: frame of the film, source frame, speed in per cent. */
export function rampWords(plan: Plan, { shot, time, start, length }: ShotFacts): string {
  const ramp = rampOf(plan, shot);
  if (!ramp || !time) return '';
  return ramp
    .map((key) => {
      const at = key.from === 'start' ? key.at : length + key.at;
      return `${start + at}: source ${time.at(at)}, ${Math.round((1e4 * key.speed.num) / key.speed.den) / 100} %, ${key.ease}`;
    })
    .join('; ');
}
