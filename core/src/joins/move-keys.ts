import { LINEAR, parseEasing, type Easing } from '../curves/index.ts';
import { fittedKeys } from './own-keys.ts';
import type { JoinSettings, Parameter, Way } from '../plan/index.ts';

/** The side of a cut: the outgoing picture or the incoming one. */
export type Side = 'out' | 'in';

/** A value at a frame, counted from the cut, and how it goes over to that of the next key. */
export interface ValueKey {
  readonly at: number;
  readonly value: number;
  readonly ease: Easing;
}

/** The keys of one side, by parameter; what has none rests. */
export type SideKeys = Partial<Record<Parameter, readonly ValueKey[]>>;

/** A window as far as its keys are concerned. */
export interface KeyWindow {
  readonly before: number;
  readonly after: number;
  readonly overlap: boolean;
}

/**
 * First and last frame on which a side is on screen in a window, counted from the cut; null when it
 * is not.
 */
export function framesOf(
  side: Side,
  { before, after, overlap }: KeyWindow,
): { first: number; last: number } | null {
  const first = overlap || side === 'out' ? -before : 0;
  const last = overlap || side === 'in' ? after - 1 : -1;
  return first <= last ? { first, last } : null;
}

/** Which way a picture goes: the parameter that shifts it, and its sign. */
export const axisOf = (way: Way): { readonly of: 'x' | 'y'; readonly sign: 1 | -1 } => ({
  of: way === 'left' || way === 'right' ? 'x' : 'y',
  sign: way === 'right' || way === 'down' ? 1 : -1,
});

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
  { first, last }: { first: number; last: number },
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
  range: { first: number; last: number },
  { rest, peak }: { rest: number; peak: number },
  ease: Easing,
) {
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
  range: { first: number; last: number },
  { from, beyond, rest }: { from: number; beyond: number; rest: number },
  ease: Easing,
) {
  const slow = parseEasing('ease-in-out');
  return keysAt(range, [
    [0, from, ease],
    [BEYOND[0], rest + beyond, slow],
    [BEYOND[1], rest - beyond / 2, slow],
    [1, rest, LINEAR],
  ]);
}

/**
 * Whether an overlap of this move is mixed, one picture into the other; the others uncover or push
 * one another.
 */
const isMixed = ({ move }: JoinSettings): boolean =>
  !['slide', 'drop', 'hinge', 'own'].includes(move);

/** The keys that the person set on a side, fitted to the window. */
function ownKeys(side: Side, settings: JoinSettings, window: KeyWindow): SideKeys {
  const found: Partial<Record<Parameter, ValueKey[]>> = {};
  for (const key of fittedKeys(settings, window))
    if (key.side === side)
      (found[key.of] ??= []).push({ at: key.at, value: key.value, ease: parseEasing(key.ease) });
  for (const list of Object.values(found)) list.sort((a, b) => a.at - b.at);
  return found;
}

/** How the pictures of a side move, without the mixing. */
function movingKeys(
  side: Side,
  settings: JoinSettings,
  window: KeyWindow,
  range: { first: number; last: number },
): SideKeys {
  const { move, shift, turn, blur, overshoot } = settings;
  const peak = side === 'in' ? (settings.peakIn ?? settings.peak) : settings.peak;
  const ease = parseEasing(side === 'out' ? settings.easeOut : settings.easeIn);
  const pair = (rest: number, at: number) => restToPeak(side, range, { rest, peak: at }, ease);
  const { of, sign } = axisOf(settings.way);
  const shifted = sign * shift * (side === 'out' ? 1 : -1);
  const smeared = blur > 0 ? { blur: pair(0, blur) } : {};
  switch (move) {
    case 'zoom-through':
    case 'pull-back':
      return { scale: pair(1, peak), ...smeared };
    case 'whip-pan':
      // A side too short to go past its rest and back goes straight home.
      return side === 'in' && overshoot > 0 && range.last - range.first >= 5
        ? {
            [of]: settling(range, { from: shifted, beyond: -shifted * overshoot, rest: 0 }, ease),
            scale: keysAt(range, [
              [0, peak, ease],
              [BEYOND[0], 1 + (peak - 1) * overshoot, LINEAR],
              [1, 1, LINEAR],
            ]),
            ...smeared,
          }
        : { [of]: pair(0, shifted), scale: pair(1, peak), ...smeared };
    case 'slide':
    case 'drop':
      return { [of]: pair(0, shifted), ...smeared };
    case 'hinge':
      return { rotation: pair(0, side === 'out' ? turn : -turn), ...smeared };
    case 'smear':
    case 'plain':
      return smeared;
    case 'own':
      return ownKeys(side, settings, window);
  }
}

/**
 * The keys of one side of a join over its window. Outgoing: from rest on the first frame to the
 * peak on the last; incoming: from the peak to rest. In a mixed overlap of n frames the incoming
 * picture is at (k + 1)/(n + 1) on frame k, so that none of the window shows one picture alone.
 */
export function moveKeys(side: Side, settings: JoinSettings, window: KeyWindow): SideKeys {
  const range = framesOf(side, window);
  if (!range) return {};
  const moves = settings.move === 'own' || settings.sides === 'both' || settings.sides === side;
  const moving = moves ? movingKeys(side, settings, window, range) : {};
  if (!window.overlap || side === 'out' || !isMixed(settings)) return moving;
  const n = range.last - range.first + 1;
  const opacity = [
    { at: range.first, value: 1 / (n + 1), ease: LINEAR },
    { at: range.last, value: n / (n + 1), ease: LINEAR },
  ];
  return { ...moving, opacity: n === 1 ? [opacity[0]!] : opacity };
}

/** Whether the outgoing picture lies over the incoming one: where it uncovers it. */
export const outgoingOnTop = ({ move }: Pick<JoinSettings, 'move'>): boolean => move === 'hinge';
