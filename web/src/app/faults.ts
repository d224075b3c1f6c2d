import { createContext, use, useCallback, useEffect, useMemo, useState } from 'react';
import {
  faultKey,
  faultsOf,
  NOTHING_KNOWN,
  type Fault,
  type Known,
  type MeasuredMovement,
} from '@caesura/core/faults';
import { movementAt } from '@caesura/core/footage';
import type { Clip, Plan } from '@caesura/core/plan';
import type { MeasuredSum } from '@caesura/core/sound';
import type { KnownData } from '../workers/mends-worker.ts';
import { startMender, type Mender } from './mender.ts';
import { offOf } from './clip-shake.ts';
import { useClipAnalyses } from './use-clip-analysis.ts';

/** Every fault of the open plan, and what was measured, by which some are told. */
export interface Faults extends Known {
  readonly all: readonly Fault[];
  /** Takes the sum of the sounds, once it was measured. */
  readonly tellSum: (sum: MeasuredSum) => void;
  readonly mender: Mender | null;
}

/** Holds the faults of the open plan, found once for all that shows them. */
export const FaultsContext = createContext<Faults>({
  all: [],
  ...NOTHING_KNOWN,
  tellSum: () => undefined,
  mender: null,
});

/** The faults of the open plan; only inside a plan's screens. */
export const useFaults = (): Faults => use(FaultsContext);

/**
 * Clips on either side of a cut at which something happens and those whose speed changes: those
 * whose movement matters for faults.
 */
function measuredClips({ score, clips }: Plan): Clip[] {
  const shots = score?.shots ?? [];
  const ids = new Set(
    shots.flatMap((shot, i) => [
      ...(shot.join && i > 0 ? [shots[i - 1]!.clip, shot.clip] : []),
      ...((shot.ramp ?? shot.rampOf ?? shot.speed) ? [shot.clip] : []),
    ]),
  );
  return clips.filter((clip) => ids.has(clip.id));
}

/**
 * Finds the faults of a plan, with the movement of the clips at its joins and ramps and the sum of
 * its sounds as measured last.
 */
export function useFaultsOf(plan: Plan | undefined): Faults {
  const measured = useMemo(() => (plan ? measuredClips(plan) : []), [plan]);
  const analysisOf = useClipAnalyses(measured);
  const [sum, tellSum] = useState<MeasuredSum | null>(null);
  const [mender] = useState(startMender);
  useEffect(() => mender.stop, [mender]);
  const measuredOf = useCallback(
    (clip: Clip): MeasuredMovement | null => {
      const analysis = analysisOf(clip);
      const at = (frame: number) =>
        frame >= 0 && frame < clip.frames ? movementAt(analysis!.activity, frame, clip.limits) : 0;
      if (!analysis) return null;
      const offAt = (frame: number) => offOf(analysis, clip)[frame] ?? { x: 0, y: 0 };
      return { movementAt: at, offAt };
    },
    [analysisOf],
  );
  return useMemo(
    () => ({
      all: plan ? faultsOf(plan, { measuredOf, sum }) : [],
      measuredOf,
      sum,
      tellSum,
      mender,
    }),
    [plan, measuredOf, sum, mender],
  );
}

/** Shots on either side of the place of a fault whose clips its mends may bring to a cut. */
const NEAR = 2;

/** What was measured, as data for a worker: the movement of the clips near a fault. */
function knownNear(plan: Plan, { shot, cut }: Fault, { measuredOf, sum }: Known): KnownData {
  const place = shot ?? cut;
  const shots =
    place === null ? [] : (plan.score?.shots ?? []).slice(Math.max(0, place - NEAR), place + NEAR);
  const near = new Set(shots.map(({ clip }) => clip));
  const movement = plan.clips.flatMap((clip): [string, Float32Array][] => {
    const measured = near.has(clip.id) ? measuredOf(clip) : null;
    return measured
      ? [[clip.id, Float32Array.from({ length: clip.frames }, (_, n) => measured.movementAt(n))]]
      : [];
  });
  return { movement: Object.fromEntries(movement), sum };
}

/** The labels of the mends of a fault that were tried and hold; null while they are tried. */
export function useMends(plan: Plan, fault: Fault): readonly string[] | null {
  const { measuredOf, sum, mender } = useFaults();
  const [tried, setTried] = useState<{ key: string; plan: Plan; labels: readonly string[] } | null>(
    null,
  );
  const key = faultKey(fault);
  useEffect(() => {
    let left = false;
    mender
      ?.mends(plan, fault, knownNear(plan, fault, { measuredOf, sum }))
      .then((labels) => {
        if (!left) setTried({ key, plan, labels });
      })
      // A worker that was stopped leaves the fault with its mend in words.
      .catch(() => undefined);
    return () => {
      left = true;
    };
  }, [plan, fault, key, measuredOf, sum, mender]);
  return tried && tried.key === key && tried.plan === plan ? tried.labels : null;
}
