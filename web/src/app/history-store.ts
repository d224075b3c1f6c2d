import { createStore, del, get, set } from 'idb-keyval';
import equal from 'fast-deep-equal';
import type { Plan } from '@caesura/core/plan';
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

/** Whether a plan was kept before the application knew all that it holds now. */
const isOld = (plan: Plan, whole: Plan): boolean =>
  Object.keys(whole).some((key) => !(key in plan));

/**
 * Brings a history up that an earlier version of the application kept. Throws when it is no plan
 * any more.
 */
export async function broughtUp(kept: KeptHistory): Promise<KeptHistory> {
  const { newPlan, readPlan } = await import('@caesura/core/plan');
  if (!isOld(kept.present.plan, newPlan(''))) return kept;
  const up = ({ plan, label }: PlanVersion): PlanVersion => ({ plan: readPlan(plan), label });
  const present = up(kept.present);
  try {
    return { ...kept, past: kept.past.map(up), present, future: kept.future.map(up) };
  } catch {
    // Steps back that cannot be read are not worth the work that was not saved yet.
    return { ...kept, past: [], present, future: [] };
  }
}

/** Where a version is noted that was not kept yet when the page was left. */
const leavingKey = (id: string): string => `caesura-leaving-${id}`;

/**
 * Notes at once, before the page is gone, the version on screen: the database would take too long.
 * One too large is not noted.
 */
export function noteLeaving(id: string, revision: number, present: PlanVersion): void {
  try {
    localStorage.setItem(leavingKey(id), JSON.stringify({ revision, present }));
  } catch {
    // Full or refused: what was done in the last moment is lost, as it would be without this.
  }
}

/** The version noted when the page was left, which is taken away. */
function notedLeaving(id: string): Pick<KeptHistory, 'revision' | 'present'> | null {
  try {
    const noted = localStorage.getItem(leavingKey(id));
    localStorage.removeItem(leavingKey(id));
    return noted === null ? null : (JSON.parse(noted) as Pick<KeptHistory, 'revision' | 'present'>);
  } catch {
    return null;
  }
}

/** A kept history with the version that was noted after it, as one step more. */
export function withNoted(
  kept: KeptHistory,
  noted: Pick<KeptHistory, 'revision' | 'present'> | null,
): KeptHistory {
  const newer =
    noted?.revision === kept.revision &&
    !equal(noted.present.plan, JSON.parse(JSON.stringify(kept.present.plan)));
  return newer
    ? {
        ...kept,
        unsaved: true,
        past: [...kept.past, kept.present],
        present: noted.present,
        future: [],
      }
    : kept;
}

/**
 * The history kept of a plan, if any. One that cannot be read counts as none: the server has what
 * was saved.
 */
export async function keptHistory(id: string): Promise<KeptHistory | undefined> {
  try {
    const noted = notedLeaving(id);
    const kept = await get<KeptHistory>(id, database());
    return kept && (await broughtUp(withNoted(kept, noted)));
  } catch {
    return undefined;
  }
}

export const forgetHistory = (id: string): Promise<void> =>
  del(id, database()).catch(() => undefined);
