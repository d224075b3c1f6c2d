import { joinAt } from '../../film/index.ts';
import { framesOf, frameSpan, moveKeys, type JoinFacts, type Side } from '../../joins/index.ts';
import { CaesuraError } from '../../time/index.ts';
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

export const withJoin = (plan: Plan, cut: number, join: Join | null): Plan =>
  withJoins(plan, new Map([[cut, join]]));

/** Gives a cut a move with its usual figures; null makes it a hard cut. */
export function setMove(plan: Plan, cut: number, move: MoveKind | null): Plan {
  const { join } = joinAt(plan, cut);
  return withJoin(plan, cut, move && { set: { move }, ...(join?.way && { way: join.way }) });
}

/** Sets some of a join by hand; what was set before and is not named stays. Throws when the cut is a hard one. */
export function changeJoin(plan: Plan, cut: number, set: Join['set']): Plan {
  const { join } = joinAt(plan, cut);
  if (!join)
    throw new CaesuraError('no-join', `Cut ${cut} is a hard cut.`, 'Choose a move for it first.');
  return withJoin(plan, cut, { ...join, set: { ...join.set, ...set } });
}

/** Sets the window of a join in frames of the film, which keep their time at another rate. */
export const setWindow = (plan: Plan, cut: number, before: number, after: number): Plan =>
  changeJoin(plan, cut, {
    before: frameSpan(Math.max(0, before), plan.rate),
    after: frameSpan(Math.max(0, after), plan.rate),
  });

/** Leaves a join out, or takes it back in, without losing it. */
export function switchJoin(plan: Plan, cut: number, off: boolean): Plan {
  const { join } = joinAt(plan, cut);
  if (!join) return plan;
  const { off: _was, ...rest } = join;
  return withJoin(plan, cut, off ? { ...rest, off } : rest);
}

/** All keys of a join as ones set by hand. */
function keysByHand({ settings, before, after, overlap }: JoinFacts): JoinKey[] {
  return (['out', 'in'] as const).flatMap((side) =>
    Object.entries(moveKeys(side, settings, { before, after, overlap })).flatMap(([of, keys]) =>
      keys.map(({ at, value }, i): JoinKey => {
        const ease =
          i === keys.length - 1 ? 'linear' : side === 'out' ? settings.easeOut : settings.easeIn;
        return {
          side,
          of: of as JoinKey['of'],
          at,
          value,
          ease: of === 'opacity' ? 'linear' : ease,
        };
      }),
    ),
  );
}

/** The settings of a join with its keys to be set one by one; those of its move become its own. */
function ownSettings(facts: JoinFacts): Join['set'] {
  const { settings, join } = facts;
  if (settings.move === 'own') return { ...join?.set, keys: settings.keys };
  const { pictures, before, after, shutter, fill, cover, aim } = settings;
  const whole = { pictures, before, after, shutter, fill, cover, aim };
  return { ...join?.set, ...whole, move: 'own', keys: keysByHand(facts) };
}

/** Sets one key of a join by hand, in place of the one that is there; the join then has keys of its own. */
export function setJoinKey(plan: Plan, cut: number, key: JoinKey): Plan {
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
  const others = set.keys!.filter(
    (k) => !(k.side === key.side && k.of === key.of && k.at === key.at),
  );
  const keys = [...others, key].sort((a, b) => a.at - b.at);
  return withJoin(plan, cut, { ...facts.join, set: { ...set, keys } });
}

/** Takes a key of a join away. */
export function removeJoinKey(
  plan: Plan,
  cut: number,
  side: Side,
  of: JoinKey['of'],
  at: number,
): Plan {
  const facts = joinAt(plan, cut);
  const set = ownSettings(facts);
  const keys = set.keys!.filter((k) => !(k.side === side && k.of === of && k.at === at));
  return withJoin(plan, cut, { ...facts.join, set: { ...set, keys } });
}
