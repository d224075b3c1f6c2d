import type { Plan } from '@caesura/core/plan';
import { planEdited } from './plan-state.ts';
import { kept } from './save-state.ts';
import type { AppStore } from './store.ts';

/** A save, as other tabs are told of it. */
interface Saved {
  readonly id: string;
  readonly revision: number;
  readonly plan: Plan;
  /** The edit that led to it. */
  readonly label: string | null;
}

const channel =
  typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('caesura-saved');

/** Tells the other tabs of a save. */
export const tellTabs = (saved: Saved): void => channel?.postMessage(saved);

/** Takes over what another tab saved, when it is newer and nothing here is unsaved. */
export function follow({ dispatch, getState }: AppStore, saved: Saved): void {
  const { save, history } = getState();
  const { id, revision, plan, label } = saved;
  if (save.id !== id || revision <= save.revision || save.status !== 'saved') return;
  if (history.present?.plan !== save.saved) return;
  // First noted as saved, so that it is not sent back.
  dispatch(kept({ id, revision, plan }));
  dispatch(
    planEdited({ plan, label: label ? `${label}, in another tab` : 'in another tab', group: null }),
  );
}

/** Lets this tab follow what others save of its plan. */
export function startFollowing(store: AppStore): void {
  if (channel) channel.onmessage = ({ data }: MessageEvent<Saved>) => follow(store, data);
}
