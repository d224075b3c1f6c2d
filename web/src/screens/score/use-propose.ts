import { proxy } from 'comlink';
import { useState } from 'react';
import type { SeenClip } from '@caesura/core/layout';
import type { Plan } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import { useSights } from '../../app/use-sight.ts';
import { useTask, type Task } from '../../app/use-task.ts';
import type { LayoutWorker, Offer } from '../../workers/layout-worker.ts';
import { startLayoutWorker } from '../../workers/start.ts';
import { inWorker } from '../../workers/task.ts';

/** Layouts that are offered, and how they come about. */
export interface Propose {
  readonly offers: readonly Offer[];
  readonly working: Task['working'];
  readonly start: () => void;
  readonly stop: () => void;
  readonly clear: () => void;
}

/** Lets layouts of the plan be proposed in a worker. Those of another length than the target are no longer offered. */
export function usePropose(plan: Plan): Propose {
  const sightOf = useSights(plan.clips);
  const { working, run, stop } = useTask();
  const [offers, setOffers] = useState<readonly Offer[]>([]);
  const start = () =>
    run(async (onStage, signal) => {
      onStage('Weighing layouts', 0);
      const seen: Record<string, SeenClip> = {};
      for (const clip of plan.clips) {
        const sight = sightOf(clip);
        if (sight) seen[clip.id] = { frames: sight.frames, looks: sight.looks, activity: sight.activity };
      }
      const found = await inWorker<LayoutWorker, Offer[]>(
        startLayoutWorker,
        (worker) =>
          worker.propose(
            plan,
            seen,
            proxy((done: number) => onStage('Weighing layouts', done)),
          ),
        signal,
      );
      if (found.length === 0)
        throw new CaesuraError(
          'no-layout',
          'There is no layout of this length with these clips at this pace: no clip lasts long enough somewhere.',
          'Choose a shorter pace, add longer clips, or widen their usable ranges in Footage.',
        );
      setOffers(found);
    });
  return {
    offers: offers.filter(({ score }) => score.length === plan.target),
    working,
    start,
    stop,
    clear: () => setOffers([]),
  };
}
