import { createStore, delMany, get, keys, set } from 'idb-keyval';
import { isSameJson, type Plan } from '@caesura/core/plan';
import type { PlanHistory, PlanVersion } from './plan-state.ts';
import { openTabs, tabName } from './tab.ts';

/** What the browser keeps of an open plan: its undo steps, and work that was not saved in time. */
export interface KeptHistory {
  /** Revision the present was made from. */
  readonly revision: number;
  /** Whether the present was not yet acknowledged by the server. */
  readonly unsaved: boolean;
  /** When it was kept, in milliseconds since 1970; none before that was noted. */
  readonly at?: number;
  readonly past: PlanVersion[];
  readonly present: PlanVersion;
  readonly future: PlanVersion[];
}

/** Opened once, at the first use: each connection would stay open as long as the page is there. */
const database = createStore('caesura', 'histories');

/** Under what the history of a plan is kept that a tab has. */
const keyOf = (id: string, tab: string): string => `${id} ${tab}`;

/** The version that was last kept, by which it is known whether the browser has the present one. */
let lastKept: PlanVersion | null = null;

/** Whether the browser has kept a version. */
export const isKeptInBrowser = (version: PlanVersion): boolean => lastKept === version;

/**
 * Keeps the history of a plan; in a browser that has no room for all of it, the present alone. One
 * that refuses storage altogether only loses undo across reloads, and leaving then asks.
 */
export async function keepHistory(
  id: string,
  { past, present, future }: PlanHistory,
  state: Pick<KeptHistory, 'revision' | 'unsaved'>,
): Promise<void> {
  if (!present) return;
  const key = keyOf(id, await tabName());
  const alone: KeptHistory = { ...state, at: Date.now(), past: [], present, future: [] };
  const whole = { ...alone, past: [...past], future: [...future] } as KeptHistory;
  for (const kept of [whole, alone])
    try {
      await set(key, kept, database);
      lastKept = present;
      return;
    } catch {
      // Too much, refused, or no store at all.
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
const leavingKey = (key: string): string => `caesura-leaving-${key}`;
let ownTab = '';
void tabName().then((tab) => (ownTab = tab));

/**
 * Notes at once, before the page is gone, the version on screen: the database would take too long.
 * Returns whether it was noted: one too large is not.
 */
export function noteLeaving(id: string, revision: number, present: PlanVersion): boolean {
  try {
    const noted = JSON.stringify({ revision, present });
    localStorage.setItem(leavingKey(keyOf(id, ownTab)), noted);
    return true;
  } catch {
    return false;
  }
}

/** The version noted when a page was left, which is taken away. */
function notedLeaving(key: string): Pick<KeptHistory, 'revision' | 'present'> | null {
  try {
    const noted = localStorage.getItem(leavingKey(key));
    localStorage.removeItem(leavingKey(key));
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
    noted?.revision === kept.revision && !isSameJson(noted.present.plan, kept.present.plan);
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

/** A history with the key under which it is kept. */
export interface FoundHistory {
  readonly key: string;
  readonly kept: KeptHistory;
}

/** The history under a key; one that cannot be read counts as none: the server has the saves. */
async function found(key: string): Promise<FoundHistory[]> {
  try {
    const kept = await get<KeptHistory>(key, database);
    return kept ? [{ key, kept: await broughtUp(withNoted(kept, notedLeaving(key))) }] : [];
  } catch {
    return [];
  }
}

/** What the browser has of a plan: what this tab kept, and what tabs that are gone have left. */
export async function keptHistories(
  id: string,
): Promise<{ own: FoundHistory | null; left: FoundHistory[] }> {
  try {
    const [tab, open, all] = await Promise.all([tabName(), openTabs(), keys<string>(database)]);
    const [own = null] = await found(keyOf(id, tab));
    // Before there was one for each tab, it was kept under the plan alone.
    const others = all.filter(
      (key) => key === id || (key.startsWith(`${id} `) && !open.has(key.slice(id.length + 1))),
    );
    const left = (await Promise.all(others.map(found))).flat();
    return { own, left: left.toSorted((a, b) => (b.kept.at ?? 0) - (a.kept.at ?? 0)) };
  } catch {
    return { own: null, left: [] };
  }
}

/** Forgets histories by their keys. */
export const forgetKept = (kept: readonly string[]): Promise<void> =>
  delMany([...kept], database).catch(() => undefined);

/** Forgets what this tab kept of a plan. */
export const forgetHistory = async (id: string): Promise<void> =>
  forgetKept([keyOf(id, await tabName())]);
