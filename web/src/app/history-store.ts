import { createStore, del, get, set } from 'idb-keyval';
import type { PlanHistory, PlanVersion } from './plan-state.ts';

/** What the browser keeps of an open plan: its undo steps, and work that was not saved in time. */
export interface KeptHistory {
  /** Revision the present was made from. */
  readonly revision: number;
  /** Whether the present was not yet acknowledged by the server. */
  readonly unsaved: boolean;
  readonly past: PlanVersion[];
  readonly present: PlanVersion;
  readonly future: PlanVersion[];
}

const database = () => createStore('caesura', 'histories');

/** Keeps the history of a plan. A browser that refuses storage only loses undo across reloads. */
export async function keepHistory(
  id: string,
  { past, present, future }: PlanHistory,
  state: Pick<KeptHistory, 'revision' | 'unsaved'>,
): Promise<void> {
  if (!present) return;
  const kept: KeptHistory = {
    ...state,
    past: [...past] as PlanVersion[],
    present,
    future: [...future] as PlanVersion[],
  };
  try {
    await set(id, kept, database());
  } catch {
    // Refused, or not there at all: nothing else is lost.
  }
}

/** The history kept of a plan, if any. */
export const keptHistory = (id: string): Promise<KeptHistory | undefined> =>
  get<KeptHistory>(id, database()).catch(() => undefined);

export const forgetHistory = (id: string): Promise<void> => del(id, database()).catch(() => undefined);
