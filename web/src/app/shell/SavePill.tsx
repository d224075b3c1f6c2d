import { useAppSelector } from '../store.ts';

const WORDS = {
  saved: 'Saved',
  waiting: 'Saving',
  saving: 'Saving',
  failed: 'Not saved',
  conflict: 'Not saved',
};

/** Whether the server has what is on screen. */
export function SavePill() {
  const { status, problem } = useAppSelector((state) => state.save);
  const wrong = status === 'failed' || status === 'conflict';
  return (
    <span
      className={`pill pill-save${wrong ? ' pill-wrong' : ''}`}
      role="status"
      title={problem ?? undefined}
    >
      {WORDS[status]}
      {status === 'failed' && ': no server, trying again'}
    </span>
  );
}
