import type { Fault } from '@caesura/core/faults';
import { cutFigures } from '@caesura/core/edits';
import {
  filmOf,
  isEffectInUse,
  isMove,
  isPhraseInUse,
  tempoOf,
  type Film,
} from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { toNumber } from '@caesura/core/time';
import { counted } from '../../app/format.ts';
import { faultsOn } from '../../app/fault-places.ts';
import { isChanged } from '../../components/is-changed.ts';

/** What there is of one step of the work. */
export interface Standing {
  readonly screen: string;
  readonly what: string;
  /** Faults that are mended there. */
  readonly faults: number;
}

function heardOf(plan: Plan): string {
  const { music, sounds } = plan;
  if (!music && sounds.length === 0) return 'no music yet';
  const tempo = tempoOf(plan);
  return [
    music ? music.fileName : 'no music',
    tempo && `≈\u00a0${toNumber(tempo).toFixed(2)}\u00a0BPM`,
    sounds.length > 0 && counted(sounds.length, music ? 'more sound' : 'sound'),
  ]
    .filter(Boolean)
    .join(' · ');
}

function clipsOf({ clips }: Plan): string {
  if (clips.length === 0) return 'no clips yet';
  const moments = clips.reduce((sum, clip) => sum + clip.moments.length, 0);
  return `${counted(clips.length, 'clip')} · ${counted(moments, 'moment')} kept`;
}

function laidOut(plan: Plan): string {
  if (!plan.score) return 'not laid out yet';
  const { cuts, onCue } = cutFigures(plan);
  return `${counted(cuts + 1, 'shot')} · ${onCue} of ${counted(cuts, 'cut')} on a\u00a0cue`;
}

function movesOf({ joins, phrases }: Film): string {
  const moves = joins.filter(isMove).length;
  const moving = phrases.filter(isPhraseInUse).length;
  return `${counted(moves, 'move')} at cuts · ${counted(moving, 'phrase')}`;
}

/** What there is of each step of the work after the brief, in their order. */
export function standingOf(plan: Plan, faults: readonly Fault[]): Standing[] {
  const film = filmOf(plan);
  const changed = film.shots.filter(isChanged).length;
  const effects = film.effects.filter(isEffectInUse).length;
  const words = {
    listen: heardOf(plan),
    footage: clipsOf(plan),
    score: laidOut(plan),
    moves: movesOf(film),
    speeds: `${counted(changed, 'shot')} at another speed`,
    sound: counted(effects, 'effect'),
    rehearse: counted(plan.notes.length, 'note'),
  };
  return Object.entries(words).map(([screen, what]) => ({
    screen,
    what,
    faults: faultsOn(faults, screen).length,
  }));
}
