import {
  filmOf,
  landedMoments,
  shotTime,
  type Film,
  type LandedMoment,
  type ShotFacts,
} from '../../film/index.ts';
import { sourceInFor } from '../../ramps/index.ts';
import {
  CaesuraError,
  compare,
  firstFew,
  plural,
  sourceFrames,
  type ShotIndex,
  type SourceFrames,
} from '../../time/index.ts';
import { USUAL_HOLDS, type Hold, type Plan, type Shot } from '../index.ts';

/** What is held of a shot. */
export const holdsOf = ({ holds }: Pick<Shot, 'holds'>): readonly Hold[] => holds ?? USUAL_HOLDS;

/** Where a shot stands by what can be held of it. */
export interface Standing {
  readonly in: SourceFrames;
  /** First source frame after that on its last frame. */
  readonly out: SourceFrames;
  readonly length: number;
  readonly landed: readonly LandedMoment[];
}

/** Where a shot stands; null where it shows no clip. */
export function standingOf(film: Film, facts: ShotFacts): Standing | null {
  const { time, length, sourceIn } = facts;
  if (!time) return null;
  return {
    in: sourceIn,
    out: sourceFrames(time.at(length - 1) + 1),
    length,
    landed: landedMoments(film, facts),
  };
}

/** What of a shot another standing changes. */
export function changedHolds(before: Standing, after: Standing): Hold[] {
  const lands = new Set(after.landed.map(({ moment, after: at }) => `${moment} ${at}`));
  const changed: Readonly<Record<Hold, boolean>> = {
    in: before.in !== after.in,
    out: before.out !== after.out,
    length: before.length !== after.length,
    landed: before.landed.some(({ moment, after: at }) => !lands.has(`${moment} ${at}`)),
  };
  return (Object.keys(changed) as Hold[]).filter((hold) => changed[hold]);
}

/** What each hold is called, and where it is and would be. */
export function holdWords(hold: Hold, before: Standing, after: Standing): string {
  switch (hold) {
    case 'in':
      return `source in ${before.in} would be ${after.in}`;
    case 'out':
      return `source out ${before.out} would be ${after.out}`;
    case 'length':
      return `${before.length} frames would be ${after.length}`;
    case 'landed': {
      const lands = new Set(after.landed.map(({ moment, after: at }) => `${moment} ${at}`));
      const lost = before.landed.filter(({ moment, after: at }) => !lands.has(`${moment} ${at}`));
      return `source frame ${lost.map(({ moment }) => moment).join(', ')} would no longer land`;
    }
  }
}

/**
 * Throws when a plan that was changed breaks what is held of one of its shots, which shows the same
 * clip as before.
 */
export function checkHeld(plan: Plan, index: ShotIndex, changed: Plan): void {
  const [before, after] = [plan, changed].map((of) => {
    const film = filmOf(of);
    return standingOf(film, film.shots[index]!);
  });
  if (!before || !after) return;
  const holds = holdsOf(plan.score!.shots[index]!);
  const broken = changedHolds(before, after).filter((hold) => holds.includes(hold));
  if (broken.length > 0) throw heldError(index, broken, before, after);
}

const heldError = (
  index: ShotIndex,
  broken: readonly Hold[],
  before: Standing,
  after: Standing,
): CaesuraError =>
  new CaesuraError(
    'held',
    `Shot ${index + 1} holds what that would change: ${broken.map((hold) => holdWords(hold, before, after)).join(', and ')}.`,
    'Let it go, or let the crest, the floor or the length give way.',
  );

/**
 * The standing of a shot with other speeds and another source in, its length as it is; the moments
 * that landed are looked for on the frames on which they did.
 */
function standingWith(plan: Plan, facts: ShotFacts, was: Standing, changed: Shot): Standing {
  const { clip, length } = facts;
  const time = shotTime(plan, changed, clip!, length);
  return {
    in: changed.sourceIn,
    out: sourceFrames(time.at(length - 1) + 1),
    length,
    landed: was.landed.filter(({ moment, after }) => time.at(after) === moment),
  };
}

/**
 * The source in of a shot with other speeds: that with which everything held stays. Where more than
 * one is, the first moment that lands stays on its cue; without one the shot starts where it did,
 * or as near as its file allows. Throws when no source in keeps everything that is held.
 */
export function startHeld(plan: Plan, facts: ShotFacts, changed: Shot): SourceFrames {
  const { clip, length, sourceIn, index } = facts;
  const film = filmOf(plan);
  const was = standingOf(film, facts);
  if (!clip || !was) return sourceIn;
  const filmed = { shot: changed, clip, length };
  const near = (landing: LandedMoment): SourceFrames => {
    const solved = sourceInFor(plan, filmed, landing);
    return solved.found ?? (solved.reason !== null ? solved.nearest : null) ?? sourceIn;
  };
  const begins: LandedMoment = { moment: sourceIn, after: 0 };
  const ends: LandedMoment = { moment: sourceFrames(was.out - 1), after: length - 1 };
  const tried = [was.landed[0] ?? begins, begins, ends].map((landing) => {
    const at = near(landing);
    const now = standingWith(plan, facts, was, { ...changed, sourceIn: at });
    const broken = changedHolds(was, now).filter((hold) => holdsOf(changed).includes(hold));
    return { at, now, broken };
  });
  const kept = tried.find(({ broken }) => broken.length === 0);
  if (kept) return kept.at;
  const best = tried.reduce((a, b) => (b.broken.length < a.broken.length ? b : a));
  throw heldError(index, best.broken, was, best.now);
}

/**
 * What a change broke of what is held of shots that still show the same clip, in a sentence each,
 * the first few of them; empty where nothing. Holds that were let go with the change are not looked
 * at, nor lengths where the rate is another: they last as long as they did.
 */
export function heldBrokenWords(before: Plan, after: Plan): string {
  const held = (after.score?.shots ?? []).filter(({ holds }) => holds);
  if (held.length === 0) return '';
  const [was, is] = [filmOf(before), filmOf(after)];
  const earlier = new Map(was.shots.map((facts) => [facts.shot.id, facts]));
  const later = new Map(is.shots.map((facts) => [facts.shot.id, facts]));
  const sameRate = compare(before.rate, after.rate) === 0;
  const broken = held.flatMap(({ id, clip, holds }) => {
    const [one, other] = [earlier.get(id), later.get(id)];
    if (!one || !other || one.shot.clip !== clip) return [];
    const [from, to] = [standingOf(was, one), standingOf(is, other)];
    if (!from || !to) return [];
    // What is held from this change on was not held by it.
    const kept = holdsOf(one.shot).filter(
      (hold) => holds!.includes(hold) && (sameRate || hold === 'in' || hold === 'out'),
    );
    const moved = changedHolds(from, to).filter((hold) => kept.includes(hold));
    const words = moved.map((hold) => movedWords(hold, from, to)).join(', and ');
    return words ? [`Shot ${other.index + 1} held ${words}.`] : [];
  });
  if (broken.length === 0) return '';
  return `${firstFew(broken, (count) => `So it is with ${plural(count, 'other shot')}.`)} Undo brings it back.`;
}

/** Where something held was and is. */
const movedWords = (hold: Hold, from: Standing, to: Standing): string =>
  hold === 'landed'
    ? 'its moments on their cues, and one has moved'
    : `its ${{ in: 'source in', out: 'source out', length: 'length' }[hold]} ${from[hold]}, which is ${to[hold]} now`;
