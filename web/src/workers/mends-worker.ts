import { copyWithStructuralSharing } from '@reduxjs/toolkit/query';
import { expose } from 'comlink';
import { mendsOf, type Fault, type Known, type MeasuredMovement } from '@caesura/core/faults';
import type { Plan } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import { answering } from './task.ts';

/**
 * What was measured beside the plan, as plain data: movement frame by frame, by clip, and the sum.
 */
export interface KnownData {
  readonly movement: Readonly<Record<string, Float32Array>>;
  readonly sum: Known['sum'];
}

let open: Plan | null = null;

const movementOf = (values: Float32Array): MeasuredMovement => ({
  movementAt: (frame) => values[frame] ?? 0,
  // No mend makes a shot faster, so none can make it tremble.
  offAt: null,
});

const work = {
  /** Takes the plan whose faults are asked about from then on. */
  take: (plan: Plan): void => {
    // What is as it was keeps its identity, by which what follows from it is remembered.
    open = copyWithStructuralSharing(open, plan);
  },
  /** The labels of the mends of a fault that were tried and hold. */
  mends: answering((fault: Fault, { movement, sum }: KnownData): string[] => {
    if (!open) throw new CaesuraError('no-plan', 'There is no plan to mend.');
    const measured = new Map(
      Object.entries(movement).map(([clip, values]) => [clip, movementOf(values)]),
    );
    const known: Known = { sum, measuredOf: ({ id }) => measured.get(id) ?? null };
    return mendsOf(open, fault, known).map(({ label }) => label);
  }),
};
export type MendsWorker = typeof work;
expose(work);
