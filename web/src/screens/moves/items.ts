import type { Film, ShotFacts } from '@caesura/core/film';
import type { JoinFacts } from '@caesura/core/joins';
import type { PhraseFacts } from '@caesura/core/phrases';

/** A cut of the film, in the list of moves. */
export interface CutItem {
  readonly kind: 'cut';
  /** By what it is chosen and addressed. */
  readonly key: string;
  readonly frame: number;
  readonly join: JoinFacts;
}

/** A phrase of the film, likewise. */
export interface PhraseItem {
  readonly kind: 'phrase';
  readonly key: string;
  readonly frame: number;
  readonly phrase: PhraseFacts;
}

export type MoveItem = CutItem | PhraseItem;

/** Every cut and every phrase of a film in their order; a cut is before a phrase on its frame. */
export function moveItems({ joins, phrases }: Pick<Film, 'joins' | 'phrases'>): MoveItem[] {
  const cuts = joins.map((join): MoveItem => ({
    kind: 'cut',
    key: String(join.cut),
    frame: join.frame,
    join,
  }));
  const over = phrases.map((phrase): MoveItem => ({
    kind: 'phrase',
    key: phrase.phrase.id,
    frame: phrase.start,
    phrase,
  }));
  // The sort is stable, so that cuts stay in front.
  return [...cuts, ...over].sort((a, b) => a.frame - b.frame);
}

/** The shots that lie under a range of the film, [from, to). */
export const shotsUnder = (
  shots: readonly ShotFacts[],
  from: number,
  to: number,
): readonly ShotFacts[] => shots.filter(({ start, end }) => start < to && end > from);

/** The frames of the film that an item is about, [from, to); a hard cut is its frame. */
export function rangeOfItem(item: MoveItem): { readonly from: number; readonly to: number } {
  if (item.kind === 'phrase') return { from: item.phrase.start, to: item.phrase.end };
  const { frame, before, after } = item.join;
  return { from: frame - before, to: frame + Math.max(1, after) };
}
