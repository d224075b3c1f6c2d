import { createContext, use, useCallback, useMemo, useState } from 'react';
import {
  faultsOf,
  NOTHING_KNOWN,
  type Fault,
  type Known,
  type MeasuredMovement,
} from '@caesura/core/faults';
import { movementAt } from '@caesura/core/footage';
import type { Clip, Plan } from '@caesura/core/plan';
import type { MeasuredSum } from '@caesura/core/sound';
import { useClipAnalyses } from './use-clip-analysis.ts';

/** Every fault of the open plan, and what was measured, by which some are told. */
export interface Faults extends Known {
  readonly all: readonly Fault[];
  /** Takes the sum of the sounds, once it was measured. */
  readonly tellSum: (sum: MeasuredSum) => void;
}

/** Holds the faults of the open plan, found once for all that shows them. */
export const FaultsContext = createContext<Faults>({
  all: [],
  ...NOTHING_KNOWN,
  tellSum: () => undefined,
});

/** The faults of the open plan; only inside a plan's screens. */
export const useFaults = (): Faults => use(FaultsContext);

/** Clips on either side of a cut at which something happens: those whose movement matters for faults. */
function joinedClips({ score, clips }: Plan): Clip[] {
  const shots = score?.shots ?? [];
  const ids = new Set(
    shots.flatMap((shot, i) => (shot.join && i > 0 ? [shots[i - 1]!.clip, shot.clip] : [])),
  );
  return clips.filter((clip) => ids.has(clip.id));
}

/** Finds the faults of a plan, with the movement of the clips at its joins and the sum of its sounds as measured last. */
export function useFaultsOf(plan: Plan | undefined): Faults {
  const joined = useMemo(() => (plan ? joinedClips(plan) : []), [plan]);
  const clipAnalysisOf = useClipAnalyses(joined);
  const [sum, tellSum] = useState<MeasuredSum | null>(null);
  const measuredOf = useCallback(
    (clip: Clip): MeasuredMovement | null => {
      const analysis = clipAnalysisOf(clip);
      const at = (frame: number) =>
        frame >= 0 && frame < clip.frames ? movementAt(analysis!.activity, frame, clip.limits) : 0;
      return analysis && { movementAt: at };
    },
    [clipAnalysisOf],
  );
  return useMemo(
    () => ({ all: plan ? faultsOf(plan, { measuredOf, sum }) : [], measuredOf, sum, tellSum }),
    [plan, measuredOf, sum],
  );
}
