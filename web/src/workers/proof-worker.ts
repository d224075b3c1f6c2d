import { expose } from 'comlink';
import { isProved, proofOf, type Proof, type HandoffFormat } from '@caesura/core/handoff';
import type { Plan } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import { bundleOf } from './bundle.ts';
import { answering } from './task.ts';

const work = {
  /** The proof of a written file of a plan. */
  prove: answering(
    (
      plan: Plan,
      format: HandoffFormat['id'],
      text: string,
      onProgress: (part: number) => void,
    ): Proof => {
      if (!isProved(format)) throw new CaesuraError('no-proof', 'Nothing here reads this format.');
      return proofOf(plan, format, text, onProgress);
    },
  ),
  /** All files of a plan as one, each read back. */
  bundle: answering(bundleOf),
};
export type ProofWorker = typeof work;
expose(work);
