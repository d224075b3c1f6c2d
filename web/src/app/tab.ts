import { nanoid } from '@reduxjs/toolkit';

/** Where the name of this tab is kept over a reload. */
const KEY = 'caesura-tab';
/** Tabs hold a lock of this name while they are there. */
const LOCK = 'caesura-tab ';
/** Channel on which tabs ask who is there, where the browser has no locks. */
const ROLL = 'caesura-roll';
/** Milliseconds that others are given to answer. */
const ANSWERS = 150;

interface Call {
  readonly asks?: true;
  readonly here?: string;
}

/** The locks of the browser; none on a page that came over plain HTTP from another machine. */
const locks: LockManager | undefined = globalThis.navigator?.locks;

/** Answers others that ask who is there. */
function answerRoll(tab: string): void {
  if (typeof BroadcastChannel === 'undefined') return;
  const channel = new BroadcastChannel(ROLL);
  channel.onmessage = ({ data }: MessageEvent<Call>) => {
    if (data.asks) channel.postMessage({ here: tab } satisfies Call);
  };
}

/** Holds the lock of a tab as long as the page is there; false when another tab holds it. */
function holds(tab: string): Promise<boolean> {
  if (!locks) return Promise.resolve(true);
  return new Promise((resolve) => {
    void locks.request(LOCK + tab, { ifAvailable: true }, (lock) => {
      resolve(lock !== null);
      return lock ? new Promise<never>(() => undefined) : undefined;
    });
  });
}

async function named(): Promise<string> {
  let tab: string | null = null;
  try {
    tab = sessionStorage.getItem(KEY);
  } catch {
    // Refused: the tab has a new name after a reload.
  }
  // A tab that was duplicated has the name of the other as well.
  if (tab === null || !(await holds(tab))) {
    tab = nanoid();
    await holds(tab);
  }
  try {
    sessionStorage.setItem(KEY, tab);
  } catch {
    // As above.
  }
  answerRoll(tab);
  return tab;
}

let own: Promise<string> | null = null;

/** The name of this tab, the same after a reload and another in every tab. */
export const tabName = (): Promise<string> => (own ??= named());

/** The names of all tabs that are there. */
export async function openTabs(): Promise<ReadonlySet<string>> {
  const tab = await tabName();
  if (locks) {
    const { held = [] } = await locks.query();
    const names = held.flatMap(({ name }) =>
      name?.startsWith(LOCK) ? [name.slice(LOCK.length)] : [],
    );
    return new Set([tab, ...names]);
  }
  if (typeof BroadcastChannel === 'undefined') return new Set([tab]);
  const found = new Set([tab]);
  const channel = new BroadcastChannel(ROLL);
  channel.onmessage = ({ data }: MessageEvent<Call>) => {
    if (data.here) found.add(data.here);
  };
  channel.postMessage({ asks: true } satisfies Call);
  await new Promise((done) => setTimeout(done, ANSWERS));
  channel.close();
  return found;
}
