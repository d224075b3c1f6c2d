import { easingText } from '../../curves/index.ts';
import { partOn } from '../../motion/index.ts';
import { marksOf, ownPhraseKeys, phraseSections, type PhraseFacts } from '../../phrases/index.ts';
import { CaesuraError, plural } from '../../time/index.ts';
import {
  PARAMETERS,
  type Parameter,
  type PhraseKey,
  type PhraseSection,
  type PhraseSettings,
  type Plan,
} from '../index.ts';
import { changePhrases, phraseAt } from './edit-phrases.ts';
import {
  betweenNeighbours,
  checkValue,
  noKey,
  placeHeld,
  type Holding,
  type KeyMove,
} from './key-values.ts';

/** A key of a phrase on its frame, counted from the start of the phrase. */
interface OnFrame {
  readonly frame: number;
  readonly key: PhraseKey;
}

/** Where a key that is set on a frame of a phrase lies. */
function placeOn({ frames }: PhraseFacts, frame: number): PhraseKey['at'] {
  const { peak, leave } = marksOf(frames);
  const of: PhraseSection =
    frame < peak ? 'in' : frame < leave || frames.out === 0 ? 'hold' : 'out';
  return partOn(of, phraseSections(frames)[of], frame);
}

/** All keys of a phrase as ones set by hand. */
function keysByHand(facts: PhraseFacts): OnFrame[] {
  const { settings, frames, lengths, motion } = facts;
  if (settings.kind === 'own') {
    const own = ownPhraseKeys(settings, frames, lengths.lengthOf);
    return PARAMETERS.flatMap((of) => (own[of] ?? []).map(({ at, key }) => ({ frame: at, key })));
  }
  return PARAMETERS.flatMap((of) =>
    (motion.tracks[of] ?? []).map(({ at, value, ease }): OnFrame => ({
      frame: at,
      key: { of, at: placeOn(facts, at), value, ease: easingText(ease) },
    })),
  );
}

/** What a phrase that gets keys of its own keeps of its kind. */
const KEPT = [
  'in',
  'hold',
  'out',
  'fills',
  'lands',
  'aim',
  'about',
  'blurAlong',
  'shutter',
  'fill',
  'cover',
] as const satisfies readonly (keyof PhraseSettings)[];

/** A phrase with such keys, which are its own from then on. */
function withKeys(plan: Plan, { phrase, settings }: PhraseFacts, keys: readonly OnFrame[]): Plan {
  const kept = Object.fromEntries(KEPT.map((name) => [name, settings[name]]));
  const own = settings.kind === 'own' ? {} : { ...kept, kind: 'own' as const };
  const sorted = [...keys].sort((a, b) => a.frame - b.frame);
  return changePhrases(plan, [phrase.id], { ...own, keys: sorted.map(({ key }) => key) });
}

/**
 * A value on a frame of a phrase, counted from its start; how it goes over to the next is kept as
 * it was there unless it is said.
 */
export interface SetPhraseKey {
  readonly of: Parameter;
  readonly at: number;
  readonly value: number;
  readonly ease?: string;
}

/**
 * Sets one key of a phrase by hand, in place of the one that is there; the phrase then has keys of
 * its own. A value that is there already becomes a key that rests. A key that is there keeps its
 * place, a new one goes along with its section when that is resized. Throws when the frame is
 * outside the phrase, or the value is none of its parameter.
 */
export function setPhraseKey(plan: Plan, id: string, wanted: SetPhraseKey): Plan {
  const facts = phraseAt(plan, id);
  const { of, at, value } = wanted;
  const total = facts.end - facts.start;
  if (at < 0 || at > total || total === 0)
    throw new CaesuraError(
      'key-outside',
      'The phrase is not there on that frame.',
      total === 0
        ? 'Give it frames first.'
        : `It has ${plural(total, 'frame')}; its keys go from 0 to ${total}.`,
    );
  checkValue(of, value);
  const keys = keysByHand(facts);
  const isThere = ({ frame, key }: OnFrame) => key.of === of && frame === at;
  const there = keys.find(isThere)?.key;
  const before = keys
    .filter(({ key, frame }) => key.of === of && frame <= at)
    .sort((a, b) => b.frame - a.frame)[0];
  const ease = wanted.ease ?? before?.key.ease ?? facts.settings.easeIn;
  const key: PhraseKey = { of, at: there?.at ?? placeOn(facts, at), value, ease };
  return withKeys(plan, facts, [...keys.filter((k) => !isThere(k)), { frame: at, key }]);
}

/**
 * Puts keys on one parameter of a phrase in place of those that are there, in one step. Throws as
 * `setPhraseKey` does.
 */
export function putPhraseKeys(
  plan: Plan,
  id: string,
  of: Parameter,
  keys: readonly Omit<SetPhraseKey, 'of'>[],
): Plan {
  const facts = phraseAt(plan, id);
  const others = keysByHand(facts).filter(({ key }) => key.of !== of);
  const cleared = withKeys(plan, facts, others);
  return keys.reduce((put, key) => setPhraseKey(put, id, { of, ...key }), cleared);
}

/** Takes a key of a phrase away, on a frame counted from its start. */
export function removePhraseKey(
  plan: Plan,
  id: string,
  { of, at }: Pick<SetPhraseKey, 'of' | 'at'>,
): Plan {
  const facts = phraseAt(plan, id);
  const keys = keysByHand(facts).filter(({ frame, key }) => !(key.of === of && frame === at));
  return withKeys(plan, facts, keys);
}

/**
 * Moves a key of a phrase from one frame to another, counted from its start; it stays between its
 * neighbours and inside the phrase. Throws when there is none.
 */
export function movePhraseKey(
  plan: Plan,
  id: string,
  { of, from, to, value }: { readonly of: Parameter } & KeyMove,
): Plan {
  const facts = phraseAt(plan, id);
  const keys = keysByHand(facts);
  const track = keys.filter(({ key }) => key.of === of);
  const moved = track.find(({ frame }) => frame === from);
  if (!moved) throw noKey();
  const within = Math.min(facts.end - facts.start, Math.max(0, to));
  const at = betweenNeighbours(
    track.map(({ frame }) => frame),
    from,
    within,
  );
  if (value !== undefined) checkValue(of, value);
  const place = at === from ? moved.key.at : placeOn(facts, at);
  const key: PhraseKey = { ...moved.key, at: place, value: value ?? moved.key.value };
  return withKeys(
    plan,
    facts,
    keys.map((each) => (each === moved ? { frame: at, key } : each)),
  );
}

/** Gives all keys of a phrase one easing; see `EasingSchema` for what it may be. */
export function easePhraseKeys(plan: Plan, id: string, ease: string): Plan {
  const facts = phraseAt(plan, id);
  return withKeys(
    plan,
    facts,
    keysByHand(facts).map((each) => ({ ...each, key: { ...each.key, ease } })),
  );
}

/**
 * Makes a key of a phrase go along with its section when that is resized, or stay so many frames
 * from the end next to the peak or from the far one. Throws when there is none on that frame.
 */
export function holdPhraseKey(
  plan: Plan,
  id: string,
  { of, at }: Pick<SetPhraseKey, 'of' | 'at'>,
  how: Holding,
): Plan {
  const facts = phraseAt(plan, id);
  const keys = keysByHand(facts);
  const held = keys.find(({ frame, key }) => key.of === of && frame === at);
  if (!held) throw noKey();
  const name = held.key.at.of;
  const section = phraseSections(facts.frames)[name];
  const place = placeHeld(name, { section, at, rate: plan.rate }, how);
  return withKeys(
    plan,
    facts,
    keys.map((each) => (each === held ? { ...each, key: { ...each.key, at: place } } : each)),
  );
}
