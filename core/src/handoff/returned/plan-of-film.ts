import {
  freshIds,
  readPlan,
  type Clip,
  type Join,
  type Plan,
  type Shot,
} from '../../plan/index.ts';
import {
  add,
  CaesuraError,
  ceil,
  compare,
  divide,
  floor,
  frames,
  multiply,
  nominalRate,
  plural,
  rational,
  round,
  sourceFrames,
  subtract,
  toNumber,
  type FrameRate,
  type Rational,
} from '../../time/index.ts';
import { Telling, type Told } from '../told.ts';
import type { CutCrossing, CutFilm, CutPiece } from './cut-film.ts';
import { musicPlaceOf } from './beside.ts';
import { reachOf } from './flatten.ts';
import { soundsOffPlace } from './sound-sync.ts';
import type { MatchedMedia } from './match-clips.ts';

/** A plan of a film that was read, and what of it could not be taken over. */
export interface PlannedFilm {
  readonly plan: Plan;
  readonly told: readonly Told[];
}

/** What a piece is made from: its clip, and the second of its media with which the clip begins. */
interface Footing {
  readonly clip: Clip;
  readonly begins: Rational;
}

/** Digits of a speed that a plan holds. */
const FINE = 100_000;
const ONE = rational(1);

/** The second of a media with which a clip begins. */
const beginOf = ({ media, taken }: MatchedMedia): Rational =>
  taken?.used === 'by timecode'
    ? divide(rational(taken.clip.start), taken.clip.rate)
    : (media.available?.from ?? rational(0));

/** Seconds for which a file that is not known is taken to go on before and after what is used. */
const UNKNOWN_HANDLE = 10;

/** A clip with no file yet, as long as the file says or as what is used of it. */
function enteredClip(
  { media, pieces }: MatchedMedia,
  film: CutFilm,
  { id, size }: { readonly id: string; readonly size: Clip['size'] },
): Footing {
  const { name, fileName, available, reel } = media;
  const rate = media.rate ?? film.rate;
  const ends = pieces.flatMap((piece) => reachOf(piece, film.rate));
  const least = ends.reduce((a, b) => (compare(b, a) < 0 ? b : a));
  const most = ends.reduce((a, b) => (compare(b, a) > 0 ? b : a));
  // A file that is not known goes on past what is used, so that cuts can be moved.
  const first = Math.max(0, floor(multiply(least, rate)) - UNKNOWN_HANDLE * nominalRate(rate));
  const begins = available?.from ?? rational(first * rate.den, rate.num);
  const lasts = available?.lasts ?? subtract(add(most, rational(UNKNOWN_HANDLE)), begins);
  const count = sourceFrames(Math.min(1e8, Math.max(1, ceil(multiply(lasts, rate)) + 1)));
  const label = (name || fileName || media.reel || 'Unnamed').trim().slice(0, 120);
  return {
    begins,
    clip: {
      ...{ id, name: label || 'Unnamed', fileName: fileName?.slice(-255) ?? null, rate, size },
      ...(reel && { reel: reel.trim().slice(0, 64) }),
      ...{ frames: count, usable: { in: sourceFrames(0), out: count } },
      start: sourceFrames(Math.max(0, round(multiply(begins, rate)))),
      ...{ dropFrame: false, poster: null, moments: [], declined: [] },
    },
  };
}

/** A speed as a plan holds it: as it is, or to a hundred-thousandth. */
function speedHeld(speed: Rational): Rational {
  if (Math.abs(speed.num) <= 1e6 && speed.den <= 1e6) return speed;
  return rational(Math.round(toNumber(speed) * FINE), FINE);
}

/** A shot of a piece; what goes back or stands has two keys of one speed, as plans have it. */
function shotOf(
  piece: CutPiece,
  { id, footing }: { readonly id: string; readonly footing: Footing | null },
  telling: Telling,
): Shot {
  const { start, where } = piece;
  if (!footing) return { id, start, clip: null, sourceIn: sourceFrames(0) };
  const { clip, begins } = footing;
  const exact = multiply(subtract(piece.from, begins), clip.rate);
  const place = piece.speed.num < 0 ? ceil(exact) - 1 : floor(exact);
  const sourceIn = sourceFrames(Math.min(clip.frames - 1, Math.max(0, place)));
  if (sourceIn !== place)
    telling.add(
      where,
      `It begins ${place < 0 ? 'before' : 'after'} all of “${clip.name}”: laid on its nearest frame.`,
    );
  const speed = speedHeld(piece.speed);
  if (compare(speed, piece.speed) !== 0)
    telling.add(
      where,
      `Its speed is held to a thousandth of a per cent: ${(100 * toNumber(speed)).toFixed(3)} %.`,
    );
  const usual = toNumber(speed) >= 0.01 && toNumber(speed) <= 100;
  const key = { at: 0, speed, ease: 'linear' } as const;
  return {
    ...{ id, start, clip: clip.id, sourceIn },
    ...(usual
      ? compare(speed, ONE) !== 0 && { speed }
      : {
          ramp: [
            { from: 'start' as const, ...key },
            { from: 'end' as const, ...key },
          ],
        }),
  };
}

/** A join of a crossing: a dissolve over its frames. */
const joinOf = ({ before, after }: CutCrossing, rate: FrameRate): Join => ({
  set: {
    ...{ move: 'plain', pictures: 'overlap' },
    before: { unit: 'frames', n: before, at: rate, keep: 'time' },
    after: { unit: 'frames', n: after, at: rate, keep: 'time' },
  },
});

/**
 * The plan of a film that was read: its counting, shots, speeds, dissolves and marked places, with
 * the clips that its media were taken for, or clips entered by hand that wait for their files.
 * Other things stay as in `base`. Sounds are not taken over, and told. Throws when it cannot be
 * planned.
 */
export function planOfFilm(
  film: CutFilm,
  matched: readonly MatchedMedia[],
  base: Plan,
): PlannedFilm {
  const telling = new Telling();
  film.told.forEach(({ where, words }) => telling.add(where, words));
  const newClip = freshIds('clip-', base.clips);
  const footings = new Map<CutPiece, Footing>();
  const entered: Clip[] = [];
  for (const each of matched) {
    const footing = each.taken
      ? { clip: each.taken.clip, begins: beginOf(each) }
      : enteredClip(each, film, { id: newClip(), size: base.size });
    if (!each.taken) entered.push(footing.clip);
    if (!each.taken && !each.media.available)
      telling.add(
        each.pieces[0]!.where,
        `How long “${footing.clip.name}” is, is not said: it is taken to go on for ${UNKNOWN_HANDLE} s beyond what is used, until its file comes.`,
      );
    each.pieces.forEach((piece) => footings.set(piece, footing));
  }
  const crossings = new Map(film.crossings.map((crossing) => [crossing.at as number, crossing]));
  const shots = film.pieces.map((piece, i): Shot => {
    const shot = shotOf(
      piece,
      { id: `shot-${i + 1}`, footing: footings.get(piece) ?? null },
      telling,
    );
    const crossing = i > 0 ? crossings.get(piece.start) : undefined;
    if (crossing && !crossing.dissolve)
      telling.add(crossing.where, `“${crossing.name}” is planned as a dissolve.`);
    return crossing ? { ...shot, join: joinOf(crossing, film.rate) } : shot;
  });
  const place = base.music && musicPlaceOf(film, base.music);
  const nameOf = ({ media }: CutFilm['sounds'][number]) => media?.fileName ?? media?.name;
  const others = film.sounds.filter((sound) => nameOf(sound) !== place?.name).length;
  if (others > 0)
    telling.add(
      'sounds',
      `${plural(others, 'piece')} of sound ${others === 1 ? 'is' : 'are'} not taken over: add ${others === 1 ? 'its file' : 'their files'} in Listen, or let the clips be heard in Sound.`,
    );
  soundsOffPlace(film).forEach(({ where, words }) => telling.add(where, words));
  const notes = film.markers.flatMap(({ at, name }, i): Plan['notes'][number][] => {
    const text = name.trim().slice(0, 2000);
    return text ? [{ id: `note-read-${i + 1}`, frame: at, text }] : [];
  });
  const length = frames(film.pieces.at(-1)?.end ?? 0);
  const plan = {
    ...{ ...base, name: film.name.trim().slice(0, 120) || base.name, rate: film.rate },
    ...{ dropFrame: film.dropFrame, start: film.start, target: length },
    ...{ clips: [...base.clips, ...entered], score: { shots, length } },
    notes: [...base.notes, ...notes].sort((a, b) => a.frame - b.frame),
  };
  try {
    return { plan: readPlan(plan), told: telling.told };
  } catch (error) {
    if (!(error instanceof CaesuraError)) throw error;
    throw new CaesuraError('bad-film', `The film cannot be planned: ${error.message}`, error.mend);
  }
}
