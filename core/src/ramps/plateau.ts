import { parseEasing, playedAt, type SpeedCurve } from '../curves/index.ts';
import {
  fraction,
  minus,
  over,
  plus,
  roundOf,
  times,
  type Fraction,
  type Rational,
  rational,
  type GivenFrames,
} from '../time/index.ts';
import { HOLD, SPEED_PARTS, type Piece } from './splice.ts';

/** A stretch that is to be gone through in a given time. */
export interface PlateauAsked {
  /** Frames of the film that it lasts. */
  readonly lasts: GivenFrames;
  /** Speeds right before it and right after. */
  readonly before: Rational;
  readonly after: Rational;
  /** Frames over which it is eased at each of its ends, inside it. */
  readonly eased: number;
  readonly ease: string;
}

/** A stretch with the speed between its two easings. */
export interface Plateau extends Piece {
  readonly speed: Rational;
  /** How far it goes, in frames of the film at normal speed: ∫v. */
  readonly goes: Fraction;
}

function pieceAt(
  { lasts, before, eased, ease }: Omit<PlateauAsked, 'after'>,
  speed: Rational,
): Piece {
  if (eased === 0) return { lasts, keys: [{ at: 0, speed, ease: HOLD }] };
  const top = lasts > 2 * eased;
  return {
    lasts,
    keys: [
      { at: 0, speed: before, ease },
      { at: eased, speed, ease: top ? 'linear' : ease },
      ...(top ? [{ at: lasts - eased, speed, ease }] : []),
    ],
  };
}

/** How far a piece goes up to its end, where the speed after it begins. */
function goneOver(piece: Piece, after: Rational): Fraction {
  const curve: SpeedCurve = [
    ...piece.keys.map(({ at, speed, ease }) => ({ at, speed, ease: parseEasing(ease) })),
    { at: piece.lasts, speed: after, ease: parseEasing('linear') },
  ];
  return playedAt(curve, piece.lasts);
}

/**
 * The stretch of `lasts` frames, eased at both ends, that goes `wanted` frames of the film at
 * normal speed: what it goes is a straight line in the speed between the easings, so two of them
 * give it, to a hundredth of a per cent. Null where no speed has a part in it.
 */
export function plateauFor(asked: PlateauAsked, wanted: Fraction): Plateau | null {
  const goes = (speed: Rational) => goneOver(pieceAt(asked, speed), asked.after);
  const none = goes(rational(0));
  const slope = minus(goes(rational(1)), none);
  if (slope.num <= 0n) return null;
  const parts = roundOf(times(over(minus(wanted, none), slope), fraction(SPEED_PARTS)));
  return plateauAt(asked, rational(parts, SPEED_PARTS));
}

/** A stretch whose speed between its easings is given. */
export function plateauAt(asked: PlateauAsked, speed: Rational): Plateau {
  const piece = pieceAt(asked, speed);
  return { ...piece, speed, goes: goneOver(piece, asked.after) };
}

/**
 * How many frames a stretch at a speed lasts that goes `wanted` frames at normal speed: not whole,
 * and never less than its easings. Null where the easings alone go farther.
 */
export function lastsAt(
  { before, after, eased, ease }: Omit<PlateauAsked, 'lasts'>,
  speed: Rational,
  wanted: Fraction,
): Fraction | null {
  const least = goneOver(pieceAt({ lasts: 2 * eased, before, eased, ease }, speed), after);
  const rest = minus(wanted, eased === 0 ? fraction(0) : least);
  if (rest.num < 0n || speed.num <= 0) return null;
  return plus(fraction(2 * eased), over(rest, fraction(speed.num, speed.den)));
}
