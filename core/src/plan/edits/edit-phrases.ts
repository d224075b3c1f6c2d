import { anchorOn, filmOf, frameSpan } from '../../film/index.ts';
import { marksOf, type PhraseFacts, type PhraseFrames } from '../../phrases/index.ts';
import { CaesuraError, frames, type Frames, type GivenFrames } from '../../time/index.ts';
import {
  freshId,
  freshIds,
  PHRASE_SECTIONS,
  type Phrase,
  type PhraseKind,
  type PhraseSettings,
  type PlaceAnchor,
  type Plan,
  type Span,
} from '../index.ts';

/** Between which anchors a phrase lies; without an end it is as long as its sections. */
export interface PhrasePlace {
  readonly at: PlaceAnchor;
  readonly to?: PlaceAnchor | null;
}

/** Changes phrases, each by itself; the others stay the same objects. */
export function withPhrases(
  plan: Plan,
  ids: readonly string[],
  change: (phrase: Phrase) => Phrase,
): Plan {
  const wanted = new Set(ids);
  return {
    ...plan,
    phrases: plan.phrases.map((phrase) => (wanted.has(phrase.id) ? change(phrase) : phrase)),
  };
}

/** The facts of a phrase. Throws when it is not in the plan, or has no place in the film. */
export function phraseAt(plan: Plan, id: string): PhraseFacts {
  const facts = filmOf(plan).phrases.find(({ phrase }) => phrase.id === id);
  if (!facts)
    throw new CaesuraError(
      'no-such-phrase',
      'That phrase has no place in the film.',
      'Choose another, or tie it to a cut or a frame that is there.',
    );
  return facts;
}

/**
 * Puts phrases between anchors, with what is usual for their kind or as a recipe says, above those
 * that are there. Several that are put together are told to be of one act.
 */
export function addPhrases(
  plan: Plan,
  places: readonly PhrasePlace[],
  what: Pick<Phrase, 'recipe'> & { readonly set?: Phrase['set'] },
): Plan {
  const next = freshIds('phrase-', plan.phrases);
  const runs = plan.phrases.flatMap(({ run }) => (run === undefined ? [] : [{ id: run }]));
  const run = places.length > 1 && { run: freshId('run-', runs) };
  const added = places.map(({ at, to = null }): Phrase => {
    const { recipe, set = {} } = what;
    return { id: next(), ...(recipe !== undefined && { recipe }), at, to, set, ...run };
  });
  return { ...plan, phrases: [...plan.phrases, ...added] };
}

/** Sets some of phrases by hand; what was set before and is not named stays. */
export const changePhrases = (
  plan: Plan,
  ids: readonly string[],
  set: Partial<PhraseSettings>,
): Plan => withPhrases(plan, ids, (phrase) => ({ ...phrase, set: { ...phrase.set, ...set } }));

/** Gives phrases what is usual for a kind; where they lie stays. */
export const setPhraseKind = (plan: Plan, ids: readonly string[], kind: PhraseKind): Plan =>
  withPhrases(plan, ids, ({ recipe: _followed, ...phrase }) => ({ ...phrase, set: { kind } }));

/** Ties a phrase to other anchors. Null for `to` makes it as long as its sections. */
export const placePhrase = (plan: Plan, id: string, place: Partial<PhrasePlace>): Plan =>
  withPhrases(plan, [id], (phrase) => ({ ...phrase, ...place }));

/** Leaves phrases out, or takes them back in, without losing them. */
export const switchPhrases = (plan: Plan, ids: readonly string[], off: boolean): Plan =>
  withPhrases(plan, ids, ({ off: _was, ...phrase }) => (off ? { ...phrase, off } : phrase));

/** Takes phrases out of a plan, with the effects that are tied to them. */
export function removePhrases(plan: Plan, ids: readonly string[]): Plan {
  const gone = new Set(ids);
  return {
    ...plan,
    phrases: plan.phrases.filter(({ id }) => !gone.has(id)),
    effects: plan.effects.filter(
      (effect) =>
        !(effect.kind === 'hit' && effect.at.on === 'phrase' && gone.has(effect.at.phrase)),
    ),
  };
}

/** Moves a phrase so many places up in the list, which puts it above others; down when negative. */
export function orderPhrase(plan: Plan, id: string, by: number): Plan {
  const from = plan.phrases.findIndex((phrase) => phrase.id === id);
  if (from < 0) return plan;
  const to = Math.min(plan.phrases.length - 1, Math.max(0, from + by));
  const phrases = [...plan.phrases];
  const [moved] = phrases.splice(from, 1);
  phrases.splice(to, 0, moved!);
  return { ...plan, phrases };
}

/** The anchor of a frame of the film, inside it. */
const tiedOn = (plan: Plan, frame: GivenFrames): PlaceAnchor => {
  const last = plan.score?.length ?? plan.target;
  return anchorOn(plan, frames(Math.min(last, Math.max(0, frame))));
};

/** Moves a phrase as it is, so that it starts on another frame of the film. */
export function movePhrase(plan: Plan, id: string, start: Frames): Plan {
  const facts = phraseAt(plan, id);
  const by = start - facts.start;
  return placePhrase(plan, id, {
    at: tiedOn(plan, facts.lands + by),
    ...(facts.to && { to: tiedOn(plan, facts.to.frame + by) }),
  });
}

/** What of a phrase can be dragged: its ends, and where it reaches its hold and leaves it. */
export type PhraseMark = 'start' | 'peak' | 'leave' | 'end';

/** So many frames, which keep at another rate what the span before them did. */
const likewise = (span: Span, n: number, { rate }: Plan): Span =>
  frameSpan(Math.max(0, n), rate, span.unit === 'frames' ? span.keep : 'time');

type Section = keyof PhraseFrames;

/**
 * The sections of a phrase that was made so many frames longer or shorter, where they give way in
 * an order: the first grows, and what it has not to give the next ones do.
 */
function lengthened(sections: PhraseFrames, order: readonly Section[], by: number): PhraseFrames {
  if (by >= 0) return { ...sections, [order[0]!]: sections[order[0]!] + by };
  let due = -by;
  const next = { ...sections };
  for (const name of order) {
    const given = Math.min(next[name], due);
    next[name] -= given;
    due -= given;
  }
  return next;
}

/** In which order the sections of a phrase give way: as it says, and then the longer one. */
const givingWay = (fills: Section, sections: PhraseFrames, among: readonly Section[]): Section[] =>
  [...among].sort((a, b) => (a === fills ? -1 : b === fills ? 1 : sections[b] - sections[a]));

/**
 * Puts one mark of a phrase on a frame of the film. An end takes its way with it and the section
 * that fills gives way; where the peak is reached or left moves alone. An end that was tied is tied
 * to what is on the new frame. A phrase keeps a frame at least.
 */
export function resizePhrase(plan: Plan, id: string, mark: PhraseMark, to: Frames): Plan {
  const facts = phraseAt(plan, id);
  const { settings, frames: sections, start, end } = facts;
  const { peak, leave } = marksOf(sections);
  const [peakAt, leaveAt] = [start + peak, start + leave];
  const lands = settings.lands === 'peak';
  let next = sections;
  let place: Partial<PhrasePlace> = {};
  switch (mark) {
    case 'start': {
      const at = Math.min(to, end - 1);
      next = lands
        ? { ...sections, in: Math.max(0, peakAt - at) }
        : lengthened(sections, givingWay(settings.fills, sections, PHRASE_SECTIONS), start - at);
      if (!lands) place = { at: tiedOn(plan, at) };
      break;
    }
    case 'end': {
      // Where its peak is tied the way in stays.
      const at = Math.max(to, (lands ? peakAt : start) + 1);
      const among = lands ? (['hold', 'out'] as const) : PHRASE_SECTIONS;
      next = lengthened(sections, givingWay(settings.fills, sections, among), at - end);
      if (facts.to) place = { to: tiedOn(plan, at) };
      break;
    }
    case 'peak': {
      const at = Math.min(Math.max(to, start), leaveAt);
      next = { ...sections, in: at - start, hold: sections.hold + peakAt - at };
      if (lands) place = { at: tiedOn(plan, at) };
      break;
    }
    case 'leave': {
      const at = Math.min(Math.max(to, peakAt), end);
      next = { ...sections, hold: at - peakAt, out: end - at };
      break;
    }
  }
  const set = {
    in: likewise(settings.in, next.in, plan),
    hold: likewise(settings.hold, next.hold, plan),
    out: likewise(settings.out, next.out, plan),
  };
  return placePhrase(changePhrases(plan, [id], set), id, place);
}
