import { noticed } from './notices.ts';
import type { AppDispatch } from './store.ts';

/** Where the work that is under way is noted, of this tab alone. */
const KEY = 'caesura-under-way';

const underWay = new Map<number, string>();
let count = 0;

function write(): void {
  try {
    if (underWay.size === 0) sessionStorage.removeItem(KEY);
    else sessionStorage.setItem(KEY, JSON.stringify([...underWay.values()]));
  } catch {
    // Refused: a reload in the middle of it is not told then.
  }
}

/** Notes that work is under way, by what it is; returns how to say that it has ended. */
export function noteUnderWay(what: string): () => void {
  const number = count++;
  underWay.set(number, what);
  write();
  return () => {
    underWay.delete(number);
    write();
  };
}

/** Says what was under way when the page was left or loaded anew, once. */
export function tellInterrupted(dispatch: AppDispatch): void {
  let all: unknown;
  try {
    all = JSON.parse(sessionStorage.getItem(KEY) ?? 'null');
    sessionStorage.removeItem(KEY);
  } catch {
    return;
  }
  if (!Array.isArray(all) || all.length === 0) return;
  const names = [...new Set(all.map(String))];
  const listed = names.slice(0, 4).join(', ') + (names.length > 4 ? ' and more' : '');
  dispatch(
    noticed({
      kind: 'error',
      message: `The page was left while this was under way: ${listed}.`,
      mend: 'Start it again; what was done of it by then is kept.',
    }),
  );
}
