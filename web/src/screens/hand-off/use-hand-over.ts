import { useCallback, useEffect, useState } from 'react';
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
}

/**
 * Gives the function that hands a file over. Its receipt is kept with the plan once the file has
 * been read back: `proof` is that of the text of the file on view, null until then.
 */
export function useHandOver(text: string | null, proof: Proof | null): (file: Handed) => void {
  const { getState } = useStore() as AppStore;
  const [keepReceipt] = useKeepReceiptMutation();
  const [handed, setHanded] = useState<Handed | null>(null);
  useEffect(() => {
    if (!handed || !proof || handed.text !== text) return;
    const keep = async () => {
      // The revision is that of the plan once it is saved.
      await settled(getState);
      const { id, revision } = getState().save;
      if (id === null) return;
      const file = { fileName: handed.name, text: handed.text, revision };
      await keepReceipt({ id, receipt: await receiptOfFile(proof, file) });
      setHanded(null);
    };
    void keep();
  }, [handed, text, proof, getState, keepReceipt]);
  return useCallback((file) => {
    download(file.name, file.text, file.mediaType);
    setHanded(file);
  }, []);
}
