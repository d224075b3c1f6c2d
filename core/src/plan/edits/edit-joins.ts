import { spanFrames } from '../../joins/span.ts';
import { joinAt } from '../../film/index.ts';
import {
  framesOf,
  frameSpan,
  moveKeys,
  type JoinFacts,
  type Side,
  keyedWindow,
  fittedKeys,
} from '../../joins/index.ts';
import { CaesuraError, type CutIndex, plural, type GivenFrames } from '../../time/index.ts';
import type { Join, JoinKey, MoveKind, Plan } from '../index.ts';

/** A plan with other joins at some cuts; null takes one away. */
export function withJoins(plan: Plan, at: ReadonlyMap<number, Join | null>): Plan {
  if (!plan.score) return plan;
  const shots = plan.score.shots.map((shot, i) => {
    const join = at.get(i);
    if (join === undefined) return shot;
    const { join: _before, ...rest } = shot;
    return join ? { ...rest, join } : rest;
  });
  return { ...plan, score: { ...plan.score, shots } };
}

export const withJoin = (plan: Plan, cut: CutIndex, join: Join | null): Plan =>
  withJoins(plan, new Map([[cut, join]]));

/** Gives a cut a move with its usual figures; null makes it a hard cut. */
export function setMove(plan: Plan, cut: CutIndex, move: MoveKind | null): Plan {
  const { join } = joinAt(plan, cut);
  return withJoin(plan, cut, move && { set: { move }, ...(join?.way && { way: join.way }) });
}

/** Throws when a window asks for more frames of a shot than it has. */
function checkWindow(plan: Plan, { cut, out, into }: JoinFacts, set: Join['set']): void {
  for (const [side, { length, index }, span] of [
    ['before', out, set.before],
    ['after', into, set.after],
  ] as const) {
    const asked = span ? spanFrames(span, plan).frames : 0;
    if (asked > length)
      throw new CaesuraError(
        'window-too-long',
        `A window of ${plural(asked, 'frame')} ${side} cut ${cut} is longer than shot ${index + 1}, which has ${length}.`,
        `Take ${length} or fewer, or lengthen the shot first.`,
      );
  }
}

/**
 * Sets some of a join by hand; what was set before and is not named stays. Keys of its own are
 * fitted to a window that becomes another. Throws when the cut is a hard one, or when the window
 * would be longer than a shot beside it.
 */
export function changeJoin(plan: Plan, cut: CutIndex, set: Join['set']): Plan {
  const facts = joinAt(plan, cut);
  const { join, settings, before, after } = facts;
  if (!join)
    throw new CaesuraError('no-join', `Cut ${cut} is a hard cut.`, 'Choose a move for it first.');
  checkWindow(plan, facts, set);
  const resized = set.before !== undefined || set.after !== undefined;
  const kept =
    resized && settings.move === 'own' && !settings.keyed
      ? { keyed: keyedWindow(settings) ?? { before, after } }
      : {};
  return withJoin(plan, cut, { ...join, set: { ...join.set, ...kept, ...set } });
}

/**
 * Sets the window of a join in frames of the film, which keep their time at another rate. Throws as
 * `changeJoin` does.
 */
export const setWindow = (
  plan: Plan,
  cut: CutIndex,
  before: GivenFrames,
  after: GivenFrames,
): Plan =>
  changeJoin(plan, cut, {
    before: frameSpan(Math.max(0, before), plan.rate),
    after: frameSpan(Math.max(0, after), plan.rate),
  });

/** Leaves a join out, or takes it back in, without losing it. */
export function switchJoin(plan: Plan, cut: CutIndex, off: boolean): Plan {
  const { join } = joinAt(plan, cut);
  if (!join) return plan;
  const { off: _was, ...rest } = join;
  return withJoin(plan, cut, off ? { ...rest, off } : rest);
}

/** The text of the easing that a key of a move has by its place. */
function easeOf({ settings }: JoinFacts, side: Side, of: JoinKey['of']): string {
  if (of === 'opacity') return 'linear';
  return side === 'out' ? settings.easeOut : settings.easeIn;
}

/** All keys of a join as ones set by hand, in the window that there is. */
function keysByHand(facts: JoinFacts): readonly JoinKey[] {
  const { settings } = facts;
  if (settings.move === 'own') return fittedKeys(settings, facts);
  return (['out', 'in'] as const).flatMap((side) =>
    Object.entries(moveKeys(side, settings, facts)).flatMap(([name, keys]) => {
      const of = name as JoinKey['of'];
      return keys.map(({ at, value }, i): JoinKey => {
        const last = i === keys.length - 1;
        return { side, of, at, value, ease: last ? 'linear' : easeOf(facts, side, of) };
      });
    }),
  );
}

/**
 * The settings of a join with its keys to be set one by one, in the window that there is; those of
 * its move become its own.
 */
function ownSettings(facts: JoinFacts): Join['set'] & { readonly keys: readonly JoinKey[] } {
  const { settings, join } = facts;
  const keyed = { before: facts.before as number, after: facts.after as number };
  const own = { ...join?.set, keys: keysByHand(facts), keyed };
  if (settings.move === 'own') return own;
  const { pictures, before, after, shutter, fill, cover, aim, hold } = settings;
  return { ...own, pictures, before, after, shutter, fill, cover, aim, hold, move: 'own' };
}

/**
 * A value on a frame of a join; how it goes over to the next is kept as it was there unless it is
 * said.
 */
export type SetKey = Omit<JoinKey, 'ease'> & { readonly ease?: JoinKey['ease'] };

/**
 * The easing of a key that is set: that of the key there, else that with which the values went on
 * there.
 */
function easeThere(facts: JoinFacts, keys: readonly JoinKey[], { side, of, at }: SetKey): string {
  const track = keys.filter((k) => k.side === side && k.of === of);
  const before = track.filter((k) => k.at <= at).sort((a, b) => b.at - a.at)[0];
  return before?.ease ?? easeOf(facts, side, of);
}

/**
 * Sets one key of a join by hand, in place of the one that is there; the join then has keys of its
 * own. A value that is there already becomes a key that rests. Throws when the picture is not on
 * screen on that frame.
 */
export function setJoinKey(plan: Plan, cut: CutIndex, key: SetKey): Plan {
  const facts = joinAt(plan, cut);
  const range = framesOf(key.side, facts);
  if (!range || key.at < range.first || key.at > range.last)
    throw new CaesuraError(
      'key-outside',
      `The ${key.side === 'out' ? 'outgoing' : 'incoming'} picture is not on screen there.`,
      range
        ? `Its keys go from ${range.first} to ${range.last} of the cut.`
        : 'Give the window frames on that side first.',
    );
  const set = ownSettings(facts);
  const others = set.keys.filter(
    (k) => !(k.side === key.side && k.of === key.of && k.at === key.at),
  );
  const ease = key.ease ?? easeThere(facts, set.keys, key);
  const keys = [...others, { ...key, ease }].sort((a, b) => a.at - b.at);
  return withJoin(plan, cut, { ...facts.join, set: { ...set, keys } });
}

/** Takes a key of a join away. */
export function removeJoinKey(
  plan: Plan,
  cut: CutIndex,
  { side, of, at }: Pick<JoinKey, 'side' | 'of' | 'at'>,
): Plan {
  const facts = joinAt(plan, cut);
  const set = ownSettings(facts);
  const keys = set.keys.filter((k) => !(k.side === side && k.of === of && k.at === at));
  return withJoin(plan, cut, { ...facts.join, set: { ...set, keys } });
}
