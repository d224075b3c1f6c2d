import { filmOf, layersAt, phrasesAt, type Film, type ShotFacts } from '../../film/index.ts';
import {
  handlesOf,
  shiftsAt,
  wayOf,
  zoomOf,
  type JoinFacts,
  type ShiftOf,
} from '../../joins/index.ts';
import { waitsForFile, type Clip, type Plan } from '../../plan/index.ts';
import {
  ceil,
  compare,
  divide,
  frames,
  multiply,
  rational,
  rateLabel,
  toNumber,
  USUAL_RATES,
  type FrameRate,
  type Rational,
} from '../../time/index.ts';

/** What has to be shot for a use of a clip in the film. */
export interface ShotToShoot {
  readonly clip: Clip;
  /** Place of the shot in the film, from 0. */
  readonly shot: number;
  readonly frame: number;
  /** Seconds of the action in real time: what the shot goes over, with its handles. */
  readonly seconds: number;
  /** The same of the handles before it and after it. */
  readonly before: number;
  readonly after: number;
  /** The slowest speed of the shot, 1 as it was filmed. */
  readonly slowest: Rational;
  /** The rate from which on no frame is shown twice; a usual one. */
  readonly rate: FrameRate;
  /** How many times as wide it is to be framed, for the scale of its moves. */
  readonly wider: number;
  /** How near the camera is; empty where that is open. */
  readonly framing: string;
  /** What the camera does at its head and its tail, in words; empty where that is free. */
  readonly head: string;
  readonly tail: string;
  /** What happens in it and on which beat, in words. */
  readonly action: readonly string[];
}

/** The lowest usual rate at which a speed shows no frame twice: film rate / speed. */
function rateFor(film: FrameRate, slowest: Rational): FrameRate {
  if (slowest.num <= 0) return film;
  const least = divide(film, slowest);
  const usual = USUAL_RATES.toSorted((a, b) => compare(a, b)).find(
    (rate) => compare(rate, least) >= 0,
  );
  return usual ?? { num: ceil(least), den: 1 };
}

/** The slowest speed that a shot has somewhere, of those that it moves at. */
function slowestOf({ ramp, speed }: ShotFacts): Rational {
  const speeds = (ramp?.map((key) => rational(key.speed.num, key.speed.den)) ?? [speed])
    .map(({ num, den }) => rational(Math.abs(num), den))
    .filter(({ num }) => num > 0);
  return speeds.reduce((least, one) => (compare(one, least) < 0 ? one : least), speeds[0] ?? speed);
}

/** The largest scale at which the picture of a shot is seen. */
function scaleOf(film: Film, { start, end, index }: ShotFacts): number {
  let most = 1;
  for (let frame = start as number; frame < end; frame++) {
    const own = layersAt(film, frames(frame)).find((layer) => layer.shot === index);
    const above = phrasesAt(film, frame).reduce((all, { values }) => all * values.scale, 1);
    most = Math.max(most, (own?.values.scale ?? 1) * above);
  }
  return most;
}

/** Ways in which a picture goes, from the right on clockwise. */
const WAYS = [
  'right',
  'down to the right',
  'down',
  'down to the left',
  'left',
  'up to the left',
  'up',
  'up to the right',
];

/** A way in degrees clockwise from the right, in words. */
const wayWords = (degrees: number): string => WAYS[((Math.round(degrees / 45) % 8) + 8) % 8]!;

/**
 * What the camera of the shot beside a side does at the cut, so that the two may flow; empty where
 * it rests, waits for its file as well or was not watched.
 */
function flowWords(beside: ShotFacts | undefined, side: 'head' | 'tail', shiftOf: ShiftOf): string {
  if (!beside?.clip) return '';
  const shifts = shiftsAt(beside, side === 'head' ? 'end' : 'start', shiftOf);
  const [goes, way] = [zoomOf([], shifts), wayOf([], shifts)];
  const does = goes
    ? { in: 'grows', out: 'shrinks' }[goes]
    : way !== null && `goes ${wayWords(way)}`;
  if (!does) return '';
  const when = side === 'head' ? 'before it' : 'after it';
  return `the picture of “${beside.clip.name}” ${when} ${does}, and flows on where this one does so too`;
}

/** What a join asks of the camera at one of its sides; empty for a hard cut and for a dissolve. */
function cameraWords(join: JoinFacts | undefined, side: 'head' | 'tail'): string {
  if (!join || join.before + join.after === 0 || join.settings.move === 'plain') return '';
  const { move, way, wayIn } = join.settings;
  const other = side === 'head' ? join.out : join.into;
  const degrees = side === 'head' ? (wayIn ?? way) : way;
  const along = wayWords(degrees);
  const goes: Readonly<Partial<Record<string, string>>> = {
    'zoom-through': 'grows',
    'pull-back': 'shrinks',
  };
  const name = other.clip?.name ?? 'no clip';
  return `the camera lets the picture ${goes[move]?.replace(/s$/, '') ?? `go ${along}`}, as in “${name}” (${move.replace('-', ' ')})`;
}

/** What happens in a shot, and on which beat of the film. */
function actionWords(film: Film, { index, start }: ShotFacts): string[] {
  return film.events
    .filter(({ shot }) => shot === index)
    .map(({ kind, frame, cue, state }) => {
      const on = cue
        ? `, ${state === 'lands' ? 'on' : 'near'} bar ${cue.bar} beat ${cue.beat}`
        : '';
      const seconds = (frame - start) / toNumber(film.plan.rate);
      return `${kind} ${seconds.toFixed(2)} s into it${on}`;
    });
}

const sideWords = (...said: readonly string[]): string => said.filter(Boolean).join('; ');

const UNSEEN: ShiftOf = () => null;

/**
 * Every use of a clip that waits for its file, with what has to be shot for it. `shiftOf` tells how
 * the cameras of its neighbours go, as far as they were watched.
 */
export function shootingList(plan: Plan, shiftOf: ShiftOf = UNSEEN): ShotToShoot[] {
  const film = filmOf(plan);
  return film.shots.flatMap((facts): ShotToShoot[] => {
    const { clip, index, start, used, time } = facts;
    if (!clip || !used || !time || !waitsForFile(clip)) return [];
    const [into, next] = [film.joins[index - 1], film.joins[index]];
    const needed = [into && handlesOf(into).in, next && handlesOf(next).out].map(
      (handle) => (handle?.needed ?? 0) / toNumber(clip.rate),
    );
    const [before, after] = needed as [number, number];
    const slowest = slowestOf(facts);
    const own = multiply(rational(used.highest - used.lowest + 1), divide(rational(1), clip.rate));
    return [
      {
        ...{ clip, shot: index, frame: start, before, after, slowest },
        seconds: toNumber(own) + before + after,
        rate: rateFor(plan.rate, slowest),
        ...{ wider: scaleOf(film, facts), framing: clip.wanted?.framing ?? '' },
        head: sideWords(cameraWords(into, 'head'), flowWords(into?.out, 'head', shiftOf)),
        tail: sideWords(cameraWords(next, 'tail'), flowWords(next?.into, 'tail', shiftOf)),
        action: [...(clip.wanted?.action ? [clip.wanted.action] : []), ...actionWords(film, facts)],
      },
    ];
  });
}

/** A use as sentences: how long, at which rate, how wide, which way. */
export function shootWords({
  seconds,
  before,
  after,
  slowest,
  rate,
  wider,
  framing,
  head,
  tail,
  action,
}: ShotToShoot): string[] {
  const slow = toNumber(slowest);
  return [
    `At least ${seconds.toFixed(2)} s${before + after > 0 ? `, of that ${before.toFixed(2)} s before and ${after.toFixed(2)} s after what is seen` : ''}.`,
    slow < 1
      ? `At ${rateLabel(rate)} fps or more: it is slowed to ${Math.round(1000 * slow) / 10} %.`
      : `At ${rateLabel(rate)} fps or more.`,
    ...(framing ? [`${framing[0]!.toUpperCase()}${framing.slice(1)}.`] : []),
    ...(wider > 1.001
      ? [`${wider.toFixed(2)} times as wide as it is to be seen, for the scale of its moves.`]
      : []),
    ...(head ? [`At its head ${head}.`] : []),
    ...(tail ? [`At its tail ${tail}.`] : []),
    ...action.map((one) => `Action: ${one}.`),
  ];
}
