import { filmOf, isEffectInUse, isPhraseInUse } from '../../film/index.ts';
import type { Plan } from '../../plan/index.ts';
import { instantOfFrame, toNumber } from '../../time/index.ts';
import { fallsOn } from '../cut-words.ts';
import { joinWords } from '../join-words.ts';

/** What a marker of a film is of. */
export const MARKER_KINDS = [
  'cut',
  'event',
  'section',
  'drop',
  'phrase',
  'effect',
  'note',
] as const;
export type MarkerKind = (typeof MARKER_KINDS)[number];

/** A marked frame or stretch of a film. */
export interface FilmMarker {
  readonly kind: MarkerKind;
  readonly frame: number;
  /** Frames that it lasts; 0 for a place. */
  readonly lasts: number;
  readonly name: string;
}

/** What is worth a mark in a film, in its order: cuts, events, sections, drops and more. */
export function filmMarkers(plan: Plan): FilmMarker[] {
  const film = filmOf(plan);
  const { shots, joins, events, cues, phrases, effects } = film;
  const length = plan.score?.length ?? plan.target;
  const place = (kind: MarkerKind, frame: number, name: string, lasts = 0): FilmMarker => ({
    ...{ kind, frame, lasts, name },
  });
  const cuts = shots.slice(1).map((facts) => {
    const join = joins[facts.index - 1];
    const said = [facts.clip?.name ?? 'no clip', fallsOn(facts), join ? joinWords(join) : ''];
    return place('cut', facts.start, said.filter(Boolean).join(', '));
  });
  const seen = events
    .filter(({ state }) => state === 'lands')
    .map(({ frame, kind, shot, moment }) =>
      place('event', frame, `${kind} in ${shots[shot]?.clip?.name ?? ''}, source frame ${moment}`),
    );
  const ofMusic = cues.flatMap(({ kind, frame, bar, name }): FilmMarker[] =>
    kind === 'section' || kind === 'drop'
      ? [place(kind, frame, name || `${kind} in bar ${bar}`)]
      : [],
  );
  const moving = phrases
    .filter(isPhraseInUse)
    .map(({ settings, start, end }) => place('phrase', start, settings.kind, end - start));
  const sounding = effects
    .filter(isEffectInUse)
    .map(({ effect, at }) => place('effect', at.frame, effect.name));
  const notes = plan.notes.map(({ frame, text }) => place('note', frame, text));
  return [...cuts, ...seen, ...ofMusic, ...moving, ...sounding, ...notes]
    .filter(({ frame }) => frame >= 0 && frame < length)
    .sort(
      (a, b) => a.frame - b.frame || MARKER_KINDS.indexOf(a.kind) - MARKER_KINDS.indexOf(b.kind),
    );
}

/** Seconds of a frame of a film. */
export const secondsAt = (frame: number, { rate }: Pick<Plan, 'rate'>): number =>
  toNumber(instantOfFrame(frame, rate));
