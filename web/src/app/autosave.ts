import { CaesuraError } from '@caesura/core/time';
import { tellTabs } from './follow-tabs.ts';
import { isKeptInBrowser, keepHistory, noteLeaving } from './history-store.ts';
import { ServerError } from './http.ts';
import { noticed } from './notices.ts';
import {
  kept,
  saveNotNeeded,
  saveStarted,
  saveStopped,
  saveWaiting,
  type Stopped,
} from './save-state.ts';
import { landedBefore, sendPlan } from './send-plan.ts';
import { listeners, type AppDispatch, type AppStore, type RootState } from './store.ts';
import { planOpened } from './plan-state.ts';

/** Quiet time after an edit before it is sent, in milliseconds. */
const SETTLE = 500;
/** Time between tries while the server cannot be reached. */
const RETRY = 4000;

const unsaved = ({ history, save }: RootState): boolean =>
  save.id !== null && history.present !== null && history.present.plan !== save.saved;

/**
 * What became of a save that did not go through: only without a server, or one in trouble, it is
 * worth trying again.
 */
function stoppedBy(error: CaesuraError): Stopped {
  if (error.code === 'stale-revision') return 'conflict';
  if (!(error instanceof ServerError) || error.status >= 500) return 'failed';
  return error.status === 404 ? 'gone' : 'refused';
}

/** States in which nothing is sent until the person has decided. */
const undecided = ({ save }: RootState): boolean =>
  save.status === 'conflict' || save.status === 'gone';

/** Sends the plan on screen once. Returns how it was stopped; null when the server has it. */
async function saveOnce(getState: () => RootState, dispatch: AppDispatch): Promise<Stopped | null> {
  const { save, history } = getState();
  const plan = history.present!.plan;
  const stillOpen = () => getState().save.id === save.id;
  dispatch(saveStarted());
  try {
    const revision = await sendPlan(save, plan);
    // Noted in the browser before it is told, so that a reload right after does not take its own
    // save for another's.
    const now = getState().history;
    if (stillOpen())
      await keepHistory(save.id!, now, { revision, unsaved: now.present!.plan !== plan });
    if (stillOpen()) dispatch(kept({ id: save.id!, revision, plan }));
    const { label } = history.present!;
    tellTabs({ id: save.id!, revision, plan, label });
    return null;
  } catch (error) {
    if (!(error instanceof CaesuraError)) throw error;
    const status = stoppedBy(error);
    const landed = status === 'conflict' ? await landedBefore(save.id!, getState().history) : null;
    if (!stillOpen()) return status;
    if (landed) {
      // Our own save, whose answer was lost: it goes on from there.
      dispatch(kept({ id: save.id!, ...landed }));
      return null;
    }
    // A newer version may be one that is taken.
    if (status === 'refused' && getState().history.present?.plan !== plan) return null;
    dispatch(saveStopped({ status, problem: error.message }));
    if (status === 'refused')
      dispatch(
        noticed({
          kind: 'error',
          message: `Not saved: ${error.message}`,
          mend: error.mend ?? 'Undo the last step; what was saved before is still there.',
          until: 'saved',
        }),
      );
    return status;
  }
}

/**
 * Starts saving by itself: after each change, once it settles, one save at a time, until the server
 * has it.
 */
export function startAutosave(): void {
  listeners.startListening({
    predicate: (action, state, before) =>
      planOpened.match(action) ||
      (state.history.present !== before.history.present && unsaved(state)),
    effect: async (
      _action,
      { getState, dispatch, cancelActiveListeners, delay, unsubscribe, subscribe },
    ) => {
      if (!unsaved(getState()) || undecided(getState())) return;
      cancelActiveListeners();
      if (getState().save.status !== 'failed') dispatch(saveWaiting());
      await delay(SETTLE);
      // From here on this one listener sends whatever is unsaved; a second must not start beside
      // it.
      unsubscribe();
      while (unsaved(getState()) && !undecided(getState())) {
        const stopped = await saveOnce(getState, dispatch as AppDispatch);
        // What the server does not take it will not take again, until the plan is another.
        if (stopped === 'refused') break;
        if (stopped === 'failed') await delayed(RETRY);
      }
      // Undone back to what the server has, there was nothing to send.
      if (getState().save.status === 'waiting') dispatch(saveNotNeeded());
      subscribe();
    },
  });
}

/**
 * Resolves once nothing of the open plan is on its way to the server, or it cannot get there for
 * now.
 */
export async function settled(getState: () => RootState): Promise<void> {
  while (unsaved(getState()) && ['waiting', 'saving'].includes(getState().save.status))
    await delayed(50);
}

const delayed = (milliseconds: number): Promise<void> =>
  new Promise((done) => setTimeout(done, milliseconds));

/**
 * Keeps undo steps and unsaved work in the browser after each change of either, and when the page
 * is left. Leaving it asks first where neither the server nor the browser has what is on screen.
 */
export function startHistoryKeeping({ getState }: AppStore): void {
  listeners.startListening({
    predicate: (_action, state, before) =>
      state.history !== before.history || state.save !== before.save,
    effect: async (_action, { getState: latest, cancelActiveListeners, delay }) => {
      cancelActiveListeners();
      await delay(150);
      const { history, save } = latest();
      if (save.id)
        await keepHistory(save.id, history, {
          revision: save.revision,
          unsaved: unsaved(latest()),
        });
    },
  });
  /** Whether the version on screen is on the server or, by now, in the browser. */
  const isSafe = (): boolean => {
    const { history, save } = getState();
    if (!save.id || !history.present || !unsaved(getState())) return true;
    const noted = noteLeaving(save.id, save.revision, history.present);
    return noted || isKeptInBrowser(history.present);
  };
  window.addEventListener('pagehide', isSafe);
  window.addEventListener('beforeunload', (event) => {
    if (!isSafe()) event.preventDefault();
  });
}
