import { SEEN_ABOUT } from '../../film/index.ts';
import type { MomentKind } from '../../footage/moments/moment.ts';
import { sourceFrames, type Rational, type SourceFrames } from '../../time/index.ts';
import { endWays } from './end-ways.ts';
import { startsFor, stepped, strideAt } from './lasting.ts';
import type { Event, Material, Problem } from './problem.ts';
import { startsBeside, type Seen } from './seen-ranges.ts';
import type { ShotCues } from './shot-cues.ts';

/** A way to show a clip in a shot. */
export interface Showing {
  readonly sourceIn: SourceFrames;
  /** The source frame after the last that is shown. */
  readonly sourceOut: SourceFrames;
  /** Place among the speeds of the clip. */
  readonly speed: number;
  /**
   * The event that lands on a cue inside the shot and how many frames of the film after its start;
   * null when none does.
   */
  readonly landed: { readonly moment: SourceFrames; readonly after: number } | null;
  /** The event that the shot begins with; null for none. */
  readonly begins: SourceFrames | null;
  /** What a drop inside it costs, weighted: a drop counts whole, however long the shot is. */
  readonly drop: number;
  /** Costs of the source alone, weighted, without that. */
  readonly moment: number;
  readonly movement: number;
  readonly speedCost: number;
  readonly cost: number;
  /**
   * The ways its picture goes after its start and before its end, in radians; not a number when it
   * hardly goes.
   */
  readonly head: number;
  readonly tail: number;
}

/** Starts tried beside those that events ask for, at most; see `startsSideBySide`. */
const STARTS = 8;
/** Ways kept for a clip in a shot, and the part of a shot that two of them may share. */
const WAYS = 6;
const SHARED = 0.5;
/** Part of what an event is worth that is left when the shot only begins with it. */
const BEGINS: Readonly<Record<MomentKind, number>> = {
  start: 0.4,
  whip: 0.2,
  turn: 0.2,
  entry: 0.2,
  change: 0.2,
  // A word that a shot begins with is heard from its first sound on.
  word: 0.5,
  hit: 0.2,
  pause: 0,
  beat: 0.5,
  // What is over in a frame or two is hardly seen to happen.
  flash: 0.2,
  impact: 0.1,
  peak: 0.1,
  exit: 0,
  settle: 0,
};
/** What an event is worth at least at the start of a shot for it not to be lost there. */
const MAY_BEGIN = 0.35;
/** Source frames before the end of a movement from which a shot does not begin, and after it. */
const NEAR_SETTLE = 3;
/**
 * Strength from which an event that is seen and does not land disturbs, costing as much as it would
 * gain if it landed; and the most that all in a shot cost, in times of the strongest there can be.
 */
const [DISTURBS, MOST_DISTURBED] = [0.4, 2];
/** What a drop without an event costs, in times of what a shot without one does. */
export const DROP = 6;

/**
 * The part of the frames of a clip from `from` on, `reach` of them, in which it moves, 0–1; 1 when
 * nothing is known.
 */
function movingPart({ movement }: Material, from: number, reach: number): number {
  if (!movement) return 1;
  const to = Math.min(movement.length - 1, from + Math.max(1, reach));
  return (movement[to]! - movement[from]!) / Math.max(1, to - from);
}

/** What of a problem ways to show a clip depend on. */
type Asked = Pick<Problem, 'handles' | 'weights'>;

/**
 * Starts at which shots of so many source frames lie side by side, so that none shows what another
 * does, and the last there is; of many some that are evenly spread.
 */
function startsSideBySide(
  { least, most }: { readonly least: number; readonly most: number },
  length: number,
): number[] {
  const room = Math.floor((most - least) / length);
  const step = Math.max(1, Math.ceil((room + 1) / STARTS));
  const starts = Array.from(
    { length: Math.floor(room / step) + 1 },
    (_, i) => least + i * step * length,
  );
  return starts.at(-1) === most ? starts : [...starts, most];
}

/** What of a shot depends on its length alone, at one speed. */
interface Room {
  readonly least: number;
  readonly most: number;
  readonly stride: Rational;
  readonly speed: number;
  readonly speedCost: number;
  /** Source frames from the first that is shown to the last. */
  readonly reach: number;
  readonly starts: readonly number[];
}

/** A start that was tried, with what it costs. */
interface Tried {
  readonly room: Room;
  readonly start: number;
  readonly event: Event | null;
  /** Frames of the film from the start to where the event is; 0 without one. */
  readonly after: number;
  readonly drop: number;
  readonly moment: number;
  readonly movement: number;
  /** All of it. */
  readonly total: number;
}

/** Of starts, the cheapest first, those that show other pictures than the ones before them. */
function apart(tried: readonly Tried[]): Tried[] {
  const kept: Tried[] = [];
  for (const one of tried) {
    if (kept.length === WAYS) break;
    const length = one.room.reach + 1;
    const same = kept.some(
      ({ start, room }) =>
        Math.min(start + room.reach + 1, one.start + length) - Math.max(start, one.start) >
        SHARED * length,
    );
    if (!same) kept.push(one);
  }
  return kept;
}

/** How a clip can be shown for so many frames of the film; see `showingsOf`. */
export interface Showings {
  /** The ways that differ in what is seen, the cheapest first; none when it does not last. */
  readonly ways: (length: number, cues: ShotCues) => Showing[];
  /**
   * Of ways that begin beside what was seen, right after it or so that they end right before it,
   * those that show nothing of it again; for the sake of no event.
   */
  readonly unseen: (length: number, cues: ShotCues, seen: Seen) => Showing[];
}

/**
 * What strong events cost that happen on no cue, or so near a cut that they are lost, 0–2, in a
 * shot that starts at a source frame.
 */
function disturbance(
  strong: readonly Event[],
  start: number,
  { stride, reach }: Room,
  { landing }: ShotCues,
): number {
  const edge = stepped(SEEN_ABOUT, stride);
  let sum = 0;
  for (const { at, strength, kind } of strong) {
    if (at < start) continue;
    if (at > start + reach) break;
    if (at === start) {
      if (BEGINS[kind] < MAY_BEGIN) sum += strength;
      continue;
    }
    const k = Math.ceil(((at - start) * stride.den) / stride.num);
    const whole = at >= start + edge && at <= start + reach - edge;
    if (!whole || !landing.some((after) => Math.abs(after - k) <= 1)) sum += strength;
  }
  return Math.min(MOST_DISTURBED, sum);
}

/**
 * Finds the ways to show a clip for `length` frames of the film at any of its speeds. `cues` are
 * the frames on which an event may land, and the start.
 */
export function showingsOf(material: Material, { handles, weights }: Asked): Showings {
  const { events } = material;
  const strong = events.filter(({ strength, part }) => strength >= DISTURBS && !part);
  const settles = events.filter(({ kind }) => kind === 'settle').map(({ at }) => at as number);
  const rooms = new Map<number, readonly Room[]>();
  const roomsFor = (length: number): readonly Room[] => {
    const known = rooms.get(length);
    if (known) return known;
    const found = material.speeds.flatMap(({ num, den }, speed): Room[] => {
      const stride = strideAt(material, speed);
      const room = startsFor(material, length, stride, handles);
      if (!room) return [];
      const reach = stepped(length - 1, stride);
      const starts = startsSideBySide(room, reach + 1);
      const speedCost = weights.speed * Math.abs(Math.log(num / den));
      return [{ ...room, stride, speed, speedCost, reach, starts }];
    });
    rooms.set(length, found);
    return found;
  };
  const tried = (room: Room, cues: ShotCues, start: number, at: EventAt | null): Tried => {
    const worth = at?.worth ?? 0;
    const onDrop = at !== null && at.after === cues.drop;
    const drop = cues.drop === null ? 0 : weights.moment * DROP * (onDrop ? 1 - worth : 1);
    const disturbed = strong.length === 0 ? 0 : disturbance(strong, start, room, cues);
    const moment = weights.moment * (1 - worth + disturbed);
    const movement = weights.movement * (1 - movingPart(material, start, room.reach));
    const total = room.speedCost + moment + movement + drop;
    const [event, after] = at ? [at.event, at.after] : [null, 0];
    return { room, start, event, after, drop, moment, movement, total };
  };
  const shown = ({ room, start, event, after, drop, moment, movement }: Tried): Showing => {
    const { speed, speedCost, reach } = room;
    const { head, tail } = endWays(material, start, start + reach + 1);
    return {
      sourceIn: sourceFrames(start),
      sourceOut: sourceFrames(start + reach + 1),
      speed,
      landed: event && after > 0 ? { moment: event.at, after } : null,
      begins: event && after === 0 ? event.at : null,
      drop,
      moment,
      movement,
      speedCost,
      cost: speedCost + moment + movement,
      head,
      tail,
    };
  };
  const ways: Showings['ways'] = (length, cues) => {
    const found: Tried[] = [];
    for (const room of roomsFor(length)) {
      const offer = (start: number, at: EventAt | null) => {
        if (start >= room.least && start <= room.most) found.push(tried(room, cues, start, at));
      };
      for (const event of events) {
        const { at, kind, strength } = event;
        for (const { after, worth } of cues.tried)
          if (after >= SEEN_ABOUT && length - after > SEEN_ABOUT)
            offer(at - stepped(after, room.stride), { event, after, worth: strength * worth });
        if (BEGINS[kind] > 0)
          offer(at, { event, after: 0, worth: BEGINS[kind] * strength * cues.first });
      }
      for (const start of room.starts) offer(start, null);
    }
    const begun = ({ start, after }: Tried) =>
      after === 0 && settles.some((at) => Math.abs(at - start) <= NEAR_SETTLE);
    const better = settles.length > 0 ? found.filter((one) => !begun(one)) : found;
    const sorted = (better.length > 0 ? better : found).sort((a, b) => a.total - b.total);
    return apart(sorted).map(shown);
  };
  const unseen: Showings['unseen'] = (length, cues, seen) => {
    const [room] = roomsFor(length);
    if (!room) return [];
    return startsBeside(seen, room.reach + 1, room.least, room.most).map((start) =>
      shown(tried(room, cues, start, null)),
    );
  };
  return { ways, unseen };
}

/** An event as it is seen in a shot: so many frames of the film after its start, and its worth. */
interface EventAt {
  readonly event: Event;
  readonly after: number;
  readonly worth: number;
}

/** The least that events can make a shot cost, weighted. */
export const leastOfEvents = (
  strongest: number,
  { best }: ShotCues,
  { moment }: Problem['weights'],
): number => moment * (1 - strongest * best);
