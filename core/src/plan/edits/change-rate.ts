import { filmOf, landingOf } from '../../film/index.ts';
import {
  CaesuraError,
  canDropFrames,
  frameRate,
  frames,
  instantOfFrame,
  keepTime,
  plural,
  rateLabel,
  sameRate,
  subtract,
  toNumber,
  type FrameRate,
} from '../../time/index.ts';
import type { Plan, Score } from '../index.ts';
import { checkLength } from './edit-brief.ts';
import { RATE_RULES, type RateField } from './rate-rules.ts';
import { relabelled } from './relabel.ts';

/** Numbers of one kind that could not keep their time to the frame. */
export interface Rounded {
  /** What one of them is, such as “note”. */
  readonly what: string;
  readonly count: number;
  /** The most that one of them moved. */
  readonly worstMilliseconds: number;
}

/** A plan at another rate, and what of it was rounded. */
export interface RateChange {
  readonly plan: Plan;
  readonly rounded: readonly Rounded[];
}

/**
 * What a change of rate rounded, in words, each kind with how many and the most that one moved;
 * empty where nothing was.
 */
export function roundedWords(rounded: readonly Rounded[]): string {
  if (rounded.length === 0) return '';
  const said = rounded.map(
    ({ what, count, worstMilliseconds }) =>
      `${plural(count, what)} by up to ${worstMilliseconds.toFixed(1)} ms`,
  );
  return `Rounded to the new frames: ${said.join(', ')}.`;
}

type Json = null | string | number | boolean | readonly Json[] | { readonly [key: string]: Json };

const PLACES = Object.keys(RATE_RULES);
/** Whether a field that counts frames lies at a place of the document or inside it. */
const holdsFrames = (place: string): boolean =>
  PLACES.some((path) => path.startsWith(place) && /^($|[.[])/.test(path.slice(place.length)));

/**
 * A document with every field that counts frames changed; what has none inside stays the same
 * object.
 */
function mapped(value: Json, place: string, change: (n: number, field: RateField) => number): Json {
  if (typeof value === 'number') {
    const field = RATE_RULES[place];
    return field ? change(value, field) : value;
  }
  if (typeof value !== 'object' || value === null || (place !== '' && !holdsFrames(place)))
    return value;
  if (Array.isArray(value)) {
    const items = (value as readonly Json[]).map((item) => mapped(item, `${place}[]`, change));
    return items.some((item, i) => item !== value[i]) ? items : value;
  }
  const entries = Object.entries(value).map(
    ([key, item]) => [key, mapped(item, place === '' ? key : `${place}.${key}`, change)] as const,
  );
  const held = value as { readonly [key: string]: Json };
  return entries.some(([key, item]) => item !== held[key]) ? Object.fromEntries(entries) : value;
}

/** Counts what was rounded, by what it is. */
function roundings() {
  const all = new Map<string, { count: number; worst: number }>();
  return {
    note(what: string, milliseconds: number) {
      if (milliseconds < 1e-6) return;
      const before = all.get(what) ?? { count: 0, worst: 0 };
      all.set(what, {
        count: before.count + 1,
        worst: Math.max(before.worst, milliseconds),
      });
    },
    told: (): Rounded[] =>
      [...all].map(([what, { count, worst }]) => ({ what, count, worstMilliseconds: worst })),
  };
}

/**
 * The shots with cuts on cues rounded anew from the true times of the cues. Throws when two cuts
 * would fall on one frame.
 */
function recut(before: Plan, after: Plan): Score | null {
  if (!before.score || !after.score) return null;
  const instant = ({ at }: { at: { num: number; den: number } }) => `${at.num}/${at.den}`;
  const cues = new Map(filmOf(after).cues.map((cue) => [instant(cue), cue.frame]));
  const moved = after.score.shots;
  const shots = before.score.shots.map((shot, i) => {
    const landing = i > 0 ? landingOf(shot.start, filmOf(before).cues, before) : null;
    const onCue = landing?.onCue ? cues.get(instant(landing.cue)) : undefined;
    return { ...moved[i]!, start: onCue ?? moved[i]!.start };
  });
  const { length } = after.score;
  const clash = shots.findIndex((s, i) => s.start >= (shots[i + 1]?.start ?? length));
  if (clash >= 0)
    throw new CaesuraError(
      'cuts-collide',
      `At ${rateLabel(after.rate)} fps shot ${clash + 1} would have no frame left.`,
      'Remove or move one of its cuts first, or lay out again at a slower pace.',
    );
  return { ...after.score, shots };
}

/**
 * A plan at another rate, with everything in it that counts frames changed by its rule (see
 * `RATE_RULES`), and what could not keep its time to the frame. Source ranges and speeds stay.
 * Throws when two cuts would fall on one frame, or when the film would run past a day.
 */
export function rateChange(plan: Plan, wanted: FrameRate): RateChange {
  const rate = frameRate(wanted.num, wanted.den);
  if (sameRate(rate, plan.rate)) return { plan, rounded: [] };
  const dropFrame = plan.dropFrame && canDropFrames(rate);
  const kept = roundings();
  const onCues = new Set(
    filmOf(plan)
      .shots.filter(({ landing }) => landing?.onCue)
      .map(({ start }) => start as number),
  );
  const inTime = (n: number, least: number, what: string): number => {
    const moved = Math.max(least, keepTime(n, plan.rate, rate));
    const off = subtract(instantOfFrame(moved, rate), instantOfFrame(n, plan.rate));
    kept.note(what, Math.abs(1000 * toNumber(off)));
    return moved;
  };
  const follow = (n: number, { rule, what }: RateField): number => {
    switch (rule) {
      case 'time':
        return inTime(n, -Infinity, what);
      case 'length':
        return inTime(n, 1, what);
      case 'count':
        return inTime(n, 0, what);
      case 'cut':
        return onCues.has(n) ? keepTime(n, plan.rate, rate) : inTime(n, 0, what);
      case 'label':
        return relabelled(frames(n), plan, { rate, dropFrame });
      case 'own':
        return n;
    }
  };
  const moved = mapped(plan as unknown as Json, '', follow) as unknown as Plan;
  const next: Plan = { ...moved, rate, dropFrame };
  checkLength(next, next.target);
  return { plan: { ...next, score: recut(plan, next) }, rounded: kept.told() };
}

/** A plan at another rate; see `rateChange`. */
export const changeRate = (plan: Plan, rate: FrameRate): Plan => rateChange(plan, rate).plan;
