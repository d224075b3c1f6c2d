import { CaesuraError } from '@caesura/core/time';
import { problem, reasonGone } from './notices.ts';
import { planEdited, redo, undo } from './plan-state.ts';
import { kept } from './save-state.ts';
import { watchServer } from './server-watch.ts';
import { listeners, type AppStore } from './store.ts';

/**
 * Takes notices away when their reason is gone, and says that the server is away as long as it is,
 * where nothing on the screen says so already.
 */
export function startNoticeReasons({ dispatch, getState }: AppStore): void {
  listeners.startListening({
    predicate: (action) => planEdited.match(action) || undo.match(action) || redo.match(action),
    effect: () => void dispatch(reasonGone('edited')),
  });
  listeners.startListening({
    actionCreator: kept,
    effect: () => void dispatch(reasonGone('saved')),
  });
  watchServer((isBack) => {
    if (isBack) {
      dispatch(reasonGone('server'));
      return;
    }
    // Saves that wait are told beside the plan's name.
    if (getState().save.status === 'saved')
      dispatch(
        problem(
          new CaesuraError(
            'no-server',
            'The server cannot be reached.',
            'What you opened goes on by itself when it is back.',
          ),
        ),
      );
  });
}
