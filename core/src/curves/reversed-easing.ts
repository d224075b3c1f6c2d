import type { Easing } from './easing.ts';

/** To the four decimals to which easings are read. */
const kept = (n: number): number => Math.round(n * 1e4) / 1e4;

/** An easing gone through backwards: at t it is 1 less what the other is at 1 − t. */
export function reversedEasing(easing: Easing): Easing {
  switch (easing.kind) {
    case 'bezier':
      return {
        kind: 'bezier',
        x1: kept(1 - easing.x2),
        y1: kept(1 - easing.y2),
        x2: kept(1 - easing.x1),
        y2: kept(1 - easing.y1),
      };
    case 'linear':
      return {
        kind: 'linear',
        stops: easing.stops
          .map(({ input, output }) => ({ input: kept(1 - input), output: kept(1 - output) }))
          .reverse(),
      };
    case 'steps': {
      const jumps = { start: 'end', end: 'start', none: 'none', both: 'both' } as const;
      return { ...easing, jump: jumps[easing.jump] };
    }
  }
}
