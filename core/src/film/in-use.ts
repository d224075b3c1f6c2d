import type { JoinFacts } from '../joins/windows.ts';
import type { PhraseFacts } from '../phrases/phrase-facts.ts';
import type { EffectFacts } from '../sound/effect-facts.ts';

/** Whether a join is more than a hard cut: some frames of it are a window. */
export const isMove = ({ before, after }: Pick<JoinFacts, 'before' | 'after'>): boolean =>
  before + after > 0;

/** Whether a phrase moves any frame: it is not switched off, and lasts. */
export const isPhraseInUse = ({ phrase, start, end }: PhraseFacts): boolean =>
  !phrase.off && end > start;

/** Whether an effect is heard: it is not switched off. */
export const isEffectInUse = ({ placement }: Pick<EffectFacts, 'placement'>): boolean =>
  !placement.off;
