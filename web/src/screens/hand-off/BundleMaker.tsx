import { proxy } from 'comlink';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { useStore } from 'react-redux';
import { safeFileName } from '@caesura/core/handoff';
import type { Plan } from '@caesura/core/plan';
import { useKeepReceiptMutation } from '../../app/api.ts';
import { settled } from '../../app/autosave.ts';
import { download } from '../../app/download.ts';
import { counted } from '../../app/format.ts';
import type { AppStore } from '../../app/store.ts';
import { useTask } from '../../app/use-task.ts';
import { Working } from '../../components/Working.tsx';
import type { Bundle } from '../../workers/bundle.ts';
import type { ProofWorker } from '../../workers/proof-worker.ts';
import { startProofWorker } from '../../workers/start.ts';
import { inWorker } from '../../workers/task.ts';

/** Makes one file of the whole hand-off, each part read back, and keeps the receipts. */
export function BundleMaker({ plan }: { plan: Plan }) {
  const { getState } = useStore() as AppStore;
  const { working, run, stop } = useTask();
  const [keepReceipt] = useKeepReceiptMutation();
  const [made, setMade] = useState<Bundle | null>(null);
  const make = () =>
    run(async (onStage, signal) => {
      onStage('Writing and reading back', 0);
      await settled(getState);
      const { id, revision } = getState().save;
      const bundle = await inWorker<ProofWorker, Bundle>(
        startProofWorker,
        (worker) =>
          worker.bundle(
            ...([plan, revision] as const),
            proxy((part: number) => onStage('Writing and reading back', part)),
          ),
        signal,
      );
      download(safeFileName(plan.name, 'zip'), bundle.bytes, 'application/zip');
      setMade(bundle);
      if (id !== null) for (const receipt of bundle.receipts) await keepReceipt({ id, receipt });
    });
  if (working) return <Working {...working} onStop={stop} />;
  return (
    <>
      <Button variant="outline-dark" onClick={make}>
        Make one file of all
      </Button>
      {made && (
        <p role="status">
          {counted(made.receipts.length, 'file')} read back,{' '}
          {made.receipts.every(({ wrong }) => wrong === 0)
            ? 'all as planned.'
            : `${made.receipts.filter(({ wrong }) => wrong > 0).length} of them not as planned.`}
          {made.refused.map((words) => (
            <span key={words}> Not in it: {words}</span>
          ))}
        </p>
      )}
    </>
  );
}
