import { longestFor, strideAt } from './optimise/lasting.ts';
import { meetingOf, movementAt, type Activity, type Met } from '../footage/index.ts';
import { clipWish, TERMS, type Clip, type Plan, type Wishes } from '../plan/index.ts';
import { filmOf, NORMAL_SPEED, shotEnd } from '../film/index.ts';
import { divide, frames, type Frames, type ShotIndex } from '../time/index.ts';
import { chance } from '../numbers/index.ts';
import { arcRanges } from './arcs.ts';
import { candidatesOf } from './candidates.ts';
import {
  USUAL_WEIGHTS,
  type Candidate,
  type Event,
  type Material,
  type Problem,
  type Shift,
  type SourceRange,
  type Weights,
} from './optimise/problem.ts';
import { wantedLength } from './wanted-length.ts';

/** What was seen of a clip, as far as a layout asks for it. */
export interface MeasuredClip extends Omit<Met, 'usable' | 'rate'> {
  readonly activity: Activity;
}

/** A stretch of a film, from the start of one of its shots to that of another or the end. */
export interface FilmRange {
  readonly from: Frames;
  readonly to: Frames;
}

/** Parts of the wanted lengths that are the limits of a shot when none are set. */
const [SHORTEST, LONGEST] = [0.45, 2.2];
/** Frames at which the wanted length is looked at for that. */
const LOOKED_AT = 200;
/** What is taken for the likeness of clips that were not watched. */
const UNKNOWN_LIKENESS = 0.5;
/** Movement, in units of what counts as still, that counts as moving. */
const MOVES = 1;
/** How much a seed lifts or lowers likeness, at most: half of this. */
const SEEDED = 0.4;
/** What a moment counts that was kept by hand. */
const BY_HAND = 0.8;
/**
 * Seconds of a clip within which a weaker event is part of what a stronger one is, as the start of
 * a blow or the settling after it; common practice, no source.
 */
const GESTURE = 0.4;
/** What variety counts, where it is wished for at its usual weight. */
const USUAL_VARIETY = 0.3;

/** Sums of the frames in which a clip moves. */
function movingSums({ camera, subject }: Activity): Float64Array {
  const sums = new Float64Array(camera.length + 1);
  for (let k = 0; k < camera.length; k++)
    sums[k + 1] = sums[k]! + (movementAt({ camera, subject }, k) > MOVES ? 1 : 0);
  return sums;
}

/**
 * Seconds at an end of a shot over which its movement is taken, and widths a second under which it
 * hardly goes.
 */
const END = 0.2;
const HARDLY = 0.02;

/** Sums of the shifts of a clip's picture. */
function shiftOf(measured: MeasuredClip['frames'], rate: number): Shift {
  const count = measured.length + 1;
  const [x, y] = [new Float64Array(count), new Float64Array(count)];
  measured.forEach(({ dx, dy }, k) => {
    x[k + 1] = x[k]! + dx;
    y[k + 1] = y[k]! + dy;
  });
  const reach = Math.max(1, Math.round(END * rate));
  return { x, y, reach, least: (HARDLY * reach) / rate };
}

/** Limits of a shot's length: as wished, or what follows from the lengths wanted. */
export function limitsOf(
  plan: Plan,
  wishes: Wishes,
): { readonly shortest: Frames; readonly longest: Frames } {
  const wanted = wantedLength(plan, wishes.pacing);
  const lengths = Array.from({ length: LOOKED_AT }, (_, i) =>
    wanted(frames(Math.floor((i * plan.target) / LOOKED_AT))),
  );
  const arcs = wishes.pacing.kind === 'arcs' ? wishes.pacing.arcs : [];
  const least = arcs.map((arc) => arc.shortest ?? Infinity);
  const most = arcs.map((arc) => arc.longest ?? 0);
  const shortest =
    wishes.shortest ??
    frames(Math.max(1, Math.min(Math.floor(Math.min(...lengths) * SHORTEST), ...least)));
  const longest =
    wishes.longest ??
    frames(Math.max(shortest, Math.ceil(Math.max(...lengths) * LONGEST), ...most));
  return { shortest, longest };
}

/**
 * The longest that one of some clips lasts at one of its speeds with what is wanted beyond it, in
 * frames.
 */
const longestLasting = (materials: readonly Material[], handles: Frames): number =>
  materials.reduce((longest, material) => {
    const { speeds } = material;
    const both = { before: handles, after: handles };
    const lasts = speeds.map((_, i) => longestFor(material, strideAt(material, i), both));
    return Math.max(longest, ...lasts);
  }, 1);

/**
 * Text by which clips are put in an order of their own, whatever the order in which they were
 * added.
 */
const ownOrder = (c: Clip): string =>
  JSON.stringify([c.name, c.fileName, c.rate, c.frames, c.usable, c.start, c.moments, c.id]);

/**
 * The clips of a plan that may be used: in its order where that is to be kept, else in one that
 * does not depend on how they were added, so that the same clips give the same layout.
 */
export function usableClips({ clips }: Plan, wishes: Wishes): Clip[] {
  const used = clips.filter(({ id }) => clipWish(wishes, id).use !== 'never');
  if (wishes.order === 'kept') return used;
  const order = new Map(used.map((clip) => [clip, ownOrder(clip)]));
  return used.sort((a, b) => (order.get(a)! < order.get(b)! ? -1 : 1));
}

/** How much each term counts as wished. */
export function weightsOf({ weights, neighbours }: Wishes): Weights {
  const usual = { ...USUAL_WEIGHTS, variety: USUAL_VARIETY };
  const wished = Object.fromEntries(
    TERMS.map((term) => [term, usual[term] * (weights[term] ?? (term === 'variety' ? 0 : 1))]),
  ) as Weights;
  return { ...wished, likeness: neighbours === 'any' ? 0 : wished.likeness };
}

/**
 * What was shown before a stretch, in order, what is shown after it, and the clip right after it.
 */
function outside({ score }: Plan, { from, to }: FilmRange) {
  const shots = score?.shots ?? [];
  const [before, after] = [shots.filter((s) => s.start < from), shots.filter((s) => s.start >= to)];
  return { before: before.map((s) => s.clip), after: after.map((s) => s.clip) };
}

/** The source frames of a clip that are shown outside a stretch of the film. */
const shownOf = (plan: Plan, clip: Clip, { from, to }: FilmRange): SourceRange[] =>
  filmOf(plan).shots.flatMap(({ start, sourceIn, sourceOut, clip: shown }) =>
    shown?.id === clip.id && (start < from || start >= to)
      ? [{ in: sourceIn, out: sourceOut }]
      : [],
  );

/** Places of clips or materials in order of their names. */
export const standingOrder = (named: readonly { readonly name: string }[]): number[] =>
  named
    .map((_, i) => i)
    .sort((i, j) =>
      named[i]!.name < named[j]!.name ? -1 : named[i]!.name > named[j]!.name ? 1 : i - j,
    );

/** How well each clip goes on after each other, 0–1, as wished. */
function likenessOf(
  clips: readonly Clip[],
  measuredOf: (clip: Clip) => MeasuredClip | null,
  { neighbours, seed }: Wishes,
) {
  const met = clips.map((clip): Met | null => {
    const measured = measuredOf(clip);
    return measured && { ...measured, usable: clip.usable, rate: clip.rate.num / clip.rate.den };
  });
  // What a seed changes does not hang on the order in which clips were added.
  const places = new Map(standingOrder(clips).map((clip, place) => [clip, place]));
  const table = met.map((one, i) =>
    met.map((next, j) => {
      const alike = (one && next && meetingOf(one, next)?.likeness.whole) ?? UNKNOWN_LIKENESS;
      const wanted = neighbours === 'unlike' ? 1 - alike : alike;
      const other =
        seed === 0 ? 0 : SEEDED * chance(seed, places.get(i)! * met.length + places.get(j)!);
      return Math.min(1, Math.max(0, wanted + other));
    }),
  );
  return (i: number, j: number): number => table[i]![j]!;
}

/** Candidates with what the arcs they lie in ask of shots that start there. */
function asked(
  candidates: readonly Candidate[],
  plan: Plan,
  { pacing }: Wishes,
  place: (id: string) => number | null,
): readonly Candidate[] {
  if (pacing.kind !== 'arcs') return candidates;
  const ranges = arcRanges(pacing.arcs, plan).map(({ arc, from }) => {
    const { shortest, longest, clips } = arc;
    const places = new Set(clips.flatMap((id) => place(id) ?? []));
    // Clips that are gone ask for nothing.
    return { from, asks: { shortest, longest, clips: places.size > 0 ? places : null } };
  });
  return candidates.map((candidate) => {
    const asks = ranges.findLast(({ from }) => from <= candidate.frame)?.asks;
    return asks ? { ...candidate, asks } : candidate;
  });
}

/** What happens in the usable part of a clip, in order of time. */
function eventsOf({ moments, usable, rate }: Clip): Event[] {
  const events = moments
    .filter(({ at }) => at >= usable.in && at < usable.out)
    .map(({ at, kind, strength }) => ({ at, kind, strength: strength ?? BY_HAND }));
  const near = Math.round(GESTURE * (rate.num / rate.den));
  return events.map((event) => ({
    ...event,
    part: events.some(
      ({ at, strength }) => strength > event.strength && Math.abs(at - event.at) <= near,
    ),
  }));
}

/**
 * The problem of laying out a plan, or a stretch of it, as wished. `measuredOf` tells what was seen
 * of a clip; what is not known of it counts neither for nor against it. Throws when a pace cannot
 * be read, when a run of shots does not lie inside the film, or when two wishes want different
 * things of one frame.
 */
export function problemOf(
  plan: Plan,
  wishes: Wishes = plan.wishes,
  measuredOf: (clip: Clip) => MeasuredClip | null = () => null,
  range: FilmRange = { from: frames(0), to: plan.target },
): Problem {
  const limits = limitsOf(plan, wishes);
  const clips = usableClips(plan, wishes);
  const { before, after } = outside(plan, range);
  const places = new Map(clips.map((c, i) => [c.id, i]));
  const place = (id: string | null): number | null =>
    id === null ? null : (places.get(id) ?? null);
  const materials = clips.map((clip): Material => {
    const { use, most, speeds } = clipWish(wishes, clip.id);
    const measured = measuredOf(clip);
    const later = after.filter((id) => id === clip.id).length;
    return {
      id: clip.id,
      name: clip.name,
      frames: clip.frames,
      usable: clip.usable,
      stride: divide(clip.rate, plan.rate),
      events: eventsOf(clip),
      speeds: speeds.length > 0 ? speeds : [NORMAL_SPEED],
      must: use === 'must' && later === 0,
      most: most === null ? Infinity : Math.max(0, most - later),
      movement: measured ? movingSums(measured.activity) : null,
      shift: measured ? shiftOf(measured.frames, clip.rate.num / clip.rate.den) : null,
    };
  });
  const pairsOf = (pairs: Wishes['before']) =>
    pairs.flatMap(({ clip, then }): [number, number][] => {
      const [one, next] = [place(clip), place(then)];
      return one === null || next === null || one === next ? [] : [[one, next]];
    });
  // Where there are no cues for longer than any clip lasts, frames without one are offered too.
  const reach = frames(Math.min(limits.longest, longestLasting(materials, wishes.handles)));
  return {
    target: plan.target,
    candidates: asked(candidatesOf(plan, wishes, reach, place), plan, wishes, place).filter(
      ({ frame }) => frame >= range.from && frame <= range.to,
    ),
    wanted: wantedLength(plan, wishes.pacing) as (frame: number) => number,
    shortest: limits.shortest,
    longest: reach,
    near: true,
    materials,
    likeness: likenessOf(clips, measuredOf, wishes),
    handles: { before: wishes.handles, after: wishes.handles },
    first: range.from === 0 ? place(wishes.first) : null,
    last: range.to === plan.target ? place(wishes.last) : null,
    before: pairsOf(wishes.before),
    together: pairsOf(wishes.together),
    shownBefore: before.flatMap((id) => place(id) ?? []),
    shownAfter: place(after[0] ?? null),
    shownOutside: clips.map((clip) => shownOf(plan, clip, range)),
    weights: weightsOf(wishes),
  };
}

/**
 * The stretch from a frame to another, as far as shots begin there. Throws when the plan has none.
 */
export function rangeOfShots(plan: Plan, first: ShotIndex, last: ShotIndex): FilmRange {
  const { shots } = plan.score!;
  return { from: shots[first]!.start, to: frames(shotEnd(plan.score!, last)) };
}
