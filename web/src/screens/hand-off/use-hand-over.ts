import { useCallback } from 'react';
import { useStore } from 'react-redux';
import type { Proof } from '@caesura/core/handoff';
import { useKeepReceiptMutation } from '../../app/api.ts';
import { settled } from '../../app/autosave.ts';
import { download } from '../../app/download.ts';
import type { AppStore } from '../../app/store.ts';
import { receiptOfFile } from './receipt-of-file.ts';

/** A file that is handed over. */
interface Handed {
  readonly name: string;
  readonly text: string;
  readonly mediaType: string;
  /** What its proof found; null where it was not read back. */
  readonly proof: Proof | null;
}

/** Gives the function that hands a file over, and keeps its receipt with the plan. */
export function useHandOver(): (file: Handed) => Promise<void> {
  const { getState } = useStore() as AppStore;
  const [keepReceipt] = useKeepReceiptMutation();
  return useCallback(
    async ({ name, text, mediaType, proof }) => {
      download(name, text, mediaType);
      if (!proof) return;
      // The revision is that of the plan once it is saved.
      await settled(getState);
      const { id, revision } = getState().save;
      if (id === null) return;
      await keepReceipt({
        id,
        receipt: await receiptOfFile(proof, { fileName: name, text, revision }),
      });
    },
    [getState, keepReceipt],
  );
}
