import { clipOf, shotFactsAt, shotTime, speedOf, type Film } from '../film/index.ts';
import { contentOf, longestShot, showInShot, slipShot } from '../plan/edits/edit-shots.ts';
import { setShotLength } from '../plan/edits/shot-length.ts';
import type { Plan, Ramp, RampKey } from '../plan/index.ts';
import {
  multiply,
  percent,
  plural,
  rational,
  toNumber,
  type Rational,
  type ShotIndex,
} from '../time/index.ts';
import type { Try } from './fault.ts';

/** A ramp with each speed changed. */
const withSpeeds = (ramp: Ramp, change: (speed: Rational) => Rational): Ramp =>
  ramp.map((key): RampKey => {
    const { num, den } = change(rational(key.speed.num, key.speed.den));
    return { ...key, speed: { num, den } };
  });

/** A plan in which all speeds of a shot are changed, from the same source frame on. */
export function respeeded(
  plan: Plan,
  index: ShotIndex,
  change: (speed: Rational) => Rational,
): Plan {
  const { shot, ramp, clip } = shotFactsAt(plan, index);
  const shown = { clip: clip?.id ?? null, sourceIn: shot.sourceIn };
  if (ramp) return showInShot(plan, index, { ...shown, ramp: withSpeeds(ramp, change) });
  return showInShot(plan, index, { ...contentOf(shown), speed: change(speedOf(shot)) });
}

/** Parts of its speed, in per cent, to which a shot may be slowed. */
const SLOWER = [98, 95, 92, 90, 88, 85, 80, 75, 70, 65, 60, 55, 50, 45, 40, 35, 30, 25] as const;

/** Frames of the film before a shot and after it that its file must reach as well. */
interface Beyond {
  readonly before: number;
  readonly after: number;
}

/**
 * The shot slowed as little as makes its file last over it and what lies beyond; none where nothing
 * does.
 */
export function slowerTries(
  { plan, shots }: Film,
  index: ShotIndex,
  { before, after }: Beyond = { before: 0, after: 0 },
): Try[] {
  const { clip, time, length } = shots[index]!;
  if (!clip || !time) return [];
  const slowed = (part: number) =>
    respeeded(plan, index, (speed) => multiply(speed, rational(part, 100)));
  const enough = SLOWER.find((part) => {
    const tried = slowed(part);
    const shot = tried.score!.shots[index]!;
    const { lowest, highest } = shotTime(tried, shot, clipOf(tried, shot)!, length).reach(
      -before,
      length + after,
    );
    return lowest >= 0 && highest < clip.frames;
  });
  if (enough === undefined) return [];
  const most = Math.max(...time.curve.map(({ speed }) => Math.abs(toNumber(speed))));
  const where = time.curve.length > 1 ? ' at the crest' : '';
  return [
    { label: `Slow it to ${percent((most * enough) / 100)}${where}`, make: () => slowed(enough) },
  ];
}

/** What brings a shot back into a part of its clip: slipped, shortened, slowed. */
export function sourceTries(
  film: Film,
  index: ShotIndex,
  part: { readonly in: number; readonly out: number },
): Try[] {
  const { plan } = film;
  const { used } = film.shots[index]!;
  if (!used) return [];
  const by =
    used.highest >= part.out
      ? part.out - 1 - used.highest
      : used.lowest < part.in
        ? part.in - used.lowest
        : 0;
  const longest = longestShot(plan, index);
  return [
    ...(by !== 0
      ? [
          {
            label: `Slip the source ${plural(Math.abs(by), 'frame')} ${by < 0 ? 'earlier' : 'later'}`,
            make: () => slipShot(plan, index, by),
          },
        ]
      : []),
    ...(longest !== null && longest > 0
      ? [
          {
            label: `Shorten the shot to ${plural(longest, 'frame')}, the next one takes the rest`,
            make: () => setShotLength(plan, index, longest, 'next'),
          },
        ]
      : []),
    ...slowerTries(film, index),
  ];
}
