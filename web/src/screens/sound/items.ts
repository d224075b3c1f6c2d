import type { Film } from '@caesura/core/film';
import type { JoinFacts } from '@caesura/core/joins';
import type { EffectFacts } from '@caesura/core/sound';

/** A place of the film in the list of sounds: a cut, or an effect that is at none. */
export interface SoundItem {
  /** By what it is chosen and addressed. */
  readonly key: string;
  readonly frame: number;
  /** The cut; null for an effect by itself. */
  readonly join: JoinFacts | null;
  /** What sounds there, in the order of the film. */
  readonly effects: readonly EffectFacts[];
}

/** Every cut of a film, and every effect that is at none, in their order. */
export function soundItems({ joins, effects }: Pick<Film, 'joins' | 'effects'>): SoundItem[] {
  const ordered = effects.toSorted((a, b) => a.peaks - b.peaks);
  const cuts = joins.map((join): SoundItem => ({
    key: String(join.cut),
    frame: join.frame,
    join,
    effects: ordered.filter(({ at, other }) => at.cut === join.cut || other?.cut === join.cut),
  }));
  const alone = ordered.flatMap((facts): SoundItem[] =>
    (facts.at.cut ?? 0) > 0 || (facts.other?.cut ?? 0) > 0
      ? []
      : [{ key: facts.placement.id, frame: facts.at.frame, join: null, effects: [facts] }],
  );
  return [...cuts, ...alone].sort((a, b) => a.frame - b.frame);
}
