import { CaesuraError } from '../time/index.ts';

/** An easing function of W3C CSS Easing Functions Level 2, as read from its text. */
export type Easing =
  | { readonly kind: 'linear'; readonly stops: readonly Stop[] }
  | {
      readonly kind: 'bezier';
      readonly x1: number;
      readonly y1: number;
      readonly x2: number;
      readonly y2: number;
    }
  | { readonly kind: 'steps'; readonly count: number; readonly jump: Jump };

/** A point of a `linear()` easing, inputs in order. */
interface Stop {
  readonly input: number;
  readonly output: number;
}

type Jump = 'start' | 'end' | 'none' | 'both';

/** The control points of the keywords, from the standard. */
const KEYWORDS: ReadonlyMap<string, readonly [number, number, number, number]> = new Map([
  ['ease', [0.25, 0.1, 0.25, 1]],
  ['ease-in', [0.42, 0, 1, 1]],
  ['ease-out', [0, 0, 0.58, 1]],
  ['ease-in-out', [0.42, 0, 0.58, 1]],
]);

/**
 * Decimals of a control point that count; finer than a curve can be drawn or dragged, and exact as
 * a fraction.
 */
const DECIMALS = 1e4;
/** Farthest that a control point goes beyond the values that it eases between. */
const FARTHEST = 10;

const bad = (text: string) =>
  new CaesuraError(
    'bad-easing',
    `“${text}” is not an easing.`,
    'Give linear, ease, ease-in, ease-out, ease-in-out, cubic-bezier(0.4, 0, 0.6, 1), linear(0, 0.2 40%, 1) or steps(4).',
  );

/**
 * Largest number that a curve may be written with: what is larger overflows where it is multiplied.
 */
const LARGEST = 1e6;
const NUMBER = /^[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?$/i;

/** Reads numbers, each kept to four decimals; null when one is none. */
function numbers(parts: readonly string[]): number[] | null {
  if (!parts.every((part) => NUMBER.test(part) && Math.abs(Number(part)) <= LARGEST)) return null;
  return parts.map((part) => Math.round(Number(part) * DECIMALS) / DECIMALS);
}

function readBezier(parts: readonly string[]): Easing | null {
  const read = parts.length === 4 ? numbers(parts) : null;
  if (!read) return null;
  const [x1, y1, x2, y2] = read as [number, number, number, number];
  const inside =
    x1 >= 0 &&
    x1 <= 1 &&
    x2 >= 0 &&
    x2 <= 1 &&
    Math.abs(y1) <= FARTHEST &&
    Math.abs(y2) <= FARTHEST;
  return inside ? { kind: 'bezier', x1, y1, x2, y2 } : null;
}

function readSteps(parts: readonly string[]): Easing | null {
  const [text = '', how = 'end'] = parts;
  const jump = how.replace(/^jump-/, '');
  if (parts.length > 2 || !/^\d{1,4}$/.test(text) || !/^(start|end|none|both)$/.test(jump))
    return null;
  const count = Number(text);
  return count < (jump === 'none' ? 2 : 1) ? null : { kind: 'steps', count, jump: jump as Jump };
}

/**
 * Stops of `linear()`: an output with up to two inputs in per cent; inputs left out are spread
 * evenly, as the standard says.
 */
function readLinear(parts: readonly string[]): Easing | null {
  if (parts.length < 2) return null;
  const stops: { input: number | null; output: number }[] = [];
  for (const part of parts) {
    const words = part.split(/\s+/);
    const outputs = numbers(words.filter((word) => !word.endsWith('%')));
    const inputs = numbers(
      words.filter((word) => word.endsWith('%')).map((word) => word.slice(0, -1)),
    );
    if (!outputs || !inputs || outputs.length !== 1 || inputs.length > 2) return null;
    const output = outputs[0]!;
    if (inputs.length === 0) stops.push({ input: null, output });
    for (const input of inputs) stops.push({ input: input / 100, output });
  }
  stops[0]!.input ??= 0;
  stops.at(-1)!.input ??= 1;
  let highest = -Infinity;
  for (const stop of stops)
    if (stop.input !== null) stop.input = highest = Math.max(highest, stop.input);
  for (let i = 1; i < stops.length; i++) {
    if (stops[i]!.input !== null) continue;
    const next = stops.findIndex((stop, j) => j > i && stop.input !== null);
    const [from, to] = [stops[i - 1]!.input!, stops[next]!.input!];
    stops[i]!.input = from + (to - from) / (next - i + 1);
  }
  return { kind: 'linear', stops: stops.map(({ input, output }) => ({ input: input!, output })) };
}

/**
 * Reads an easing in the syntax of W3C CSS Easing Functions Level 2. Numbers count to four
 * decimals. Throws `bad-easing` when it is none.
 */
export function parseEasing(text: string): Easing {
  const trimmed = text.trim().toLowerCase();
  const keyword = KEYWORDS.get(trimmed);
  if (keyword)
    return { kind: 'bezier', x1: keyword[0], y1: keyword[1], x2: keyword[2], y2: keyword[3] };
  if (trimmed === 'linear') return LINEAR;
  if (trimmed === 'step-start') return { kind: 'steps', count: 1, jump: 'start' };
  if (trimmed === 'step-end') return { kind: 'steps', count: 1, jump: 'end' };
  const match = /^(cubic-bezier|linear|steps)\(([^()]{0,2000})\)$/.exec(trimmed);
  const parts = (match?.[2] ?? '').split(',').map((part) => part.trim());
  const readers: Readonly<Record<string, (parts: readonly string[]) => Easing | null>> = {
    'cubic-bezier': readBezier,
    linear: readLinear,
    steps: readSteps,
  };
  const read = match && readers[match[1]!]!(parts);
  if (!read) throw bad(text);
  return read;
}

/** From the start to the end at one pace. */
export const LINEAR: Easing = {
  kind: 'linear',
  stops: [
    { input: 0, output: 0 },
    { input: 1, output: 1 },
  ],
};

const bezier = (a: number, b: number, s: number): number => {
  const r = 1 - s;
  return 3 * a * s * r * r + 3 * b * s * s * r + s * s * s;
};

/**
 * The parameter at which a cubic Bézier from 0 to 1 over control points a and b in [0, 1] has the
 * value x, by bisection.
 */
export function parameterAt(a: number, b: number, x: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  let [low, high] = [0, 1];
  // As far as doubles go: the value grows with the parameter.
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (bezier(a, b, middle) < x) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

function linearAt(stops: readonly Stop[], t: number): number {
  const found = Math.max(
    0,
    stops.findLastIndex(({ input }) => input <= t),
  );
  const [a, b] = [
    stops[Math.min(found, stops.length - 2)]!,
    stops[Math.min(found, stops.length - 2) + 1]!,
  ];
  if (a.input === b.input) return b.output;
  return a.output + ((b.output - a.output) * (t - a.input)) / (b.input - a.input);
}

/** The rises of `steps()`: at which inputs there is one, and how high it is. */
export function stepsOf({ count, jump }: { readonly count: number; readonly jump: Jump }) {
  const extra = { start: 0, end: 0, none: -1, both: 1 }[jump];
  const first = jump === 'start' || jump === 'both' ? 1 : 0;
  return { rises: count + extra, first };
}

/** The value of an easing at a progress t of 0–1; may go below 0 and above 1 in between. */
export function easedAt(easing: Easing, t: number): number {
  if (easing.kind === 'linear') return linearAt(easing.stops, t);
  if (easing.kind === 'bezier')
    return t <= 0
      ? 0
      : t >= 1
        ? 1
        : bezier(easing.y1, easing.y2, parameterAt(easing.x1, easing.x2, t));
  const { rises, first } = stepsOf(easing);
  // A step at t falls on t even where the product is a little short of whole.
  return Math.min(rises, Math.floor(t * easing.count + 1e-9) + first) / rises;
}

/** An easing as the text of the standard, the shortest that says it. Read again it is the same. */
export function easingText(easing: Easing): string {
  switch (easing.kind) {
    case 'bezier': {
      const points = [easing.x1, easing.y1, easing.x2, easing.y2];
      const known = [...KEYWORDS].find(([, own]) => own.every((n, i) => n === points[i]));
      return known ? known[0] : `cubic-bezier(${points.join(', ')})`;
    }
    case 'linear': {
      const { stops } = easing;
      const [first, last] = [stops[0]!, stops.at(-1)!];
      const plain =
        stops.length === 2 &&
        first.input === 0 &&
        first.output === 0 &&
        last.input === 1 &&
        last.output === 1;
      const said = stops.map(({ input, output }) => `${output} ${Math.round(input * 1e6) / 1e4}%`);
      return plain ? 'linear' : `linear(${said.join(', ')})`;
    }
    case 'steps':
      return easing.jump === 'end'
        ? `steps(${easing.count})`
        : `steps(${easing.count}, jump-${easing.jump})`;
  }
}
