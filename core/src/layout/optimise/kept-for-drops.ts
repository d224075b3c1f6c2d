import { stepped, strideAt } from './lasting.ts';
import type { Event, Found, Problem, SourceRange } from './problem.ts';
import type { Seen } from './seen-ranges.ts';

/** What of a clip is kept for a shot over a drop. */
export interface Kept {
  readonly material: number;
  readonly range: SourceRange;
  /** The drop, as a place among the candidates. */
  readonly drop: number;
}

/** How many choices of events to keep are tried. */
const CHOICES = 2;

/** The drops on which no event lands, as places among the candidates. */
const missed = ({ candidates }: Problem, { shots }: Found): number[] =>
  candidates.flatMap(({ kind, frame }, i) =>
    kind === 'drop' && !shots.some(({ landed }) => landed?.frame === frame) ? [i] : [],
  );

/** About an event, as much of its clip as half a wanted length before it and after it shows. */
function about(problem: Problem, material: number, { at }: Event, drop: number): SourceRange {
  const clip = problem.materials[material]!;
  const { frame } = problem.candidates[drop]!;
  const reach = stepped(Math.ceil(problem.wanted(frame) / 2), strideAt(clip, 0));
  return { in: Math.max(0, at - reach), out: Math.min(clip.frames, at + reach + 1) };
}

/**
 * What may be kept for the drops on which nothing lands in a layout that was found: choices of the
 * strongest events, one for each such drop, of different clips first.
 */
export function keptForDrops(problem: Problem, found: Found): Kept[][] {
  const drops = missed(problem, found);
  const strongest = problem.materials
    .flatMap(({ events }, material) => {
      const [event] = events.toSorted((a, b) => b.strength - a.strength);
      return event ? [{ material, event }] : [];
    })
    .sort((a, b) => b.event.strength - a.event.strength);
  if (drops.length === 0) return [];
  return strongest.slice(0, CHOICES).map((_, choice) =>
    drops.flatMap((drop, i): Kept[] => {
      const one = strongest[(choice + i) % strongest.length]!;
      return [
        { material: one.material, drop, range: about(problem, one.material, one.event, drop) },
      ];
    }),
  );
}

/** What was shown of a clip without a range of it. */
export const withoutRange = (seen: Seen, { in: from, out: to }: SourceRange): Seen =>
  seen.flatMap((range) =>
    [
      { in: range.in, out: Math.min(range.out, from) },
      { in: Math.max(range.in, to), out: range.out },
    ].filter((left) => left.in < left.out),
  );
