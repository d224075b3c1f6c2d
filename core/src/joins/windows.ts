import { shotFacts, type ShotFacts } from '../film/shots.ts';
import type { Join, JoinSettings, Plan } from '../plan/index.ts';
import { frames, type Frames } from '../time/index.ts';
import { spanFrames, type SpanFrames } from './span.ts';
import { usualSettings } from './usual.ts';

/** A cut with what happens at it. */
export interface JoinFacts {
  /** From 1: the cut before shot `cut`. */
  readonly cut: number;
  /** First frame of the incoming shot. */
  readonly frame: Frames;
  readonly join: Join | null;
  readonly settings: JoinSettings;
  /** Frames of the window before the cut and after it, as used; both 0 for a hard cut. */
  readonly before: Frames;
  readonly after: Frames;
  /** The same as they were given. */
  readonly wanted: { readonly before: SpanFrames; readonly after: SpanFrames };
  /** Whether both pictures are on screen over the window. */
  readonly overlap: boolean;
  /** Whether a recipe had to be shortened to the room that is here. */
  readonly fitted: boolean;
  readonly out: ShotFacts;
  readonly into: ShotFacts;
}

/** The settings of a join: of its recipe or usual for its move, then what was set here. */
export function settingsOf(plan: Pick<Plan, 'rate' | 'recipes'>, join: Join | null): JoinSettings {
  const recipe =
    join?.recipe === undefined ? undefined : plan.recipes.find((r) => r.id === join.recipe);
  const move = join?.set.move;
  const own = recipe && (move === undefined || move === recipe.settings.move);
  const base = own ? recipe.settings : usualSettings(move ?? 'plain', plan);
  // Optional settings that are undefined must not hide those of the base.
  const set = Object.fromEntries(
    Object.entries(join?.set ?? {}).filter(([, value]) => value !== undefined),
  );
  return { ...base, ...(join?.way && { way: join.way }), ...set };
}

/** Frames of a shot that a window of a recipe may take on one side: half of it where the other cut has a window too. */
const roomIn = (length: number, shared: boolean): number =>
  shared ? Math.floor(length / 2) : length;

/** Every cut of a plan with its window, fitted to the room where it follows a recipe. */
export function joinsOf(plan: Plan, shots: readonly ShotFacts[] = shotFacts(plan)): JoinFacts[] {
  const happens = (i: number) => {
    const join = shots[i]?.shot.join;
    return i > 0 && join !== undefined && !join.off;
  };
  return shots.slice(1).map((into, i): JoinFacts => {
    const cut = i + 1;
    const join = into.shot.join ?? null;
    const settings = settingsOf(plan, join);
    const wanted = {
      before: spanFrames(settings.before, plan),
      after: spanFrames(settings.after, plan),
    };
    const on = happens(cut);
    const out = shots[i]!;
    let [before, after] = on ? [wanted.before.frames, wanted.after.frames] : [0, 0];
    const fits =
      join?.recipe !== undefined && join.set.before === undefined && join.set.after === undefined;
    if (fits) {
      before = Math.min(before, roomIn(out.length, happens(cut - 1)));
      after = Math.min(after, roomIn(into.length, happens(cut + 1)));
    }
    return {
      ...{ cut, frame: into.start, join, settings, wanted, out, into },
      before: frames(before),
      after: frames(after),
      overlap: on && settings.pictures === 'overlap' && before + after > 0,
      fitted: on && fits && (before < wanted.before.frames || after < wanted.after.frames),
    };
  });
}

/** A shot in which the windows at both its cuts take more frames than it has. */
export interface WindowConflict {
  /** Index of the shot. */
  readonly shot: number;
  readonly length: number;
  /** Frames that the window at its start takes, and that at its end. */
  readonly head: number;
  readonly tail: number;
  readonly over: number;
}

/** Shots whose windows overlap: after(previous cut) + before(next cut) > length. */
export function windowConflicts(
  shots: readonly ShotFacts[],
  joins: readonly JoinFacts[],
): WindowConflict[] {
  return shots.flatMap(({ index, length }) => {
    const head = joins[index - 1]?.after ?? 0;
    const tail = joins[index]?.before ?? 0;
    const over = head + tail - length;
    return over > 0 ? [{ shot: index, length, head, tail, over }] : [];
  });
}
