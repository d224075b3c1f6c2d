import type { Cue, Film } from '@caesura/core/film';
import type { Anchor } from '@caesura/core/plan';
import { plural } from '@caesura/core/time';

/** What kinds of cues are called where something is tied to one. */
const CUE_WORDS: Readonly<Partial<Record<Cue['kind'], string>>> = {
  downbeat: 'the downbeat',
  beat: 'the beat',
  word: 'the word',
  hit: 'the hit',
  drop: 'the drop',
  section: 'the section',
  'pause-start': 'the pause',
  'pause-end': 'the end of the pause',
  'rise-start': 'the rise',
  'rise-peak': 'the top of the rise',
  hand: 'the cue',
};

const beside = (by: number): string =>
  by === 0 ? '' : `${plural(Math.abs(by), 'frame')} ${by < 0 ? 'before' : 'after'} `;

/** What an anchor is tied to, in words; `frame` is where it lies. */
export function anchorWords(film: Film, anchor: Anchor, frame: number): string {
  switch (anchor.on) {
    case 'cut': {
      const at = film.shots.find(({ shot }) => shot.id === anchor.shot);
      if (!at) return 'a cut that is gone';
      const what = at.index === 0 ? 'the start' : `cut ${at.index}`;
      return `${beside(anchor.by)}${what}`;
    }
    case 'sound': {
      const near = [...film.standing, ...film.cues, ...film.beats].find(
        (cue) => cue.sound === anchor.sound && Math.abs(cue.frame + film.plan.lead - frame) < 1,
      );
      const word = near && (CUE_WORDS[near.kind] ?? 'the cue');
      return near ? `${word}${near.name ? ` “${near.name}”` : ''}` : 'the sound';
    }
    case 'moment': {
      const at = film.shots.find(({ shot }) => shot.id === anchor.shot);
      return at?.clip ? `a moment of “${at.clip.name}”` : 'a moment';
    }
    case 'phrase':
      return film.phrases.some(({ phrase }) => phrase.id === anchor.phrase)
        ? `${beside(anchor.by)}a phrase`
        : 'a phrase that is gone';
    case 'frame':
      return `frame ${anchor.frame}`;
  }
}
