import { shotTime } from '../film/shot-time.ts';
import type { Plan, Ramp } from '../plan/index.ts';
import {
  fraction,
  minus,
  ofRational,
  over,
  percent,
  plural,
  plus,
  rational,
  toDouble,
  toNumber,
  type Fraction,
} from '../time/index.ts';
import { placeOf } from './places.ts';
import type { Plateau } from './plateau.ts';
import {
  nearestPlateau,
  playedWords,
  stretchOf,
  type PlayAsked,
  type Played,
  type Stretch,
} from './play-stretch.ts';
import { runsOut } from './runs-out.ts';
import { goneAt } from './scaled.ts';
import type { FilmedShot, Solved } from './solve.ts';
import { keyedAt, SPEED_PARTS, spliced, toSpeed, type Keeps } from './splice.ts';

const HALF = fraction(1, 2);
/** The speeds outside the stretch are gone over to by so many rounds; they settle within three. */
const ROUNDS = 6;
/** Slowest and fastest that what gives way becomes, in parts of what it was. */
const LEAST = 0.01;
const MOST = 100;

/** A ramp of which what comes before or after a stretch is faster or slower by one factor. */
function paced(
  { ramp, first, passed }: Stretch,
  length: number,
  keeps: Keeps,
  by: { readonly factor: number; readonly parts: number },
): Ramp {
  const gives = (at: number) => (keeps === 'before' ? at >= passed : at <= first);
  return keyedAt(keyedAt(ramp, length, first), length, passed).map((key) => {
    if (!gives(placeOf(key, length))) return key;
    const { num, den } = rational(
      Math.round((key.speed.num / key.speed.den) * by.factor * by.parts),
      by.parts,
    );
    return { ...key, speed: { num, den } };
  });
}

/**
 * Plays a shot from one moment of its clip to another at a speed as `playBetween` does, with the
 * first and the last source frame of the shot as they are: what comes before stays, and all that
 * comes after goes faster or slower by one factor (`keeps: 'before'`), or the other way round. No
 * solution where nothing is left that could give way, or it would have to go a hundredfold; then
 * why.
 */
export function playInside(
  plan: Pick<Plan, 'rate' | 'ramps'>,
  filmed: FilmedShot,
  asked: PlayAsked,
  keeps: Keeps,
): Solved<Played> {
  const { shot, clip, length } = filmed;
  const { from, to, speed } = asked;
  const none = (reason: string): Solved<Played> => ({ found: null, reason, nearest: null });
  const stretch = stretchOf(plan, filmed, asked);
  if (typeof stretch === 'string') return none(stretch);
  const { time, stride, first, passed, around, gone } = stretch;
  const lastFrame = time.at(length - 1);
  if (to > lastFrame)
    return none(`The source out is kept, and the second moment comes after it: ${lastFrame}.`);
  const before = keeps === 'before';
  if (!before && passed > length - 1)
    return none(
      'The shot ends before it comes to the second moment, so nothing after it can stay.',
    );
  const perFrame = ofRational(stride);
  /** How far the stretch goes: to the middle of the second moment, or from that of the first. */
  const way = over(
    before
      ? minus(plus(fraction(to - shot.sourceIn), HALF), gone(first))
      : minus(
          gone(passed),
          plus(fraction(from - shot.sourceIn), from > shot.sourceIn ? HALF : fraction(0)),
        ),
    perFrame,
  );
  const pieceWith = (factor: number): Plateau | null =>
    nearestPlateau(
      {
        ...around,
        ...(before
          ? { after: toSpeed(toNumber(around.after) * factor) }
          : { before: toSpeed(toNumber(around.before) * factor) }),
      },
      speed,
      () => way,
    );
  const solution = (factor: number, parts: number): Played | null => {
    const piece = pieceWith(factor);
    if (!piece) return null;
    const [start, end] = before ? [first, first + piece.lasts] : [passed - piece.lasts, passed];
    return {
      ramp: spliced(
        paced(stretch, length, keeps, { factor, parts }),
        length,
        { from: first, to: passed, keeps },
        piece,
      ),
      sourceIn: shot.sourceIn,
      ...{ speed: piece.speed, first: start, last: end },
      became: `${playedWords(piece.speed, start, end)}, what comes ${before ? 'after' : 'before'} at ${percent(factor)} of its speed`,
    };
  };
  /** How far what gives way goes, in source frames, and how far it is to go. */
  const givesAt = ({
    ramp,
    first: start,
    last: end,
  }: Played): { goes: Fraction; wanted: Fraction } => {
    const at = (k: number) => goneAt(ramp, length, k, perFrame);
    return before
      ? { goes: minus(at(length - 1), at(end)), wanted: fraction(lastFrame - to) }
      : { goes: minus(at(start), at(0)), wanted: plus(fraction(from - shot.sourceIn), HALF) };
  };
  const room = ({ first: start, last: end }: Played): string | null => {
    if (start < 0)
      return `The first moment would be shown ${plural(-start, 'frame')} before the shot begins.`;
    if (end > length - 1)
      return `The shot ends ${plural(end - length + 1, 'frame')} before it comes to the second moment.`;
    // What has no frames is shown already, or never.
    if (before ? end === length - 1 && to < lastFrame : start === 0 && from > shot.sourceIn)
      return `Nothing is left ${before ? 'after' : 'before'} the stretch that could give way.`;
    return null;
  };
  let factor = 1;
  for (let round = 0; round < ROUNDS; round++) {
    const made = solution(factor, SPEED_PARTS);
    if (!made) return none('Its easings go farther than the source between the moments.');
    const why = room(made);
    if (why) return none(why);
    const { goes, wanted } = givesAt(made);
    if (
      wanted.num === 0n ||
      (goes.num === 0n && (before ? made.last === length - 1 : made.first === 0))
    )
      break;
    const by = toDouble(over(wanted, goes));
    if (goes.num <= 0n || factor * by < LEAST || factor * by > MOST)
      return none(
        `What comes ${before ? 'after' : 'before'} would have to show ${plural(Math.round(toDouble(wanted)), 'source frame')} and cannot by going faster or slower.`,
      );
    factor *= by;
  }
  const shows = (made: Played): boolean => {
    const shown = shotTime(plan, { ...shot, ...made }, clip, length);
    return (
      shown.at(length - 1) === lastFrame &&
      (before ? shown.at(made.last) === to : shown.at(made.first) === from)
    );
  };
  const tried = [SPEED_PARTS, 10 * SPEED_PARTS].flatMap((parts) =>
    [0, 1, -1, 2, -2].flatMap((by) => solution(factor * (1 + by * 2e-5), parts) ?? []),
  );
  const found = tried.find((made) => room(made) === null && shows(made));
  if (!found)
    return none('No speeds to a hundredth of a per cent keep the source in and out to the frame.');
  const out = runsOut(plan, filmed, found);
  return out ? { found: null, reason: out, nearest: found } : { found, reason: null };
}
