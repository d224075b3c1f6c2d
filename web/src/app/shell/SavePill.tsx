import { useAppSelector } from '../store.ts';
import type { SaveState } from '../save-state.ts';

const WORDS: Readonly<Record<SaveState['status'], string>> = {
  saved: 'Saved',
  waiting: 'Saving',
  saving: 'Saving',
  failed: 'Not saved',
  refused: 'Not saved: the server does not take it',
  gone: 'Not saved: not on the server any more',
  conflict: 'Not saved',
};

const WRONG: ReadonlySet<SaveState['status']> = new Set(['failed', 'refused', 'gone', 'conflict']);
/** What is said where no answer came at all; see `ask`. */
const NO_SERVER = 'The server cannot be reached.';

/** Whether the server has what is on screen. */
export function SavePill() {
  const { status, problem } = useAppSelector((state) => state.save);
  const why = problem === NO_SERVER ? 'no server' : 'the server is in trouble';
  return (
    <span
      className={`pill pill-save${WRONG.has(status) ? ' pill-wrong' : ''}`}
      role="status"
      title={problem ?? undefined}
    >
      {WORDS[status]}
      {status === 'failed' && `: ${why}, trying again`}
    </span>
  );
}
