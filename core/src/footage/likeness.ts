import { meanColour, type Colour, type Look } from './look.ts';

/** How much alike two pictures look, each part 0 (nothing in common) to 1 (the same). */
export interface Likeness {
  /** Whether the same shapes are in the same places. */
  readonly place: number;
  /** Whether the same colours are, whatever the exposure. */
  readonly colour: number;
  /** Whether they are as bright. */
  readonly exposure: number;
  /** All three together. */
  readonly whole: number;
  /** How much brighter the second is, in stops; approximate, from coded brightness. */
  readonly stops: number;
}

/**
 * Correlation of the edges of two pictures that have nothing to do with each other, which counts as
 * no likeness.
 */
const UNRELATED = 0.2;
/** Distance of mean colours, and difference in stops, at which nothing is alike. */
const FARTHEST_COLOUR = 0.25;
const MOST_STOPS = 3;
/** Parts of the whole. */
const WEIGHT = { place: 0.45, colour: 0.35, exposure: 0.2 };
/**
 * Exponent by which coded brightness becomes light, and the least light that is told from none;
 * common practice.
 */
const GAMMA = 2.2;
const DARKEST = 0.002;

const clamped = (x: number): number => Math.min(1, Math.max(0, x));
const light = ({ red, green, blue }: Colour): number =>
  Math.max(DARKEST, 0.2126 * red ** GAMMA + 0.7152 * green ** GAMMA + 0.0722 * blue ** GAMMA);

/** How two lists of numbers go up and down together, −1 to 1; 0 when one of them is even. */
function correlation(a: Float32Array, b: Float32Array): number {
  const mean = (x: Float32Array) => x.reduce((sum, v) => sum + v, 0) / x.length;
  const [meanA, meanB] = [mean(a), mean(b)];
  let [both, ownA, ownB] = [0, 0, 0];
  for (let i = 0; i < a.length; i++) {
    const [x, y] = [a[i]! - meanA, b[i]! - meanB];
    both += x * y;
    ownA += x * x;
    ownB += y * y;
  }
  return ownA > 0 && ownB > 0 ? both / Math.sqrt(ownA * ownB) : 0;
}

/** Mean distance of the colours of two grids once each is as bright as the other on the whole. */
function colourDistance(a: Look, b: Look): number {
  const brightness = (look: Look) =>
    Math.max(0.02, look.colours.reduce((s, x) => s + x, 0) / look.colours.length);
  const gain = brightness(a) / brightness(b);
  let sum = 0;
  for (let i = 0; i < a.colours.length; i += 3)
    sum += Math.hypot(
      ...[0, 1, 2].map((part) => a.colours[i + part]! - gain * b.colours[i + part]!),
    );
  return sum / (a.colours.length / 3);
}

/** How much alike two looks are. */
export function likenessOf(a: Look, b: Look): Likeness {
  const stops = Math.log2(light(meanColour(b.colours)) / light(meanColour(a.colours)));
  const place = clamped((correlation(a.edges, b.edges) - UNRELATED) / (1 - UNRELATED));
  const colour = clamped(1 - colourDistance(a, b) / FARTHEST_COLOUR);
  const exposure = clamped(1 - Math.abs(stops) / MOST_STOPS);
  const whole = WEIGHT.place * place + WEIGHT.colour * colour + WEIGHT.exposure * exposure;
  return { place, colour, exposure, whole, stops };
}

/** Looks of a clip that are compared with those of another, at most. */
const COMPARED = 6;

/** Some of the looks of a clip, evenly spread. */
const spread = (looks: readonly Look[]): Look[] =>
  looks.length <= COMPARED
    ? [...looks]
    : Array.from(
        { length: COMPARED },
        (_, i) => looks[Math.round((i * (looks.length - 1)) / (COMPARED - 1))]!,
      );

/** How much alike two clips are where they are most alike; null when one of them has no looks. */
export function clipLikeness(a: readonly Look[], b: readonly Look[]): Likeness | null {
  const others = spread(b);
  return spread(a)
    .flatMap((one) => others.map((other) => likenessOf(one, other)))
    .reduce<Likeness | null>(
      (best, next) => (best && best.whole >= next.whole ? best : next),
      null,
    );
}
