import { filmOf, frameSpan, joinAt, spanFrames } from '../../film/index.ts';
import {
  framesOf,
  halvesOf,
  moveKeys,
  outgoingOnTop,
  ownKeys,
  type JoinFacts,
  type Side,
} from '../../joins/index.ts';
import { partOn } from '../../motion/index.ts';
import { easingText } from '../../curves/index.ts';
import { CaesuraError, type CutIndex, type GivenFrames, plural } from '../../time/index.ts';
import {
  PARAMETERS,
  type Join,
  type JoinKey,
  type MoveKind,
  type Parameter,
  type Plan,
} from '../index.ts';
import {
  betweenNeighbours,
  checkValue,
  noKey,
  placeHeld,
  type Holding,
  type KeyMove,
} from './key-values.ts';

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

/** Does the same at several cuts, one after the other. */
const atEach = (
  plan: Plan,
  cuts: readonly CutIndex[],
  change: (made: Plan, cut: CutIndex) => Plan,
): Plan => cuts.reduce(change, plan);

/** What stays of what was set by hand when a join gets another move: where it lies, and its aim. */
const STAYS = ['before', 'after', 'aim'] as const;

/** The join of a cut with another move. */
function withMove(facts: JoinFacts, move: MoveKind | null): Join | null {
  const { join, settings } = facts;
  if (!move || !join) return move && { set: { move } };
  if (move === settings.move) return join;
  if (move === 'own')
    return keyed(
      facts,
      keysByHand(facts).map(({ key }) => key),
    );
  const stays = STAYS.filter((name) => join.set[name] !== undefined);
  return {
    set: { move, ...Object.fromEntries(stays.map((name) => [name, join.set[name]])) },
    ...(join.way !== undefined && { way: join.way }),
  };
}

/**
 * Gives cuts a move with its usual figures; null makes them hard cuts. A window and an aim that
 * were set by hand stay. A move that is to have keys of its own has those with which it was.
 */
export const setMoves = (plan: Plan, cuts: readonly CutIndex[], move: MoveKind | null): Plan =>
  withJoins(plan, new Map(cuts.map((cut) => [cut, withMove(joinAt(plan, cut), move)])));

/** Gives a cut a move; see `setMoves`. */
export const setMove = (plan: Plan, cut: CutIndex, move: MoveKind | null): Plan =>
  setMoves(plan, [cut], move);

/** What a window that is longer than its shot would lie over, up to a frame of the film. */
function passes(
  plan: Plan,
  to: number,
  { cut, side, over }: { cut: number; side: 'before' | 'after'; over: number },
): string {
  const { joins } = filmOf(plan);
  const passed = joins.filter((join) =>
    side === 'before' ? join.cut < cut && join.frame > to : join.cut > cut && join.frame < to,
  );
  if (passed.length === 0)
    return `it would go ${plural(over, 'frame')} beyond the ${side === 'before' ? 'start' : 'end'} of the film`;
  const cuts = passed.map((join) => join.cut);
  const [first, last] = [Math.min(...cuts), Math.max(...cuts)];
  const named = first === last ? `cut ${first}` : `cuts ${first} to ${last}`;
  return `it would pass ${named} and lie over ${plural(over, 'frame')} beyond`;
}

/** Throws when a window asks for more frames of a shot than it has. */
function checkWindow(plan: Plan, { cut, frame, out, into }: JoinFacts, set: Join['set']): void {
  for (const [side, { length, index }, span] of [
    ['before', out, set.before],
    ['after', into, set.after],
  ] as const) {
    const asked = span ? spanFrames(span, plan).frames : 0;
    if (asked > length)
      throw new CaesuraError(
        'window-too-long',
        `A window of ${plural(asked, 'frame')} ${side} cut ${cut} is longer than shot ${index + 1}, which has ${length}: ${passes(plan, side === 'before' ? frame - asked : frame + asked, { cut, side, over: asked - length })}.`,
        `Take ${length} or fewer, lengthen the shot, or put a phrase there, which may lie over cuts.`,
      );
  }
}

/**
 * Sets some of a join by hand; what was set before and is not named stays. Throws when the cut is
 * a hard one, or when the window would be longer than a shot beside it.
 */
export function changeJoin(plan: Plan, cut: CutIndex, set: Join['set']): Plan {
  const facts = joinAt(plan, cut);
  const { join } = facts;
  if (!join)
    throw new CaesuraError('no-join', `Cut ${cut} is a hard cut.`, 'Choose a move for it first.');
  checkWindow(plan, facts, set);
  return withJoin(plan, cut, { ...join, set: { ...join.set, ...set } });
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

/** Sets some of several joins by hand; hard cuts stay. Throws as `changeJoin` does. */
export const changeJoins = (plan: Plan, cuts: readonly CutIndex[], set: Join['set']): Plan =>
  atEach(plan, cuts, (made, cut) =>
    made.score?.shots[cut]?.join ? changeJoin(made, cut, set) : made,
  );

/** Leaves several joins out, or takes them back in. */
export const switchJoins = (plan: Plan, cuts: readonly CutIndex[], off: boolean): Plan =>
  atEach(plan, cuts, (made, cut) => switchJoin(made, cut, off));

/** Leaves a join out, or takes it back in, without losing it. */
export function switchJoin(plan: Plan, cut: CutIndex, off: boolean): Plan {
  const { join } = joinAt(plan, cut);
  if (!join) return plan;
  const { off: _was, ...rest } = join;
  return withJoin(plan, cut, off ? { ...rest, off } : rest);
}

/** The text of the easing that a key of a move has by its place. */
function easeOf({ settings }: JoinFacts, side: Side, of: Parameter): string {
  if (of === 'opacity') return 'linear';
  return side === 'out' ? settings.easeOut : settings.easeIn;
}

/** A key of a join on its frame, counted from the cut. */
interface OnFrame {
  readonly frame: number;
  readonly key: JoinKey;
}

/** Where a key that is set on a frame of a window lies. */
function placeOn(facts: JoinFacts, frame: GivenFrames): JoinKey['at'] {
  const of = frame < 0 ? 'before' : 'after';
  return partOn(of, halvesOf(facts)[of], frame);
}

/** All keys of a join as ones set by hand, on the frames on which they lie in its window. */
function keysByHand(facts: JoinFacts): readonly OnFrame[] {
  const { settings } = facts;
  return (['out', 'in'] as const).flatMap((side) => {
    if (settings.move === 'own') {
      const own = ownKeys(side, settings, facts);
      return PARAMETERS.flatMap((of) => (own[of] ?? []).map(({ at, key }) => ({ frame: at, key })));
    }
    const moved = moveKeys(side, settings, facts);
    return PARAMETERS.flatMap((of) =>
      (moved[of] ?? []).map(({ at, value, ease }): OnFrame => ({
        frame: at,
        key: { side, of, at: placeOn(facts, at), value, ease: easingText(ease) },
      })),
    );
  });
}

/** What a join that gets keys of its own keeps of its move. */
const KEPT = [
  'pictures',
  'before',
  'after',
  'blend',
  'shutter',
  'fill',
  'cover',
  'aim',
  'about',
  'hold',
] as const;

/** A join with such keys, which are its own from then on. */
function keyed(facts: JoinFacts, keys: readonly JoinKey[]): Join {
  const { settings, join } = facts;
  const kept = Object.fromEntries(KEPT.map((name) => [name, settings[name]]));
  const own =
    settings.move === 'own'
      ? {}
      : {
          ...kept,
          blurAlong: settings.blurAlong ?? settings.way,
          // A hinge that gets keys of its own goes on uncovering what lies under it.
          ...(outgoingOnTop(settings) && { top: 'out' as const }),
          move: 'own' as const,
        };
  return { ...join, set: { ...join?.set, ...own, keys } };
}

const withKeys = (plan: Plan, facts: JoinFacts, keys: readonly JoinKey[]): Plan =>
  withJoin(plan, facts.cut, keyed(facts, keys));

/**
 * A value on a frame of a join, counted from the cut; how it goes over to the next is kept as it
 * was there unless it is said.
 */
export interface SetKey {
  readonly side: Side;
  readonly of: Parameter;
  readonly at: number;
  readonly value: number;
  readonly ease?: string;
}

/**
 * The easing of a key that is set: that of the key there, else that with which the values went on
 * there.
 */
function easeThere(facts: JoinFacts, keys: readonly OnFrame[], { side, of, at }: SetKey): string {
  const track = keys.filter(({ key }) => key.side === side && key.of === of);
  const before = track.filter(({ frame }) => frame <= at).sort((a, b) => b.frame - a.frame)[0];
  return before?.key.ease ?? easeOf(facts, side, of);
}

/**
 * Sets one key of a join by hand, in place of the one that is there; the join then has keys of its
 * own. A value that is there already becomes a key that rests. A key that is there keeps its place
 * in the window, a new one goes along with its half when that is resized. Throws when the picture
 * is not on screen on that frame.
 */
export function setJoinKey(plan: Plan, cut: CutIndex, wanted: SetKey): Plan {
  const facts = joinAt(plan, cut);
  const { side, of, at, value } = wanted;
  const range = framesOf(side, facts);
  if (!range || at < range.first || at > range.last)
    throw new CaesuraError(
      'key-outside',
      `The ${side === 'out' ? 'outgoing' : 'incoming'} picture is not on screen there.`,
      range
        ? `Its keys go from ${range.first} to ${range.last} of the cut.`
        : 'Give the window frames on that side first.',
    );
  checkValue(of, value);
  const keys = keysByHand(facts);
  const isThere = ({ frame, key }: OnFrame) => key.side === side && key.of === of && frame === at;
  const there = keys.find(isThere)?.key;
  const ease = wanted.ease ?? easeThere(facts, keys, wanted);
  const key: JoinKey = { side, of, at: there?.at ?? placeOn(facts, at), value, ease };
  const others = keys.filter((other) => !isThere(other));
  const all = [...others, { frame: at, key }].sort((a, b) => a.frame - b.frame);
  return withKeys(
    plan,
    facts,
    all.map((each) => each.key),
  );
}

/**
 * Puts keys on one parameter of a side of a join in place of those that are there, in one step.
 * Throws as `setJoinKey` does.
 */
export function putJoinKeys(
  plan: Plan,
  cut: CutIndex,
  { side, of }: Pick<SetKey, 'side' | 'of'>,
  keys: readonly Omit<SetKey, 'side' | 'of'>[],
): Plan {
  const facts = joinAt(plan, cut);
  const others = keysByHand(facts).filter(({ key }) => key.side !== side || key.of !== of);
  const cleared = withKeys(
    plan,
    facts,
    others.map(({ key }) => key),
  );
  return keys.reduce((put, key) => setJoinKey(put, cut, { side, of, ...key }), cleared);
}

/** Takes a key of a join away, on a frame counted from the cut. */
export function removeJoinKey(
  plan: Plan,
  cut: CutIndex,
  { side, of, at }: Pick<SetKey, 'side' | 'of' | 'at'>,
): Plan {
  const facts = joinAt(plan, cut);
  const keys = keysByHand(facts).filter(
    ({ frame, key }) => !(key.side === side && key.of === of && frame === at),
  );
  return withKeys(
    plan,
    facts,
    keys.map(({ key }) => key),
  );
}

/**
 * Moves a key of a join from one frame to another, counted from the cut; it stays between its
 * neighbours and where its picture is on screen. Throws when there is none, or when the value is
 * none of its parameter.
 */
export function moveJoinKey(
  plan: Plan,
  cut: CutIndex,
  { side, of, from, to, value }: Pick<SetKey, 'side' | 'of'> & KeyMove,
): Plan {
  const facts = joinAt(plan, cut);
  const keys = keysByHand(facts);
  const track = keys.filter(({ key }) => key.side === side && key.of === of);
  const moved = track.find(({ frame }) => frame === from);
  const range = framesOf(side, facts);
  if (!moved || !range) throw noKey();
  const within = Math.min(range.last, Math.max(range.first, to));
  const at = betweenNeighbours(
    track.map(({ frame }) => frame),
    from,
    within,
  );
  if (value !== undefined) checkValue(of, value);
  const place = at === from ? moved.key.at : placeOn(facts, at);
  const key: JoinKey = { ...moved.key, at: place, value: value ?? moved.key.value };
  const all = keys.map((each) => (each === moved ? { frame: at, key } : each));
  return withKeys(
    plan,
    facts,
    all.sort((a, b) => a.frame - b.frame).map((each) => each.key),
  );
}

/** Gives all keys of a join one easing; see `EasingSchema` for what it may be. */
export function easeJoinKeys(plan: Plan, cut: CutIndex, ease: string): Plan {
  const facts = joinAt(plan, cut);
  return withKeys(
    plan,
    facts,
    keysByHand(facts).map(({ key }) => ({ ...key, ease })),
  );
}

/**
 * Makes a key of a join go along with its half when that is resized, or stay so many frames from
 * the cut or from the far end. Throws when there is none on that frame.
 */
export function holdJoinKey(
  plan: Plan,
  cut: CutIndex,
  { side, of, at }: Pick<SetKey, 'side' | 'of' | 'at'>,
  how: Holding,
): Plan {
  const facts = joinAt(plan, cut);
  const keys = keysByHand(facts);
  const held = keys.find(({ frame, key }) => key.side === side && key.of === of && frame === at);
  if (!held) throw noKey();
  const half = at < 0 ? 'before' : 'after';
  const place = placeHeld(half, { section: halvesOf(facts)[half], at, rate: plan.rate }, how);
  return withKeys(
    plan,
    facts,
    keys.map((each) => (each === held ? { ...each.key, at: place } : each.key)),
  );
}
