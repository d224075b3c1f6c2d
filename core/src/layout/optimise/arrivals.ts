import { chance, firstAfter } from '../../numbers/index.ts';
import type { Breadth } from './breadth.ts';
import type { Step } from './explain.ts';
import { withShown, type Seen } from './seen-ranges.ts';

/** A way to be at a candidate that goes on from another way. */
export interface Arrival {
  readonly cost: number;
  /** Prices of what was shown and what must still be; see `Outlook`. */
  readonly owing: number;
  /** Cost with that and with what is ahead, by which ways are compared. */
  readonly rank: number;
  readonly step: Step;
  readonly before: Way;
  /** The same for ways that have shown the same clips as often; see `markOf`. */
  readonly mark: number;
}

/** A way with what it has shown. */
export interface Way {
  readonly cost: number;
  readonly owing: number;
  readonly step: Step | null;
  readonly before: Way | null;
  /** How often each clip was shown, and after which shot last, from 1; 0 for never. */
  readonly uses: Uint16Array;
  readonly lastShown: Uint16Array;
  /** What of each clip was shown. */
  readonly seen: readonly Seen[];
  readonly shots: number;
  readonly mark: number;
}

/**
 * A number for each clip, such that sums of them are the same only for the same clips as often (in
 * all likelihood).
 */
export const markOf = (material: number): number => Math.round(chance(1, material) * 2 ** 32);

/** Arrivals at one candidate. */
export interface Arrivals {
  /** The cheapest that end with each clip. */
  readonly byClip: readonly Arrival[][];
  /** The ranks of all of them, the least first. */
  readonly ranks: number[];
  /** How many ways are gone on from. */
  readonly ways: number;
}

/** Takes a number out of ascending ones that hold it. */
function takeOut(ascending: number[], one: number): void {
  ascending.splice(firstAfter(ascending, one) - 1, 1);
}

/** What an arrival must rank below to be gone on from; with a clip, also to be kept. */
const dearestOfAll = ({ ranks, ways }: Arrivals): number => ranks[ways - 1] ?? Infinity;
export const dearest = (arrivals: Arrivals, material: number, { perClip }: Breadth): number =>
  Math.min(dearestOfAll(arrivals), arrivals.byClip[material]![perClip - 1]?.rank ?? Infinity);

/** Puts an arrival among the cheapest of those that end with its clip. */
export function keep({ byClip, ranks }: Arrivals, arrival: Arrival, breadth: Breadth): void {
  const list = byClip[arrival.step.material]!;
  if (breadth.distinct) {
    const same = list.findIndex(({ mark }) => mark === arrival.mark);
    if (same >= 0) {
      if (list[same]!.rank <= arrival.rank) return;
      takeOut(ranks, list[same]!.rank);
      list.splice(same, 1);
    }
  }
  let at = list.length;
  while (at > 0 && list[at - 1]!.rank > arrival.rank) at--;
  list.splice(at, 0, arrival);
  ranks.splice(firstAfter(ranks, arrival.rank), 0, arrival.rank);
  if (list.length > breadth.perClip) takeOut(ranks, list.pop()!.rank);
}

/** The cheapest ways at a candidate, over all clips, each with what it has shown. */
export const cheapest = ({ byClip, ways }: Arrivals): Way[] =>
  byClip
    .flat()
    .sort((a, b) => a.rank - b.rank)
    .slice(0, ways)
    .map(({ cost, owing, step, before, mark }): Way => {
      const [uses, lastShown] = [before.uses.slice(), before.lastShown.slice()];
      uses[step.material]!++;
      lastShown[step.material] = before.shots + 1;
      const seen = before.seen.slice();
      seen[step.material] = withShown(seen[step.material]!, step.show);
      return { cost, owing, step, before, uses, lastShown, seen, shots: before.shots + 1, mark };
    });
