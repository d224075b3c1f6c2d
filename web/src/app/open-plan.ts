import { isSameJson, type Plan } from '@caesura/core/plan';
import type { StoredPlan } from './api.ts';
import {
  forgetKept,
  isKeptInBrowser,
  keepHistory,
  keptHistories,
  type FoundHistory,
  type KeptHistory,
} from './history-store.ts';
import { askJson } from './http.ts';
import { tellInterrupted } from './interrupted.ts';
import { planOpened, type PlanVersion } from './plan-state.ts';
import { kept, saveStopped } from './save-state.ts';
import { settled } from './autosave.ts';
import { listeners, type AppDispatch, type AppStore } from './store.ts';
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
  const landed = history.revision < revision && isSameJson(present.plan, stored.plan);
  if (!history.unsaved || landed)
    return landed
      ? { past, present, future, status: 'saved', revision }
      : { ...fresh, status: 'saved', revision };
  // The last save landed and its answer was lost, and there is newer work: nothing of another's.
  if (history.revision < revision && hadBefore(stored.plan, history))
    return { past, present, future, status: 'waiting', revision };
  return { past, present, future, status: 'conflict', revision: history.revision };
}

/** Whether a plan is one of the steps that led to the present of a history. */
export const hadBefore = (plan: Plan, { past }: Pick<KeptHistory, 'past'>): boolean =>
  past.toReversed().some((version) => isSameJson(version.plan, plan));

/** Which of what the browser has is opened: unsaved work first, this tab's own before others'. */
export function chosenHistory(
  own: FoundHistory | null,
  left: readonly FoundHistory[],
): FoundHistory | null {
  if (own?.kept.unsaved) return own;
  return left.find(({ kept: { unsaved } }) => unsaved) ?? own ?? left[0] ?? null;
}

/** Plans of which tabs have left more unsaved work, to be brought together one by one. */
const moreLeft = new Set<string>();

/**
 * Opens a plan: fetches it, joins what the browser kept, and puts it in the store. Throws when it
 * is not there.
 */
export async function openPlan(
  id: string,
  { dispatch, getState }: Pick<AppStore, 'dispatch' | 'getState'>,
): Promise<void> {
  await settled(getState);
  const before = getState().history.present;
  const [stored, { own, left }] = await Promise.all([
    askJson<StoredPlan>('GET', `/api/plans/${id}`),
    keptHistories(id),
  ]);
  // What was done to the open plan meanwhile goes on; the rest comes when that is saved.
  if (getState().save.id === id && getState().history.present !== before) {
    if (left.some(({ kept: { unsaved } }) => unsaved)) moreLeft.add(id);
    return;
  }
  const chosen = chosenHistory(own, left);
  const { past, present, future, status, revision } = openingOf(stored, chosen?.kept);
  // What is taken over is this tab's from here on, and what was saved is not needed any more.
  await keepHistory(
    id,
    { past, present, future, group: null },
    { revision, unsaved: status !== 'saved' },
  );
  const others = left.filter((one) => one !== chosen && one.kept.unsaved);
  // Only what this tab has by now is forgotten where it was: a full browser keeps nothing more.
  if (isKeptInBrowser(present))
    await forgetKept(left.filter((one) => !others.includes(one)).map(({ key }) => key));
  if (others.length > 0) moreLeft.add(id);
  else moreLeft.delete(id);
  dispatch(viewReset());
  dispatch(compared(null));
  dispatch(cleared());
  tellInterrupted(dispatch);
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

/**
 * Once unsaved work of one tab that is gone is saved, opens that of the next, with the choice that
 * conflicts have.
 */
export function startBringingTogether(store: AppStore): void {
  listeners.startListening({
    actionCreator: kept,
    effect: async ({ payload: { id, status = 'saved' } }) => {
      if (status === 'saved' && moreLeft.delete(id) && store.getState().save.id === id)
        await openPlan(id, store).catch(() => undefined);
    },
  });
}
