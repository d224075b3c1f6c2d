import { proxy } from 'comlink';
import { useState } from 'react';
import type { Conflict, MeasuredClip, FilmRange } from '@caesura/core/layout';
import type { Plan } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import { useClipAnalyses } from '../../app/use-clip-analysis.ts';
import { counted } from '../../app/format.ts';
import { speak } from '../../app/spoken.ts';
import { useTask, type Task } from '../../app/use-task.ts';
import type { LayoutWorker, Offer } from '../../workers/layout-worker.ts';
import { startLayoutWorker } from '../../workers/start.ts';
import { inWorker } from '../../workers/task.ts';

/** What was found last, and the plan of which there was nothing to find. */
interface Found extends Pick<Propose, 'offers' | 'range' | 'conflict'> {
  readonly of: Plan | null;
}

const NOTHING: Found = { offers: [], range: null, conflict: null, of: null };

/** Layouts that are offered, and how they come about. */
export interface Propose {
  readonly offers: readonly Offer[];
  /** The stretch that they differ in; null for the whole film. */
  readonly range: FilmRange | null;
  /** Why there are none; only while the plan is as it was, since mends are of that. */
  readonly conflict: Conflict | null;
  readonly working: Task['working'];
  readonly start: (range?: FilmRange) => void;
  readonly stop: () => void;
  readonly clear: () => void;
}

const WEIGHING = 'Weighing layouts';
const NO_LAYOUT = [
  'no-layout',
  'There is no layout of this length with these clips at this pace: no clip lasts long enough somewhere.',
  'Choose a shorter pace, add longer clips, or widen their usable ranges in Footage.',
] as const;

/**
 * Lets layouts of the plan be proposed in a worker, and shows the best so far while it works, also
 * when it is stopped. Where there are none it looks for the reason. Those of another length than
 * the target are no longer offered.
 */
export function usePropose(plan: Plan): Propose {
  const clipAnalysisOf = useClipAnalyses(plan.clips);
  const { working, run, stop } = useTask();
  const [found, setFound] = useState<Found>(NOTHING);
  const start = (range?: FilmRange) =>
    run(async (onStage, signal) => {
      onStage(WEIGHING, 0);
      setFound(NOTHING);
      const between = range ?? null;
      const seen: Record<string, MeasuredClip> = {};
      for (const clip of plan.clips) {
        const analysis = clipAnalysisOf(clip);
        if (analysis)
          seen[clip.id] = {
            frames: analysis.frames,
            looks: analysis.looks,
            activity: analysis.activity,
          };
      }
      const show = (offers: readonly Offer[]) => {
        if (!signal.aborted) setFound({ ...NOTHING, offers, range: between });
      };
      const offers = await inWorker<LayoutWorker, Offer[]>(
        startLayoutWorker,
        (worker) =>
          worker.propose(
            plan,
            seen,
            between,
            proxy((done: number, best: readonly Offer[] | null) => {
              onStage(WEIGHING, done);
              if (best && best.length > 0) show(best);
            }),
          ),
        signal,
      );
      if (offers.length > 0) {
        show(offers);
        speak(`${counted(offers.length, 'layout')} proposed.`);
        return;
      }
      onStage('Looking for the reason', 0);
      const conflict = await inWorker<LayoutWorker, Conflict | null>(
        startLayoutWorker,
        (worker) =>
          worker.explain(
            plan,
            between,
            proxy((done: number) => onStage('Looking for the reason', done)),
          ),
        signal,
      );
      if (!conflict) throw new CaesuraError(...NO_LAYOUT);
      setFound({ ...NOTHING, conflict, of: plan });
    });
  return {
    range: found.range,
    conflict: found.of === plan ? found.conflict : null,
    offers: found.offers.filter(({ score }) => score.length === plan.target),
    working,
    start,
    stop,
    clear: () => setFound(NOTHING),
  };
}
