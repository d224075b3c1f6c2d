import type { Fault } from '@caesura/core/faults';
import type { Plan } from '@caesura/core/plan';
import { startMendsWorker } from '../workers/start.ts';
import { started, valueOf, type RunningWorker } from '../workers/task.ts';
import type { KnownData, MendsWorker } from '../workers/mends-worker.ts';

/** Tries mends beside the page. */
export interface Mender {
  /** The labels of the mends of a fault of a plan that hold. */
  readonly mends: (plan: Plan, fault: Fault, known: KnownData) => Promise<readonly string[]>;
  readonly stop: () => void;
}

/** Starts a mender. It is sent a plan once, however many faults are asked about. */
export function startMender(start: () => Worker = startMendsWorker): Mender {
  let worker: RunningWorker<MendsWorker> | null = null;
  let sent: Plan | null = null;
  return {
    async mends(plan, fault, known) {
      worker ??= started<MendsWorker>(start);
      const { remote } = worker;
      // Messages are answered in their order, so the question need not wait for the plan to be
      // taken.
      if (sent !== plan) void remote.take(plan);
      sent = plan;
      return valueOf(await remote.mends(fault, known));
    },
    stop() {
      worker?.end();
      [worker, sent] = [null, null];
    },
  };
}
