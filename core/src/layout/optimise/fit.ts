import {
  sourceFrames,
  type Rational,
  type SourceFrames,
  type GivenFrames,
} from '../../time/index.ts';
import type { MomentKind } from '../../footage/moments/moment.ts';
import type { Material, Problem } from './problem.ts';
import { startsBeside, type Seen } from './seen-ranges.ts';

/** A way to show a clip in a shot. */
export interface Fit {
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
}

/**
 * A frame of a shot on which an event may be, in frames after its start, and what that is worth.
 */
export interface CueInShot {
  readonly after: number;
  readonly worth: number;
  /** Whether it is a drop, which above all asks for an event. */
  readonly drop: boolean;
}

/** Starts tried beside those that events ask for, at most; see `startsSideBySide`. */
const STARTS = 8;
/** The strongest cues inside a shot on which an event is tried. */
const CUES_TRIED = 4;
/** Worth from which a cue is one that an event may land on. */
export const LANDING_WORTH = 0.3;
/** Frames of the film that are seen at least before an event that lands, and after it. */
export const SEEN_ABOUT = 3;
/** Ways kept for a clip in a shot, and the part of a shot that two of them may share. */
const WAYS = 6;
const SHARED = 0.5;
/** Part of what an event is worth that is left when the shot only begins with it. */
const BEGINS: Readonly<Record<MomentKind, number>> = {
  start: 0.5,
  whip: 0.3,
  turn: 0.3,
  entry: 0.3,
  change: 0.2,
  // What is over in a frame or two is hardly seen to happen.
  flash: 0.2,
  impact: 0.1,
  peak: 0.1,
  exit: 0,
  settle: 0,
};
/** What an event is worth at least at the start of a shot for it not to be lost there. */
const MAY_BEGIN = 0.25;
/** Source frames before the end of a movement from which a shot does not begin, and after it. */
const NEAR_SETTLE = 3;
/** Strength from which an event that is seen and does not land disturbs, and what it then costs. */
const DISTURBS = 0.4;
const DISTURBED = 0.6;
/** What a drop without an event costs, in times of what a shot without one does. */
const DROP = 6;

/** ⌊k·num/den⌋, exact while the product is below 2⁵³. */
const stepped = (k: number, { num, den }: Rational): number => Math.floor((k * num) / den);

/**
 * The way the picture of a clip goes over the frames [from, to), in radians; not a number when it
 * hardly goes or is unknown.
 */
function wayOver({ shift }: Material, from: number, to: number): number {
  if (!shift) return NaN;
  const [a, b] = [Math.max(0, from), Math.min(shift.x.length - 1, to)];
  const [x, y] = [shift.x[b]! - shift.x[a]!, shift.y[b]! - shift.y[a]!];
  return Math.hypot(x, y) < shift.least ? NaN : Math.atan2(y, x);
}

/** The ways the picture goes after the start of a shot and before its end. */
export function endWays(
  material: Material,
  { sourceIn, speed }: Pick<Fit, 'sourceIn' | 'speed'>,
  length: GivenFrames,
): { readonly head: number; readonly tail: number } {
  const end = sourceIn + stepped(length - 1, strideAt(material, speed)) + 1;
  const reach = material.shift?.reach ?? 0;
  // The shift of a frame is that from the one before it.
  return {
    head: wayOver(material, sourceIn + 1, Math.min(end, sourceIn + 1 + reach)),
    tail: wayOver(material, Math.max(sourceIn + 1, end - reach), end),
  };
}

/** Stride of a clip at one of its speeds. */
export const strideAt = ({ stride, speeds }: Material, speed: number): Rational => ({
  num: stride.num * speeds[speed]!.num,
  den: stride.den * speeds[speed]!.den,
});

/** What of a clip decides for how long it lasts. */
export type Lasting = Pick<Material, 'usable' | 'frames'>;

/**
 * Starts between which a clip lasts for a shot of `length` frames at a stride, handles included, as
 * stepped frame by frame: what is shown k frames after the start is start + ⌊k·stride⌋. Null when
 * it does not last.
 */
export function startsFor(
  { usable, frames }: Lasting,
  length: GivenFrames,
  stride: Rational,
  handles: Problem['handles'],
): { readonly least: number; readonly most: number } | null {
  const least = Math.max(usable.in, -stepped(-handles.before, stride));
  const most = Math.min(
    usable.out - 1 - stepped(length - 1, stride),
    frames - 1 - stepped(length - 1 + handles.after, stride),
  );
  return least <= most ? { least, most } : null;
}

/**
 * The most frames of the film for which a clip lasts at a stride, handles included; 0 when it does
 * not last for one.
 */
export function longestFor(clip: Lasting, stride: Rational, handles: Problem['handles']): number {
  const lasts = (length: number) => startsFor(clip, length, stride, handles) !== null;
  if (!lasts(1)) return 0;
  let [low, high] = [1, 2];
  while (lasts(high)) [low, high] = [high, 2 * high];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (lasts(middle)) low = middle;
    else high = middle;
  }
  return low;
}

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

/** Of ways, the cheapest first, those that show other pictures than the ones before them. */
function apart(ways: readonly Fit[]): Fit[] {
  const kept: Fit[] = [];
  for (const way of ways) {
    if (kept.length === WAYS) break;
    const least = SHARED * (way.sourceOut - way.sourceIn);
    const same = kept.some(
      (k) => Math.min(k.sourceOut, way.sourceOut) - Math.max(k.sourceIn, way.sourceIn) > least,
    );
    if (!same) kept.push(way);
  }
  return kept;
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

/** How a clip can be shown for so many frames of the film; see `showingsOf`. */
export interface Showings {
  /** The ways that differ in what is seen, the cheapest first; none when it does not last. */
  readonly ways: (length: number, cues: readonly CueInShot[]) => Fit[];
  /**
   * Of ways that begin beside what was seen, right after it or so that they end right before it,
   * those that show nothing of it again; for the sake of no event.
   */
  readonly unseen: (length: number, cues: readonly CueInShot[], seen: Seen) => Fit[];
}

/**
 * Finds the ways to show a clip for `length` frames of the film at any of its speeds. `cues` are
 * the frames on which an event may land, and the start.
 */
export function showingsOf(material: Material, { handles, weights }: Asked): Showings {
  const { events } = material;
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
  /** What strong events cost that happen on no cue, or so near a cut that they are lost. */
  const disturbance = (start: number, { stride, reach }: Room, cues: readonly CueInShot[]) => {
    const edge = stepped(SEEN_ABOUT, stride);
    let sum = 0;
    for (const { at, strength, kind } of events) {
      if (strength < DISTURBS || at < start || at > start + reach) continue;
      if (at === start) {
        if (BEGINS[kind] < MAY_BEGIN) sum += strength / 2;
        continue;
      }
      const k = Math.ceil(((at - start) * stride.den) / stride.num);
      const whole = at >= start + edge && at <= start + reach - edge;
      const on = cues.some((c) => c.worth >= LANDING_WORTH && Math.abs(c.after - k) <= 1);
      if (!whole || !on) sum += strength;
    }
    return DISTURBED * Math.min(1, sum);
  };
  const ways: Showings['ways'] = (length, cues) => {
    const first = cues.find(({ after }) => after === 0)?.worth ?? 0;
    const dropped = cues.find(({ drop }) => drop)?.after ?? null;
    // Of many cues only the strongest are tried.
    const tried = cues
      .filter(({ after, worth, drop }) => after > 0 && (drop || worth >= LANDING_WORTH))
      .sort((a, b) => Number(b.drop) - Number(a.drop) || b.worth - a.worth)
      .slice(0, CUES_TRIED);
    const found: Fit[] = [];
    for (const room of roomsFor(length)) {
      const offer = (
        start: number,
        worth: number,
        landed: Fit['landed'],
        begins: SourceFrames | null,
      ) => {
        if (start < room.least || start > room.most) return;
        const on = landed?.after ?? (begins === null ? null : 0);
        const disturbed = disturbance(start, room, cues);
        const drop =
          dropped === null ? 0 : weights.moment * DROP * (on === dropped ? 1 - worth : 1);
        const moment = weights.moment * (1 - worth + disturbed);
        const movement = weights.movement * (1 - movingPart(material, start, room.reach));
        found.push({
          sourceIn: sourceFrames(start),
          sourceOut: sourceFrames(start + room.reach + 1),
          ...{
            speed: room.speed,
            speedCost: room.speedCost,
            landed,
            begins,
            drop,
            moment,
            movement,
          },
          cost: room.speedCost + moment + movement,
        });
      };
      for (const { at, strength, kind } of events) {
        for (const { after, worth } of tried)
          if (after >= SEEN_ABOUT && length - after > SEEN_ABOUT)
            offer(at - stepped(after, room.stride), strength * worth, { moment: at, after }, null);
        if (BEGINS[kind] > 0) offer(at, BEGINS[kind] * strength * first, null, at);
      }
      for (const start of room.starts) offer(start, 0, null, null);
    }
    const begun = ({ sourceIn, landed }: Fit) =>
      !landed && settles.some((at) => Math.abs(at - sourceIn) <= NEAR_SETTLE);
    const better = settles.length > 0 ? found.filter((way) => !begun(way)) : found;
    return apart(
      (better.length > 0 ? better : found).sort((a, b) => a.cost + a.drop - b.cost - b.drop),
    );
  };
  const unseen: Showings['unseen'] = (length, cues, seen) => {
    const [room] = roomsFor(length);
    if (!room) return [];
    const drop = cues.some((cue) => cue.drop) ? weights.moment * DROP : 0;
    return startsBeside(seen, room.reach + 1, room.least, room.most).map((start): Fit => {
      const movement = weights.movement * (1 - movingPart(material, start, room.reach));
      const moment = weights.moment * (1 + disturbance(start, room, cues));
      const { speed, speedCost } = room;
      return {
        sourceIn: sourceFrames(start),
        sourceOut: sourceFrames(start + room.reach + 1),
        ...{ speed, speedCost, drop, movement, landed: null, begins: null },
        moment,
        cost: speedCost + moment + movement,
      };
    });
  };
  return { ways, unseen };
}

/** The least that events can make a shot cost, weighted: of its cost, and of what counts whole. */
export function leastOfEvents(
  strongest: number,
  bestWorth: number,
  drop: boolean,
  { moment }: Problem['weights'],
): readonly [cost: number, whole: number] {
  return [
    moment * (1 - strongest * bestWorth),
    drop ? moment * DROP * (1 - strongest * bestWorth) : 0,
  ];
}
