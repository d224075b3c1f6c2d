import { easedAt, LINEAR, parameterAt, stepsOf, type Easing } from './easing.ts';

/** The easings before and after a place inside another, each of its own stretch. */
export interface SplitEasing {
  readonly before: Easing;
  readonly after: Easing;
}

interface Point {
  readonly x: number;
  readonly y: number;
}

/** To the four decimals to which easings are read. */
const kept = (n: number): number => Math.round(n * 1e4) / 1e4;

const between = (a: Point, b: Point, t: number): Point => ({
  x: a.x + (b.x - a.x) * t,
  y: a.y + (b.y - a.y) * t,
});

/** A cubic curve from one point to another as an easing; null where it starts and ends level. */
function easingOf([from, one, two, to]: readonly [Point, Point, Point, Point]): Easing | null {
  const [width, height] = [to.x - from.x, to.y - from.y];
  if (Math.abs(height) < 1e-9) return null;
  const along = (p: Point) => kept(Math.min(1, Math.max(0, (p.x - from.x) / width)));
  // As far as easings go beyond their values; so steep a part is over at once.
  const up = (p: Point) => kept(Math.min(10, Math.max(-10, (p.y - from.y) / height)));
  return { kind: 'bezier', x1: along(one), y1: up(one), x2: along(two), y2: up(two) };
}

/** A Bézier easing in two, by de Casteljau's construction. */
function splitBezier(easing: Extract<Easing, { kind: 'bezier' }>, part: number): SplitEasing {
  const t = parameterAt(easing.x1, easing.x2, part);
  const points: readonly Point[] = [
    { x: 0, y: 0 },
    { x: easing.x1, y: easing.y1 },
    { x: easing.x2, y: easing.y2 },
    { x: 1, y: 1 },
  ];
  const [a, b, c] = [0, 1, 2].map((i) => between(points[i]!, points[i + 1]!, t)) as [
    Point,
    Point,
    Point,
  ];
  const [d, e] = [between(a, b, t), between(b, c, t)];
  const middle = between(d, e, t);
  return {
    before: easingOf([points[0]!, a, d, middle]) ?? LINEAR,
    after: easingOf([middle, e, c, points[3]!]) ?? LINEAR,
  };
}

type Stops = Extract<Easing, { kind: 'linear' }>['stops'];

/** Steps as a broken line that goes straight up at each. */
function stopsOfSteps(easing: Extract<Easing, { kind: 'steps' }>): Stops {
  const { rises, first } = stepsOf(easing);
  return Array.from({ length: easing.count }, (_, i) => {
    const output = Math.min(rises, i + first) / rises;
    return [
      { input: i / easing.count, output },
      { input: (i + 1) / easing.count, output },
    ];
  }).flat();
}

function splitStops(stops: Stops, part: number, value: number): SplitEasing {
  const side = (from: Point, to: Point, inside: Stops): Easing => {
    const [width, height] = [to.x - from.x, to.y - from.y];
    if (Math.abs(height) < 1e-9) return LINEAR;
    const placed = [
      { input: from.x, output: from.y },
      ...inside,
      { input: to.x, output: to.y },
    ].map(({ input, output }) => ({
      input: kept(100 * ((input - from.x) / width)) / 100,
      output: kept((output - from.y) / height),
    }));
    return { kind: 'linear', stops: placed };
  };
  const middle = { x: part, y: value };
  return {
    before: side(
      { x: 0, y: 0 },
      middle,
      stops.filter(({ input }) => input < part),
    ),
    after: side(
      middle,
      { x: 1, y: 1 },
      stops.filter(({ input }) => input > part),
    ),
  };
}

/**
 * An easing in two at a part of its way, 0–1: gone through one after the other, from the first
 * value to that at the place and from there to the last, they give what it gave, to the four
 * decimals that easings have. Where it is level over one of them nothing can be eased there; where
 * handles of a Bézier pass one another, the nearest that an easing may be.
 */
export function splitEasing(easing: Easing, part: number): SplitEasing {
  if (easing.kind === 'bezier') return splitBezier(easing, part);
  if (easing.kind === 'linear') {
    const plain =
      easing.stops.length === 2 && easing.stops.every(({ input, output }) => input === output);
    return plain
      ? { before: LINEAR, after: LINEAR }
      : splitStops(easing.stops, part, easedAt(easing, part));
  }
  if (easing.count === 1 && (easing.jump === 'end' || easing.jump === 'start'))
    return { before: easing, after: easing };
  return splitStops(stopsOfSteps(easing), part, easedAt(easing, part));
}
