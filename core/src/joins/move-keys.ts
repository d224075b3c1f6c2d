import { LINEAR, parseEasing, type Easing } from '../curves/index.ts';
import {
  cornersOf,
  framedKeys,
  placedAt,
  shiftAlong,
  tracksOf,
  type Tracks,
  type ValueKey,
} from '../motion/index.ts';
import type { JoinKey, JoinSettings } from '../plan/index.ts';
import { framesOf, halvesOf, type JoinWindow, type Side } from './window.ts';

/** First and last frame of a side, counted from the cut. */
interface Range {
  readonly first: number;
  readonly last: number;
}

/**
 * Part of the incoming side of a whip pan at which it is farthest beyond its rest, and at which it
 * comes back: 4 + 2 of 11.
 */
const BEYOND = [0.4, 0.8] as const;

/**
 * Values at given parts of a side, each with its easing; keys that fall on one frame count as the
 * last of them.
 */
function keysAt(
  { first, last }: Range,
  values: readonly (readonly [part: number, value: number, ease: Easing])[],
): ValueKey[] {
  const keys = new Map<number, ValueKey>();
  for (const [part, value, ease] of values) {
    const at = first + Math.round(part * (last - first));
    keys.set(at, { at, value, ease });
  }
  return [...keys.values()];
}

/**
 * From rest to peak on the outgoing side, from peak to rest on the incoming one. A side of one
 * frame has only its peak.
 */
function restToPeak(
  side: Side,
  range: Range,
  { rest, peak }: { rest: number; peak: number },
  ease: Easing,
): ValueKey[] {
  if (range.first === range.last) return [{ at: range.first, value: peak, ease: LINEAR }];
  const [from, to] = side === 'out' ? [rest, peak] : [peak, rest];
  return keysAt(range, [
    [0, from, ease],
    [1, to, LINEAR],
  ]);
}

/**
 * The keys of the incoming side of a whip pan: past its rest, back past it the other way by half,
 * and home.
 */
function settling(
  range: Range,
  { from, beyond }: { from: number; beyond: number },
  ease: Easing,
): ValueKey[] {
  const slow = parseEasing('ease-in-out');
  return keysAt(range, [
    [0, from, ease],
    [BEYOND[0], beyond, slow],
    [BEYOND[1], -beyond / 2, slow],
    [1, 0, LINEAR],
  ]);
}

/**
 * Whether an overlap of this move is mixed, one picture into the other; the others uncover or push
 * one another.
 */
const isMixed = ({ move }: JoinSettings): boolean =>
  !['slide', 'drop', 'hinge', 'own'].includes(move);

/** The values of a side at its peak; those of the incoming one where they are apart. */
export function peakOf(side: Side, settings: JoinSettings) {
  const { peak, shift, way, turn, blur, radial, flash, dip } = settings;
  const out = { peak, shift, way, turn, blur, radial, flash, dip };
  if (side === 'out') return out;
  return {
    peak: settings.peakIn ?? peak,
    shift: settings.shiftIn ?? shift,
    way: settings.wayIn ?? way,
    turn: settings.turnIn ?? turn,
    blur: settings.blurIn ?? blur,
    radial: settings.radialIn ?? radial,
    flash: settings.flashIn ?? flash,
    dip: settings.dipIn ?? dip,
  };
}

/**
 * Heights of the frame by which a picture that was turned about its aim must fall for nothing of it
 * to be left in the frame.
 */
function fallAfter(turn: number, { aim }: JoinSettings, { size }: JoinWindow): number {
  const turned = { scale: 1, x: 0, y: 0, rotation: turn, depth: 0 };
  const corners = cornersOf(size).map((p) => placedAt(p, turned, { aim, about: 'aim' }, size));
  const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)];
  const gone = [
    Math.max(...xs),
    size.width - Math.min(...xs),
    Math.max(...ys),
    size.height - Math.min(...ys),
  ].some((inside) => inside <= 1e-6 * size.width);
  return gone ? 0 : (size.height - Math.min(...ys)) / size.height;
}

/** How a picture turns away, and falls where a turn about a point would leave some of it. */
function turning(
  side: Side,
  settings: JoinSettings,
  window: JoinWindow,
  pair: (rest: number, at: number) => ValueKey[],
): Tracks {
  const { turn } = peakOf(side, settings);
  if (settings.about !== 'aim') return { depth: pair(0, Math.min(90, Math.abs(turn))) };
  const falls = settings.remains === 'falls' ? fallAfter(turn, settings, window) : 0;
  return {
    rotation: pair(0, side === 'out' ? turn : -turn),
    ...(falls > 0 && { y: pair(0, falls) }),
  };
}

/** How the pictures of a side move, without the mixing. */
function movingKeys(side: Side, settings: JoinSettings, window: JoinWindow, range: Range): Tracks {
  const { move, overshoot } = settings;
  const { peak, shift, way, blur, radial, flash, dip } = peakOf(side, settings);
  const ease = parseEasing(side === 'out' ? settings.easeOut : settings.easeIn);
  const pair = (rest: number, at: number) => restToPeak(side, range, { rest, peak: at }, ease);
  const smeared: Tracks = {
    ...(blur > 0 && { blur: pair(0, blur) }),
    ...(radial > 0 && { radial: pair(0, radial) }),
    ...(flash > 0 && { flash: pair(0, flash) }),
    ...(dip > 0 && { dip: pair(0, dip) }),
  };
  const far = shiftAlong(way, side === 'out' ? shift : -shift, window.size);
  /** Keys of the parameters in which the picture goes somewhere. */
  const shifted = (keys: (to: number) => ValueKey[]): Tracks => ({
    ...(Math.abs(far.x) > 1e-12 && { x: keys(far.x) }),
    ...(Math.abs(far.y) > 1e-12 && { y: keys(far.y) }),
  });
  switch (move) {
    case 'zoom-through':
    case 'pull-back':
      return { scale: pair(1, peak), ...smeared };
    case 'whip-pan':
      // A side too short to go past its rest and back goes straight home.
      return side === 'in' && overshoot > 0 && range.last - range.first >= 5
        ? {
            ...shifted((from) => settling(range, { from, beyond: -from * overshoot }, ease)),
            scale: keysAt(range, [
              [0, peak, ease],
              [BEYOND[0], 1 + (peak - 1) * overshoot, LINEAR],
              [1, 1, LINEAR],
            ]),
            ...smeared,
          }
        : { ...shifted((to) => pair(0, to)), scale: pair(1, peak), ...smeared };
    case 'slide':
    case 'drop':
      return { ...shifted((to) => pair(0, to)), ...smeared };
    case 'hinge':
      return { ...turning(side, settings, window, pair), ...smeared };
    case 'smear':
    case 'plain':
      return smeared;
    case 'own':
      return tracksOf(ownKeys(side, settings, window));
  }
}

/** The keys that the person set on a side, on the frames on which they lie in the window. */
export const ownKeys = (side: Side, { keys }: JoinSettings, window: JoinWindow) =>
  framedKeys<'before' | 'after', JoinKey>(
    keys.filter((key) => key.side === side),
    halvesOf(window),
    window.lengthOf,
  );

/** How the incoming picture is mixed in over the frames on which both are on screen. */
function mixingKeys({ after, blend }: JoinWindow): ValueKey[] {
  const n = blend.before + blend.after;
  const keys = [{ at: -blend.before, value: 1 / (n + 1), ease: LINEAR }];
  if (n > 1) keys.push({ at: blend.after - 1, value: n / (n + 1), ease: LINEAR });
  // Beyond them it is there alone.
  if (blend.after < after) keys.push({ at: blend.after, value: 1, ease: LINEAR });
  return keys;
}

/**
 * The keys of one side of a join over its window. Outgoing: from rest on the first frame to the
 * peak on the last; incoming: from the peak to rest. In a mixed overlap of n frames the incoming
 * picture is at (k + 1)/(n + 1) on frame k, so that none of them shows one picture alone.
 */
export function moveKeys(side: Side, settings: JoinSettings, window: JoinWindow): Tracks {
  const range = framesOf(side, window);
  if (!range) return {};
  const moves = settings.move === 'own' || settings.sides === 'both' || settings.sides === side;
  const moving = moves ? movingKeys(side, settings, window, range) : {};
  const both = window.blend.before + window.blend.after > 0;
  return both && side === 'in' && isMixed(settings)
    ? { ...moving, opacity: mixingKeys(window) }
    : moving;
}

/**
 * Whether the outgoing picture lies over the incoming one: where that is asked for, or where it
 * uncovers it.
 */
export const outgoingOnTop = ({ move, top }: Pick<JoinSettings, 'move' | 'top'>): boolean =>
  (top ?? (move === 'hinge' ? 'out' : 'in')) === 'out';
