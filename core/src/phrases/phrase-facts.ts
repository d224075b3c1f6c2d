import { anchored, type Anchored, type AnchorContext } from '../film/anchors.ts';
import { remembered } from '../film/remembered.ts';
import type { ShotFacts } from '../film/shots.ts';
import { spanFrames } from '../film/span.ts';
import { tempoOf } from '../film/tempo.ts';
import { picturedIn, type Motion, type PictureValues } from '../motion/index.ts';
import type { Phrase, PhraseSettings, Plan } from '../plan/index.ts';
import { frames, framesPerBeat, rational, toNumber, type Frames } from '../time/index.ts';
import { phraseTracks, type Lengths, type PhraseFrames } from './phrase-tracks.ts';
import { usualPhrase } from './usual-phrase.ts';

/** A phrase with everything that follows from the plan. */
export interface PhraseFacts {
  readonly phrase: Phrase;
  /** Its place in the list, which is the order in which phrases lie above one another. */
  readonly index: number;
  readonly settings: PhraseSettings;
  /** First frame of the film that it moves, and the first after it; may lie outside the film. */
  readonly start: Frames;
  readonly end: Frames;
  /** The frame of its anchor: its start, or where its hold begins. */
  readonly lands: Frames;
  /** Its sections as used, in frames. */
  readonly frames: PhraseFrames;
  readonly at: Anchored;
  readonly to: Anchored | null;
  /** What it does, in frames counted from its start. */
  readonly motion: Motion;
  /** How the composed picture is shown at an instant counted likewise. */
  readonly pictured: (at: number) => PictureValues;
  readonly lengths: Lengths;
}

/** The settings of a phrase: of its recipe or usual for its kind, then what was set here. */
export function phraseSettings(
  plan: Pick<Plan, 'rate' | 'recipes'>,
  { recipe: id, set }: Pick<Phrase, 'recipe' | 'set'>,
): PhraseSettings {
  const recipe = id === undefined ? undefined : plan.recipes.find((r) => r.id === id);
  const follows =
    recipe?.for === 'phrase' && (set.kind ?? recipe.settings.kind) === recipe.settings.kind;
  const base = follows ? recipe.settings : usualPhrase(set.kind ?? 'own', plan);
  const given = Object.fromEntries(Object.entries(set).filter(([, value]) => value !== undefined));
  return { ...base, ...given };
}

/**
 * The sections of a phrase of so many frames: one takes what the others leave. Where they leave
 * nothing it has none, and the others are shortened in proportion.
 */
function sectionsWithin(
  total: number,
  wanted: PhraseFrames,
  fills: keyof PhraseFrames,
): PhraseFrames {
  const others = (['in', 'hold', 'out'] as const).filter((name) => name !== fills);
  const sum = others.reduce((all, name) => all + wanted[name], 0);
  if (sum <= total) return { ...wanted, [fills]: total - sum };
  const [first, second] = others as [keyof PhraseFrames, keyof PhraseFrames];
  const part = Math.round((total * wanted[first]) / sum);
  return { ...wanted, [fills]: 0, [first]: part, [second]: total - part };
}

/** How long seconds, beats and spans are in frames of a plan. */
function lengthsIn(plan: Pick<Plan, 'rate' | 'music' | 'dropFrame'>): Lengths {
  const { rate, music, dropFrame } = plan;
  const beat = framesPerBeat(tempoOf(plan) ?? rational(120), rate);
  return {
    lengthOf: (span) => spanFrames(span, { rate, music, dropFrame }).frames,
    secondFrames: toNumber(rate),
    beatFrames: toNumber(beat),
  };
}

const keptLengths = remembered<Plan['rate'], Lengths>();
const keptPhrases = remembered<readonly Phrase[], readonly PhraseFacts[]>();
const keptOne = remembered<Phrase, PhraseFacts>();

/** The facts of one phrase between its anchors. */
function factsOf(
  plan: Plan,
  { phrase, index }: Pick<PhraseFacts, 'phrase' | 'index'>,
  { at, to }: Pick<PhraseFacts, 'at' | 'to'>,
  lengths: Lengths,
): PhraseFacts {
  const settings = phraseSettings(plan, phrase);
  const wanted = {
    in: lengths.lengthOf(settings.in),
    hold: lengths.lengthOf(settings.hold),
    out: lengths.lengthOf(settings.out),
  };
  const start = frames(settings.lands === 'peak' ? at.frame - wanted.in : at.frame);
  const sections = to
    ? sectionsWithin(Math.max(0, to.frame - start), wanted, settings.fills)
    : wanted;
  const total = sections.in + sections.hold + sections.out;
  const motion: Motion = {
    tracks: phraseTracks(settings, sections, lengths, plan.size),
    look: settings,
    first: 0,
    last: total - 1,
    way: null,
    size: plan.size,
  };
  return {
    ...{ phrase, index, settings, start, at, to, motion, lengths },
    end: frames(start + total),
    lands: frames(settings.lands === 'peak' ? start + sections.in : start),
    frames: sections,
    pictured: picturedIn(motion),
  };
}

/**
 * The facts of every phrase that has a place in the film, left out or not, in the order of the
 * plan; those whose cut, sound or moment is gone are not among them. A phrase keeps its facts where
 * nothing that they depend on has changed.
 */
export function phraseFactsOf(plan: Plan, shots: readonly ShotFacts[]): readonly PhraseFacts[] {
  const { phrases, recipes, music, sounds, rate, dropFrame, size } = plan;
  return keptPhrases(phrases, [recipes, music, sounds, rate, dropFrame, size, shots], () => {
    const lengths = keptLengths(rate, [music, dropFrame], () => lengthsIn(plan));
    const byId = new Map(shots.map((facts) => [facts.shot.id, facts]));
    const context: AnchorContext = { plan, byId, phrases: new Map() };
    return phrases.flatMap((phrase, index): PhraseFacts[] => {
      const at = anchored(phrase.at, context);
      const to = phrase.to && anchored(phrase.to, context);
      if (!at || (phrase.to && !to)) return [];
      const recipe = recipes.find(({ id }) => id === phrase.recipe);
      const inputs = [index, recipe, lengths, size, at.frame, at.cut, to?.frame, to?.cut];
      return [keptOne(phrase, inputs, () => factsOf(plan, { phrase, index }, { at, to }, lengths))];
    });
  });
}

/** Phrases in use that are nowhere in the film, since what they were tied to is gone. */
export function lostPhrases({ phrases }: Plan, placed: readonly PhraseFacts[]): Phrase[] {
  const known = new Set(placed.map(({ phrase }) => phrase.id));
  return phrases.filter(({ id, off }) => !off && !known.has(id));
}
