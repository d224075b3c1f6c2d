import type { PictureValues } from '../motion/index.ts';
import type { PhraseFacts } from '../phrases/phrase-facts.ts';
import type { GivenFrames } from '../time/index.ts';
import type { Film } from './film.ts';
import type { Moving } from './layers.ts';

/** A phrase on a frame of the film: what it does to the picture that is composed under it. */
export interface PhraseOnFrame {
  readonly facts: PhraseFacts;
  readonly values: PictureValues;
  readonly moving: Moving;
}

/** The phrases in use on a frame of the film, the lowest first. */
export const phrasesAt = (
  { phrases }: Pick<Film, 'phrases'>,
  frame: GivenFrames,
): PhraseOnFrame[] =>
  phrases.flatMap((facts) => {
    if (facts.phrase.off || frame < facts.start || frame >= facts.end) return [];
    const now = frame - facts.start;
    const { motion, pictured } = facts;
    return [{ facts, values: pictured(now), moving: { motion, at: pictured, now } }];
  });
