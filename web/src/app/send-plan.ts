import { digestOf, isSameJson, patchBetween, type Plan } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import type { StoredPlan } from './api.ts';
import { askJson } from './http.ts';
import type { PlanHistory } from './plan-state.ts';
import type { SaveState } from './save-state.ts';

/** Most operations that are sent as a change, and most characters. */
const [MOST_OPERATIONS, MOST_TEXT] = [20_000, 400_000];

/** The change between two plans as it is sent; null where the whole plan is sent rather. */
function changeOf(revision: number, saved: Plan | null, plan: Plan) {
  const patch = saved && patchBetween(saved, plan);
  if (!patch || patch.length > MOST_OPERATIONS) return null;
  const change = { revision, patch, digest: digestOf(plan) };
  return JSON.stringify(change).length > MOST_TEXT ? null : change;
}

/**
 * Sends a plan to be saved: what changed since it was last saved, or the whole where that is as
 * much or does not lead to it. Returns the revision that it has then.
 */
export async function sendPlan(
  { id, revision, saved }: Pick<SaveState, 'id' | 'revision' | 'saved'>,
  plan: Plan,
): Promise<number> {
  const url = `/api/plans/${id}`;
  const whole = () => askJson<{ revision: number }>('PUT', url, { revision, plan });
  const change = changeOf(revision, saved, plan);
  if (!change) return (await whole()).revision;
  try {
    return (await askJson<{ revision: number }>('PATCH', url, change)).revision;
  } catch (error) {
    if (!(error instanceof CaesuraError) || error.code !== 'patch-mismatch') throw error;
    return (await whole()).revision;
  }
}

/** A plan on the server that is one of our own. */
export interface Landed {
  readonly revision: number;
  readonly plan: Plan;
}

/**
 * Whether what the server has is a plan that we had: the one on screen or a step before it, whose
 * save landed while its answer was lost. Null when it is another's, or cannot be asked for.
 */
export async function landedBefore(
  id: string,
  { past, present }: Pick<PlanHistory, 'past' | 'present'>,
): Promise<Landed | null> {
  const stored = await askJson<StoredPlan>('GET', `/api/plans/${id}`).catch(() => null);
  if (!stored) return null;
  const versions = [...past, ...(present ? [present] : [])].toReversed();
  const own = versions.find(({ plan }) => isSameJson(plan, stored.plan));
  return own ? { revision: stored.revision, plan: own.plan } : null;
}
