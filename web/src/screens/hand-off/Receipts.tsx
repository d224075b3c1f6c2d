import { proofWords } from '@caesura/core/handoff';
import { useReceiptsQuery } from '../../app/api.ts';
import { Word } from '../../components/Word.tsx';

const when = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });

/** Files of the plan that were handed over, with what their proofs found. */
export function Receipts({ id }: { id: string }) {
  const { data: receipts } = useReceiptsQuery(id);
  if (!receipts || receipts.length === 0) return null;
  return (
    <>
      <h3>
        <Word>Receipts</Word>
      </h3>
      <ul className="receipts">
        {receipts.slice(0, 12).map((receipt) => (
          <li key={`${receipt.at} ${receipt.fileName}`}>
            <b>{receipt.fileName}</b> {when.format(new Date(receipt.at))}, revision{' '}
            {receipt.revision}. {proofWords(receipt)}{' '}
            <code title={receipt.sha256}>SHA-256 {receipt.sha256.slice(0, 12)}…</code>
          </li>
        ))}
      </ul>
    </>
  );
}
