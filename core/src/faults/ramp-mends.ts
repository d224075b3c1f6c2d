import { speedAt } from '../curves/index.ts';
import { contentOf, longestShot, showInShot, slipShot } from '../plan/edits/edit-shots.ts';
import {
  rampOf,
  slowestCleanSpeed,
  speedOf,
  strideOf,
  type ShotFacts,
  filmOf,
} from '../film/index.ts';
import { setShotLength } from '../plan/edits/shot-length.ts';
import type { Plan, Ramp, RampKey } from '../plan/index.ts';
import { crestOnCut, placeOf, withSpeedAt } from '../ramps/index.ts';
import { setRamp } from '../plan/edits/edit-ramps.ts';
import {
  compare,
  multiply,
  percent,
  plural,
  rational,
  toNumber,
  type Rational,
} from '../time/index.ts';
import type { Fault } from './fault.ts';
import type { Try } from './try.ts';

/** A ramp with each speed changed. */
const withSpeeds = (ramp: Ramp, change: (speed: Rational) => Rational): Ramp =>
  ramp.map((key): RampKey => {
    const { num, den } = change(rational(key.speed.num, key.speed.den));
    return { ...key, speed: { num, den } };
  });

/** A plan in which all speeds of a shot are changed, from the same source frame on. */
function respeeded(plan: Plan, index: number, change: (speed: Rational) => Rational): Plan {
  const { shot } = filmOf(plan).shots[index]!;
  const ramp = rampOf(plan, shot);
  const { clip, sourceIn } = shot;
  if (ramp) return showInShot(plan, index, { clip, sourceIn, ramp: withSpeeds(ramp, change) });
  return showInShot(plan, index, {
    ...contentOf({ clip, sourceIn }),
    speed: change(speedOf(shot)),
  });
}

/** Parts of its speed, in per cent, to which a shot may be slowed. */
const SLOWER = [98, 95, 92, 90, 88, 85, 80, 75, 70, 65, 60, 55, 50, 45, 40, 35, 30, 25] as const;

/** The shot slowed, each time a little more; the first that helps is offered. */
export function slowerTries(plan: Plan, index: number, fault: Fault): Try[] {
  const facts = filmOf(plan).shots[index]!;
  const { clip, time, length } = facts;
  if (!clip || !time) return [];
  const beyond = fault.code === 'handle-short' ? (fault.figures.frames as number) : 0;
  const enough = SLOWER.find((part) => {
    const slowed = filmOf(respeeded(plan, index, (speed) => multiply(speed, rational(part, 100))))
      .shots[index]!.time!;
    const { lowest, highest } =
      fault.figures.side === 'in'
        ? slowed.reach(-beyond, length)
        : slowed.reach(0, length + beyond);
    return lowest >= 0 && highest < clip.frames;
  });
  if (enough === undefined) return [];
  const make = () => respeeded(plan, index, (speed) => multiply(speed, rational(enough, 100)));
  const most = Math.max(...time.curve.map(({ speed }) => Math.abs(toNumber(speed))));
  return [
    {
      label: `Slow it to ${percent((most * enough) / 100)}${time.curve.length > 1 ? ' at the crest' : ''}`,
      make,
    },
  ];
}

/** Mends of source that runs out or leaves the usable part: slipped, shortened, slowed. */
export function sourceMends(plan: Plan, fault: Fault): Try[] {
  const index = fault.shot!;
  const { used, clip } = filmOf(plan).shots[index]!;
  if (!used || !clip) return [];
  const usable = fault.code === 'outside-usable' ? clip.usable : { in: 0, out: clip.frames };
  const by =
    used.highest >= usable.out
      ? usable.out - 1 - used.highest
      : used.lowest < usable.in
        ? usable.in - used.lowest
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
    ...slowerTries(plan, index, fault),
  ];
}

/** Frames of a ramp that takes the place of a jump; common practice. */
const USUAL_LENGTH = 10;

/** A ramp in which a jump is eased over so many frames about it. */
function eased(plan: Plan, { shot, length, time }: ShotFacts, at: number, lasts: number): Ramp {
  const from = Math.max(0, at - Math.floor(lasts / 2));
  const to = Math.min(length, from + lasts);
  const speed = (k: number) => {
    const { num, den } = rational(Math.round(speedAt(time!.curve, k) * 10_000), 10_000);
    return { num, den };
  };
  const ramp = rampOf(plan, shot) ?? [];
  const kept = ramp.filter((key) => placeOf(key, length) < from || placeOf(key, length) > to);
  const keys: RampKey[] = [
    { from: 'start', at: from, speed: speed(from), ease: 'ease-in-out' },
    { from: 'start', at: to, speed: speed(to), ease: 'linear' },
  ];
  return [...kept, ...keys].sort((a, b) => placeOf(a, length) - placeOf(b, length));
}

function speedMends(plan: Plan, fault: Fault): Try[] {
  const facts = filmOf(plan).shots[fault.shot!]!;
  const { clip } = facts;
  if (!clip) return [];
  if (fault.code === 'speed-jump')
    return [USUAL_LENGTH, 6, 4].map((lasts) => ({
      label: `Ease it over ${lasts} frames`,
      make: () =>
        setRamp(plan, facts.index, eased(plan, facts, fault.figures.after as number, lasts)),
    }));
  if (fault.code === 'frames-repeat') {
    const clean = slowestCleanSpeed(clip.rate, plan.rate);
    const least = compare(clean, rational(1)) > 0 ? rational(1) : clean;
    const raised = (speed: Rational) =>
      compare(speed, rational(0)) > 0 && compare(speed, least) < 0 ? least : speed;
    return [
      {
        label: `Take ${percent(toNumber(least))} as the slowest`,
        make: () => respeeded(plan, facts.index, raised),
      },
    ];
  }
  const most = (fault.figures.limit as number) / toNumber(strideOf(clip.rate, plan.rate));
  const cap = rational(Math.floor(most * 100), 100);
  const capped = (speed: Rational) => (compare(speed, cap) > 0 ? cap : speed);
  return [
    {
      label: `Lower the crest to ${percent(toNumber(cap))}`,
      make: () => respeeded(plan, facts.index, capped),
    },
  ];
}

/** Mends of ramps and of speeds that differ across a cut. */
export function rampMends(plan: Plan, fault: Fault): Try[] {
  if (fault.cut === null) return speedMends(plan, fault);
  const shots = filmOf(plan).shots;
  const [out, into] = [shots[fault.cut - 1]!, shots[fault.cut]!];
  const ramped = (index: number, ramp: Ramp | null, to: Plan) =>
    ramp ? setRamp(to, index, ramp) : to;
  if (fault.code === 'slow-patch') {
    const { before, after } = fault.figures as { before: number; after: number };
    return [
      {
        label: `Move the crests on to the cut`,
        make: () =>
          ramped(
            into.index,
            crestOnCut(plan, into, 'start', after),
            ramped(out.index, crestOnCut(plan, out, 'end', before), plan),
          ),
      },
    ];
  }
  const speed = (value: number) => rational(Math.round(value * 10_000), 10_000);
  const { out: a, in: b } = fault.figures as { out: number; in: number };
  return [
    {
      label: `Match the incoming to ${percent(a)}`,
      make: () => setRamp(plan, into.index, withSpeedAt(plan, into, 'start', speed(a))),
    },
    {
      label: `Match the outgoing to ${percent(b)}`,
      make: () => setRamp(plan, out.index, withSpeedAt(plan, out, 'end', speed(b))),
    },
  ];
}
