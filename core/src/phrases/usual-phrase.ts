import { frameSpan } from '../film/span.ts';
import type { PhraseKind, PhraseSettings, Plan, Span } from '../plan/index.ts';
import { toNumber } from '../time/index.ts';

/** A time in frames of a plan, which keep their time at another rate. */
const lasting = (seconds: number, { rate }: Pick<Plan, 'rate'>): Span =>
  frameSpan(Math.max(seconds > 0 ? 1 : 0, Math.round(seconds * toNumber(rate))), rate);

/** What phrases share when nothing else is said: nothing moves. */
function shared(plan: Pick<Plan, 'rate'>): PhraseSettings {
  return {
    kind: 'own',
    in: lasting(1 / 3, plan),
    hold: lasting(1 / 2, plan),
    out: lasting(1 / 3, plan),
    fills: 'hold',
    lands: 'start',
    scale: 1,
    x: 0,
    y: 0,
    rotation: 0,
    depth: 0,
    blur: 0,
    radial: 0,
    flash: 0,
    dip: 0,
    exposure: 0,
    contrast: 1,
    saturation: 1,
    shake: null,
    easeIn: 'ease-in-out',
    easeOut: 'ease-in-out',
    aim: { x: 0.5, y: 0.5 },
    about: 'aim',
    blurAlong: null,
    shutter: 0,
    fill: 'none',
    cover: 'no',
    keys: [],
  };
}

/** The usual figures of a kind of phrase at the rate of a plan; common practice, no source. */
export function usualPhrase(kind: PhraseKind, plan: Pick<Plan, 'rate'>): PhraseSettings {
  const base = { ...shared(plan), kind };
  const none = lasting(0, plan);
  const frame = frameSpan(1, plan.rate);
  switch (kind) {
    case 'punch-in':
      return { ...base, out: lasting(10 / 24, plan), scale: 1.2, easeIn: 'ease-out' };
    case 'pulse':
      return {
        ...base,
        in: lasting(1 / 12, plan),
        hold: none,
        out: lasting(1 / 3, plan),
        lands: 'peak',
        scale: 1.08,
        easeIn: 'ease-out',
        easeOut: 'ease-out',
      };
    case 'push':
      return {
        ...base,
        in: lasting(2, plan),
        hold: none,
        out: none,
        fills: 'in',
        scale: 1.08,
        easeIn: 'linear',
      };
    case 'shake':
      return {
        ...base,
        in: none,
        hold: lasting(1 / 2, plan),
        out: none,
        shake: {
          reach: 0.006,
          turn: 0.3,
          often: { num: 8, den: 1 },
          per: 'second',
          left: 0.05,
          seed: 1,
        },
        cover: 'whole',
      };
    case 'flash':
      return {
        ...base,
        in: none,
        hold: frame,
        out: lasting(1 / 4, plan),
        fills: 'out',
        flash: 0.8,
        easeOut: 'ease-out',
      };
    case 'dip':
      return {
        ...base,
        in: lasting(1 / 4, plan),
        hold: frame,
        out: lasting(1 / 4, plan),
        lands: 'peak',
        dip: 1,
      };
    case 'turn':
      return { ...base, rotation: 2, cover: 'each' };
    case 'look':
      return {
        ...base,
        in: lasting(1 / 4, plan),
        hold: lasting(1, plan),
        out: lasting(1 / 4, plan),
        exposure: -0.3,
        contrast: 1.15,
        saturation: 0.6,
      };
    case 'own':
      return base;
  }
}
