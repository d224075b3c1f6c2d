import { useSyncExternalStore } from 'react';
import { spoken } from '../spoken.ts';

/** What is said to those who do not see the screen change. */
export function Spoken() {
  const words = useSyncExternalStore(spoken.subscribe, spoken.words);
  return (
    <div className="visually-hidden" role="status" aria-label="What was done">
      {words}
    </div>
  );
}
