import { correctedBeats, filmOf, LANDING_KINDS, lengthContext, type Cue } from '../film/index.ts';
import type { CueKind, Plan, Wishes } from '../plan/index.ts';
import { CaesuraError, frames, framesPerBeat, toNumber, type Frames } from '../time/index.ts';
import { chance } from '../numbers/index.ts';
import type { Candidate } from './optimise/problem.ts';
import { wantedLength } from './wanted-length.ts';

/**
 * How good a cut on a cue of each kind is when the cue is at its strongest; common practice, no
 * source.
 */
const WORTH: Readonly<Record<CueKind, number>> = {
  section: 1,
  drop: 1,
  hand: 1,
  downbeat: 0.9,
  'rise-peak': 0.85,
  'pause-end': 0.8,
  word: 0.8,
  beat: 0.5,
  hit: 0.45,
  'pause-start': 0.5,
  'rise-start': 0.4,
  'half-beat': 0.3,
  'quarter-beat': 0.2,
};
/** The same of the beat in the middle of a bar, where a bar has one. */
const HALF_BAR = 0.65;
/** Part of what a cue is worth that it keeps between the beats of music that has some. */
const OFF_BEAT = 0.7;
/** Part of that which the weakest cue of a kind keeps. */
const WEAKEST = 0.6;
/** Worth of a frame without a cue, where there are too few of them. */
const NO_CUE = 0.05;
/** Frames without a cue that are offered in all, at most. */
const MOST_WITHOUT = 2000;
/** How much a seed lifts or lowers what cues are worth, at most: half of this. */
const SEEDED = 0.5;

/**
 * Frames of the cuts that runs of very short shots ask for. Throws when a run starts before the
 * film or ends after it.
 */
function burstCuts(
  { bursts }: Wishes,
  target: Frames,
): { readonly from: number; readonly cuts: readonly number[] }[] {
  return bursts.map(({ end, shots, each }) => {
    const from = end - shots * each;
    if (from < 0 || end > target)
      throw new CaesuraError(
        'bad-burst',
        `A run of ${shots} shots of ${each} frames that ends at frame ${end} does not lie inside the film.`,
        from < 0 ? 'Let it end later, or have fewer or shorter shots.' : 'Let it end earlier.',
      );
    return { from, cuts: Array.from({ length: shots + 1 }, (_, i) => from + i * each) };
  });
}

/**
 * Part of a beat, against the length of the half or quarter itself, under which wanted lengths ask
 * for cuts on halves and quarters of beats.
 */
const QUICK = 1.5;
const PARTS: Partial<Record<CueKind, number>> = { 'half-beat': 1 / 2, 'quarter-beat': 1 / 4 };

/** Halves and quarters of beats where shots are wanted that are so short. */
function quickParts(plan: Plan, wishes: Wishes): readonly Cue[] {
  const { tempo } = lengthContext(plan);
  if (!tempo) return [];
  const beat = toNumber(framesPerBeat(tempo, plan.rate));
  const wanted = wantedLength(plan, wishes.pacing);
  return filmOf(plan).partBeats.filter(
    ({ frame, kind }) =>
      frame > 0 && frame < plan.target && wanted(frame) < QUICK * PARTS[kind]! * beat,
  );
}

/** Cues as candidates inside the film; of those within a frame of each other the best is kept. */
function fromCues(plan: Plan, wishes: Wishes): Candidate[] {
  const { seed } = wishes;
  const kept: Candidate[] = [];
  const cues = [...filmOf(plan).cues, ...quickParts(plan, wishes)];
  const perBar = plan.music ? correctedBeats(plan.music).beatsPerBar : 0;
  const hasBeats = filmOf(plan).beats.length > 0;
  for (const { frame, kind, strength, beat } of cues.sort((a, b) => a.frame - b.frame)) {
    if (frame <= 0 || frame >= plan.target) continue;
    const halfBar = kind === 'beat' && 2 * (beat - 1) === perBar;
    const usual = (halfBar ? HALF_BAR : WORTH[kind]) * (WEAKEST + (1 - WEAKEST) * strength);
    const worth = seed === 0 ? usual : Math.min(1, usual * (1 + SEEDED * chance(seed, frame)));
    const lands = !hasBeats || LANDING_KINDS.has(kind);
    const candidate = { frame, worth, kind, lands, locked: false };
    const last = kept.at(-1);
    if (last && frame - last.frame <= 1) kept[kept.length - 1] = oneOf(last, candidate);
    else kept.push(candidate);
  }
  return kept.map((c) => (c.lands ? c : { ...c, worth: OFF_BEAT * c.worth }));
}

/** Two candidates as one: the better, on which an event lands where it does on either. */
function oneOf(one: Candidate, other: Candidate): Candidate {
  const better = other.worth > one.worth ? other : one;
  // A section may begin on a drop; a drop asks for more than any other cue.
  const dropped = one.kind === 'drop' || other.kind === 'drop';
  return { ...better, lands: one.lands || other.lands, ...(dropped && { kind: 'drop' }) };
}

/** Frames without a cue where two candidates are further apart than a shot may last. */
function between(candidates: readonly Candidate[], longest: number, target: number): Candidate[] {
  const step = Math.max(1, Math.ceil(target / MOST_WITHOUT));
  return candidates.slice(1).flatMap(({ frame }, i) => {
    const from = candidates[i]!.frame;
    if (frame - from <= longest) return [];
    return Array.from({ length: Math.ceil((frame - from) / step) - 1 }, (_, k): Candidate => ({
      frame: frames(from + (k + 1) * step),
      ...{ worth: NO_CUE, kind: 'none', lands: false, locked: false },
    }));
  });
}

/**
 * The cuts that must be there, by frame: runs of short shots, pinned clips, cuts that were locked,
 * the start and the end.
 */
function heldCuts(
  plan: Plan,
  wishes: Wishes,
  placeOf: (clip: string) => number | null,
): Map<number, Candidate> {
  const { target } = plan;
  const held = new Map<number, Candidate>();
  const hold = (frame: number, kind: string) =>
    held.set(frame, { frame: frames(frame), worth: 1, kind, lands: true, locked: true });
  for (const { cuts } of burstCuts(wishes, target)) cuts.forEach((frame) => hold(frame, 'run'));
  for (const { start, locked } of plan.score?.shots ?? [])
    if (locked && start < target) hold(start, 'locked');
  for (const { clip, frame } of wishes.pins) {
    const starts = placeOf(clip);
    const name = plan.clips.find((c) => c.id === clip)?.name ?? clip;
    if (frame >= target)
      throw new CaesuraError(
        'bad-pin',
        `“${name}” is pinned to frame ${frame}, and the film has ${target}.`,
        'Pin it to an earlier frame, or take the pin away.',
      );
    if (starts === null) continue;
    const there = held.get(frame)?.starts;
    if (there !== undefined && there !== starts)
      throw new CaesuraError(
        'two-pins',
        `Two clips are pinned to frame ${frame}, “${name}” and another.`,
        'Take one of the pins away, or move it.',
      );
    held.set(frame, { frame, worth: 1, kind: 'pin', lands: true, locked: true, starts });
  }
  hold(0, 'start');
  hold(target, 'end');
  return held;
}

/**
 * The frames on which a film may be cut, in order, with its start and end: its cues by their worth,
 * cuts that must be there, and frames without a cue where there are none for longer than a shot may
 * last. `placeOf` tells the place of a clip among those that are laid out. Throws when a run or a
 * pin lies outside the film, or two pins want one frame.
 */
export function candidatesOf(
  plan: Plan,
  wishes: Wishes,
  longest: Frames,
  placeOf: (clip: string) => number | null,
): Candidate[] {
  const { target } = plan;
  const runs = burstCuts(wishes, target);
  const held = heldCuts(plan, wishes, placeOf);
  const free = fromCues(plan, wishes).filter(
    ({ frame }) =>
      !held.has(frame) &&
      !runs.some(({ from, cuts }) => frame > from && frame < cuts.at(-1)!) &&
      !held.has(frame - 1) &&
      !held.has(frame + 1),
  );
  const ordered = [...held.values(), ...free].sort((a, b) => a.frame - b.frame);
  return [...ordered, ...between(ordered, longest, target)].sort((a, b) => a.frame - b.frame);
}
