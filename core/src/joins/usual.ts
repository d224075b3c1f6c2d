import { splitWindow } from './split.ts';
import type { JoinSettings, MoveKind, Plan } from '../plan/index.ts';
import { rational, toNumber } from '../time/index.ts';
import { frameSpan } from '../film/span.ts';

/** Directions on the screen, in degrees clockwise from the right. */
const [DOWN, LEFT] = [90, 180];

/** What moves share when nothing else is said. */
function shared({ rate }: Pick<Plan, 'rate'>): JoinSettings {
  return {
    move: 'plain',
    pictures: 'inside',
    before: frameSpan(0, rate),
    after: frameSpan(0, rate),
    blend: null,
    sides: 'both',
    peak: 1,
    peakIn: null,
    shift: 0,
    shiftIn: null,
    way: LEFT,
    wayIn: null,
    turn: 0,
    turnIn: null,
    remains: 'falls',
    overshoot: 0,
    easeOut: 'ease-in',
    easeIn: 'ease-out',
    blur: 0,
    blurIn: null,
    radial: 0,
    radialIn: null,
    flash: 0,
    flashIn: null,
    dip: 0,
    dipIn: null,
    aim: { x: 0.5, y: 0.5 },
    about: 'aim',
    blurAlong: null,
    shutter: 0,
    fill: 'none',
    cover: 'no',
    hold: { out: false, in: false },
    keys: [],
  };
}

/**
 * From this rate on half a second counts as usual for a hinge, below it a whole one; common
 * practice.
 */
const FAST = rational(48);

/** The usual figures of a move at the rate of a plan; common practice, no source. */
export function usualSettings(move: MoveKind, plan: Pick<Plan, 'rate'>): JoinSettings {
  const base = { ...shared(plan), move };
  const n = (count: number) => frameSpan(count, plan.rate, 'frames');
  switch (move) {
    case 'plain':
      return {
        ...base,
        pictures: 'overlap',
        before: n(6),
        after: n(6),
        easeOut: 'linear',
        easeIn: 'linear',
      };
    case 'zoom-through':
      return { ...base, before: n(5), after: n(5), peak: 2, shutter: 180 };
    case 'pull-back':
      return { ...base, before: n(5), after: n(5), peak: 0.5, shutter: 180, fill: 'mirror' };
    case 'whip-pan':
      return {
        ...base,
        before: n(13),
        after: n(11),
        peak: 1.2,
        shift: 0.1,
        overshoot: 0.3,
        shutter: 260,
        cover: 'each',
      };
    case 'slide': {
      const ease = 'ease-in-out';
      return {
        ...base,
        pictures: 'overlap',
        before: n(5),
        after: n(5),
        shift: 1,
        easeOut: ease,
        easeIn: ease,
      };
    }
    case 'drop':
      return {
        ...base,
        pictures: 'overlap',
        after: n(5),
        sides: 'in',
        shift: 1,
        way: DOWN,
        shutter: 180,
      };
    case 'hinge': {
      // A second, or half of one from there on; the whole is rounded once, and its halves follow.
      const lasts = toNumber(plan.rate) >= toNumber(FAST) ? 1 / 2 : 1;
      const { before, after } = splitWindow(Math.round(lasts * toNumber(plan.rate)), 'centred');
      const aim = { x: 0, y: 0 };
      return {
        ...base,
        pictures: 'overlap',
        before: frameSpan(before, plan.rate),
        after: frameSpan(after, plan.rate),
        sides: 'out',
        turn: 90,
        aim,
        easeOut: 'ease-in',
      };
    }
    case 'smear':
      return { ...base, before: n(6), after: n(6), blur: 26, cover: 'each' };
    case 'own':
      return { ...base, before: n(5), after: n(5) };
  }
}
