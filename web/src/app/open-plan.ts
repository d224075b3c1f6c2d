import equal from 'fast-deep-equal';
import type { StoredPlan } from './api.ts';
import { keptHistory, type KeptHistory } from './history-store.ts';
import { askJson } from './http.ts';
import { planOpened, type PlanVersion } from './plan-state.ts';
import { kept, saveStopped } from './save-state.ts';
import { settled } from './autosave.ts';
import type { AppDispatch, AppStore } from './store.ts';
import { compared } from './compare.ts';
import { viewReset } from './view.ts';
import { cleared } from './notices.ts';

/** What to show for a plan: the server's version and, if the browser kept it, its history. */
export interface Opening {
  readonly past: PlanVersion[];
  readonly present: PlanVersion;
  readonly future: PlanVersion[];
  /**
   * `saved`: as on the server. `waiting`: unsaved work to save. `conflict`: unsaved work made from
   * an older revision.
   */
  readonly status: 'saved' | 'waiting' | 'conflict';
  readonly revision: number;
}

/** Joins the server's version with the kept history, losing no unsaved work. */
export function openingOf(stored: StoredPlan, history: KeptHistory | undefined): Opening {
  const fresh = { past: [], present: { plan: stored.plan, label: null }, future: [] };
  const { revision } = stored;
  if (!history) return { ...fresh, status: 'saved', revision };
  const { past, present, future } = history;
  if (history.revision === revision)
    return history.unsaved
      ? { past, present, future, status: 'waiting', revision }
      : { past, present: { ...present, plan: stored.plan }, future, status: 'saved', revision };
  // Saves whose answers were lost, or not yet kept here: the server has later revisions, and the
  // last is this very plan.
  const landed =
    history.revision < revision && equal(JSON.parse(JSON.stringify(present.plan)), stored.plan);
  if (!history.unsaved || landed)
    return landed
      ? { past, present, future, status: 'saved', revision }
      : { ...fresh, status: 'saved', revision };
  return { past, present, future, status: 'conflict', revision: history.revision };
}

/**
 * Opens a plan: fetches it, joins what the browser kept, and puts it in the store. Throws when it
 * is not there.
 */
export async function openPlan(
  id: string,
  { dispatch, getState }: Pick<AppStore, 'dispatch' | 'getState'>,
): Promise<void> {
  await settled(getState);
  const [stored, history] = await Promise.all([
    askJson<StoredPlan>('GET', `/api/plans/${id}`),
    keptHistory(id),
  ]);
  const { past, present, future, status, revision } = openingOf(stored, history);
  dispatch(viewReset());
  dispatch(compared(null));
  dispatch(cleared());
  dispatch(kept({ id, revision, plan: stored.plan, status }));
  dispatch(planOpened({ past, present, future }));
  if (status === 'conflict')
    dispatch(
      saveStopped({
        status: 'conflict',
        problem: `“${stored.plan.name}” was changed elsewhere while you had work here that was not yet saved.`,
      }),
    );
}

/** Puts the server's version in place of the one on screen; the history goes with it. */
export async function takeOther(id: string, dispatch: AppDispatch): Promise<void> {
  const stored = await askJson<StoredPlan>('GET', `/api/plans/${id}`);
  dispatch(kept({ id, revision: stored.revision, plan: stored.plan }));
  dispatch(planOpened({ past: [], present: { plan: stored.plan, label: null }, future: [] }));
}
