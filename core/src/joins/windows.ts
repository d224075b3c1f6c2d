import { remembered } from '../film/remembered.ts';
import type { ShotFacts } from '../film/shots.ts';
import { spanFrames, type SpanFrames } from '../film/span.ts';
import type { Join, JoinSettings, Plan, Shot, Span } from '../plan/index.ts';
import { frames, type CutIndex, type Frames } from '../time/index.ts';
import { usualSettings } from './usual.ts';
import { blendOf, type JoinWindow } from './window.ts';

/** A cut with what happens at it. */
export interface JoinFacts extends JoinWindow {
  /** From 1: the cut before shot `cut`. */
  readonly cut: CutIndex;
  /** First frame of the incoming shot. */
  readonly frame: Frames;
  readonly join: Join | null;
  readonly settings: JoinSettings;
  /** Frames of the window before the cut and after it, as used; both 0 for a hard cut. */
  readonly before: Frames;
  readonly after: Frames;
  /** The same as they were given. */
  readonly wanted: { readonly before: SpanFrames; readonly after: SpanFrames };
  /** Whether both pictures are on screen in some of the window. */
  readonly overlap: boolean;
  /** Whether a window that was not set by hand had to be shortened to the room that is here. */
  readonly fitted: boolean;
  readonly out: ShotFacts;
  readonly into: ShotFacts;
}

/** The settings of a join: of its recipe or usual for its move, then what was set here. */
export function settingsOf(plan: Pick<Plan, 'rate' | 'recipes'>, join: Join | null): JoinSettings {
  const found =
    join?.recipe === undefined ? undefined : plan.recipes.find((r) => r.id === join.recipe);
  const recipe = found?.for === 'cut' ? found : undefined;
  const move = join?.set.move;
  const follows = recipe && (move === undefined || move === recipe.settings.move);
  const base = follows ? recipe.settings : usualSettings(move ?? 'plain', plan);
  // Optional settings that are undefined must not hide those of the base.
  const set = Object.fromEntries(
    Object.entries(join?.set ?? {}).filter(([, value]) => value !== undefined),
  );
  return { ...base, ...(join?.way !== undefined && { way: join.way }), ...set };
}

/** What a join asks for, before the room there is for it. */
interface Asked {
  readonly settings: JoinSettings;
  readonly wanted: JoinFacts['wanted'];
  /** Frames on which both pictures are to be on screen; null for all of the window. */
  readonly blend: number | null;
  readonly lengthOf: (span: Span) => number;
  /** Whether something happens at the cut. */
  readonly on: boolean;
  /**
   * Whether its window is that of a recipe or usual for its move, which fits itself to the room.
   */
  readonly fits: boolean;
}

const keptAsked = remembered<Shot, Asked>();

function askedOf(plan: Plan, shot: Shot, index: number): Asked {
  const { rate, recipes, music, dropFrame } = plan;
  return keptAsked(shot, [rate, recipes, music, dropFrame, index > 0], () => {
    const join = shot.join ?? null;
    const settings = settingsOf(plan, join);
    const timed = { rate, music, dropFrame };
    return {
      settings,
      wanted: {
        before: spanFrames(settings.before, plan),
        after: spanFrames(settings.after, plan),
      },
      blend: settings.blend && spanFrames(settings.blend, plan).frames,
      lengthOf: (span) => spanFrames(span, timed).frames,
      on: index > 0 && join !== null && !join.off,
      fits: join !== null && join.set.before === undefined && join.set.after === undefined,
    };
  });
}

/** What the windows of a shot take of it after the cut before it, and before the cut after it. */
interface Shared {
  readonly head: number;
  readonly tail: number;
}

/**
 * Parts a shot between the windows at its two cuts. What both ask for they get where the shot holds
 * it; else a window that fits itself gives way to one that was set by hand, and of two that fit
 * themselves each keeps at least half of the shot.
 */
function sharedShot(length: number, start: Asked | null, end: Asked | null): Shared {
  const most = (asked: Asked | null, side: 'before' | 'after') =>
    asked?.on ? Math.min(length, asked.wanted[side].frames) : 0;
  const [head, tail] = [most(start, 'after'), most(end, 'before')];
  if (head + tail <= length || !(start?.fits || end?.fits)) return { head, tail };
  if (!start?.fits) return { head, tail: length - head };
  if (!end?.fits) return { head: length - tail, tail };
  const half = Math.floor(length / 2);
  if (head <= half) return { head, tail: length - head };
  if (tail <= half) return { head: length - tail, tail };
  return { head: half, tail: half };
}

const NO_BLEND = { before: 0, after: 0 };
const keptJoins = remembered<ShotFacts, JoinFacts>();

/**
 * Every cut of a plan, whose shots are given, with its window: never longer than the shots beside
 * it, and where it was not set by hand fitted to the room there.
 */
export function joinsOf(plan: Plan, shots: readonly ShotFacts[]): JoinFacts[] {
  const asked = shots.map(({ shot, index }) => askedOf(plan, shot, index));
  const shares = shots.map(({ length }, i) => sharedShot(length, asked[i]!, asked[i + 1] ?? null));
  return shots.slice(1).map((into, i): JoinFacts => {
    const cut = i + 1;
    const out = shots[i]!;
    const here = asked[cut]!;
    const [before, after] = [frames(shares[i]!.tail), frames(shares[cut]!.head)];
    return keptJoins(into, [out, here, before, after, plan.size], () => {
      const { settings, wanted, on, fits, lengthOf } = here;
      const blend = on ? blendOf(settings, { before, after }, here.blend) : NO_BLEND;
      return {
        ...{ cut, frame: into.start, settings, wanted, out, into, before, after, blend, lengthOf },
        size: plan.size,
        join: into.shot.join ?? null,
        overlap: blend.before + blend.after > 0,
        fitted: on && fits && (before < wanted.before.frames || after < wanted.after.frames),
      };
    });
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

/**
 * Frames of a window on one side as they count against the shot there: as asked where set by hand,
 * else as fitted.
 */
function takenBy(join: JoinFacts | undefined, side: 'before' | 'after'): number {
  if (!join || join.before + join.after === 0) return 0;
  return join.fitted ? join[side] : join.wanted[side].frames;
}

/** Shots whose windows overlap: after(previous cut) + before(next cut) > length. */
export function windowConflicts(
  shots: readonly ShotFacts[],
  joins: readonly JoinFacts[],
): WindowConflict[] {
  return shots.flatMap(({ index, length }) => {
    const head = takenBy(joins[index - 1], 'after');
    const tail = takenBy(joins[index], 'before');
    const over = head + tail - length;
    return over > 0 ? [{ shot: index, length, head, tail, over }] : [];
  });
}
