import type { ShotFacts } from '../film/index.ts';
import type { EffectFacts } from '../sound/index.ts';
import { percent } from '../time/index.ts';

/** Where a cut falls in words: `bar 9 beat 1`, with `near` when it is not on the cue. */
export function fallsOn({ landing }: ShotFacts): string {
  if (!landing) return '';
  return `${landing.onCue ? '' : 'near '}bar ${landing.cue.bar} beat ${landing.cue.beat}`;
}

/** The effects tied to a cut, or heard first in the shot after it. */
export const effectsAt = (facts: ShotFacts, effects: readonly EffectFacts[]): EffectFacts[] =>
  effects.filter(({ at }) =>
    at.cut === null ? at.frame >= facts.start && at.frame < facts.end : at.cut === facts.index,
  );

/** An effect in words: name, peak in the film or stretch of a bed, rate, pitch, level. */
export function effectWords({
  placement,
  effect,
  peaks,
  starts,
  ends,
  rate,
  semitones,
  gain,
}: EffectFacts): string {
  const place =
    placement.kind === 'bed'
      ? `${starts.toFixed(3)}–${ends.toFixed(3)} s`
      : `peak ${peaks.toFixed(3)} s`;
  const speed = placement.kind === 'bed' ? '' : `, ${percent(rate)}, ${semitones.toFixed(1)} st`;
  return `${effect.name}: ${place}${speed}, ${gain.toFixed(1)} dB`;
}
