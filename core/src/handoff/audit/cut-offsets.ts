import type { Cue, Film } from '../../film/index.ts';
import type { CueKind } from '../../plan/index.ts';
import {
  instantOfFrame,
  subtract,
  toNumber,
  type CutIndex,
  type Frames,
} from '../../time/index.ts';
import { isSeenCut } from './seen-cuts.ts';

/** How far a cut is from a cue; early where it is less than 0. */
export interface CutOffset {
  readonly cue: Cue;
  readonly milliseconds: number;
  /** The same in frames of the film; between two where the cue is. */
  readonly frames: number;
}

/** A cut with the nearest cue of each kind. */
export interface AuditedCut {
  readonly cut: CutIndex;
  readonly frame: Frames;
  readonly offsets: Readonly<Partial<Record<CueKind, CutOffset>>>;
  /** From the nearest beat, downbeats among them; null where there is none. */
  readonly fromBeat: CutOffset | null;
}

/** The nearest of cues in order of time to a time in seconds; undefined where there are none. */
function nearest(cues: readonly Cue[], times: readonly number[], at: number): Cue | undefined {
  let [low, high] = [0, times.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (times[middle]! < at) low = middle + 1;
    else high = middle;
  }
  const before = low > 0 && (low === times.length || at - times[low - 1]! <= times[low]! - at);
  return cues[before ? low - 1 : low];
}

/**
 * How far every cut of a film that is seen as one is from the nearest cue of each kind and from
 * the nearest beat, as it stands: no lead of the plan is taken off.
 */
export function cutOffsets({ plan, beats, cues, joins }: Film): AuditedCut[] {
  const kinds = new Map<CueKind, Cue[]>();
  for (const cue of cues) {
    const of = kinds.get(cue.kind) ?? [];
    of.push(cue);
    kinds.set(cue.kind, of);
  }
  const timesOf = (list: readonly Cue[]) => list.map(({ at }) => toNumber(at));
  const byKind = [...kinds].map(([kind, list]) => ({ kind, list, times: timesOf(list) }));
  const beatTimes = timesOf(beats);
  return joins.filter(isSeenCut).map(({ cut, frame }): AuditedCut => {
    const at = instantOfFrame(frame, plan.rate);
    const offset = (cue: Cue | undefined): CutOffset | null => {
      if (!cue) return null;
      const seconds = toNumber(subtract(at, cue.at));
      return { cue, milliseconds: 1000 * seconds, frames: seconds * toNumber(plan.rate) };
    };
    const found = byKind.map(({ kind, list, times }) => [
      kind,
      offset(nearest(list, times, toNumber(at))),
    ]);
    return {
      ...{ cut, frame, offsets: Object.fromEntries(found) as AuditedCut['offsets'] },
      fromBeat: offset(nearest(beats, beatTimes, toNumber(at))),
    };
  });
}
