import { joinAt } from '../film/index.ts';
import { changeJoin, setWindow } from '../plan/edits/edit-joins.ts';
import { handlesOf, splitWindow, type JoinFacts } from '../joins/index.ts';
import { setShotLength } from '../plan/edits/shot-length.ts';
import { slipShot } from '../plan/edits/edit-shots.ts';
import type { Plan } from '../plan/index.ts';
import { plural } from '../time/index.ts';
import type { Fault } from './fault.ts';
import type { Try } from './try.ts';
import { slowerTries } from './ramp-mends.ts';

/** Another window at a cut, if it is one. */
const windowTry = (
  plan: Plan,
  { cut, before, after }: JoinFacts,
  b: number,
  a: number,
  words: string,
): Try[] =>
  b < 0 || a < 0 || b + a === 0 || (b === before && a === after)
    ? []
    : [{ label: `${words} to ${b} + ${a}`, make: () => setWindow(plan, cut, b, a) }];

/** Mends of a handle that is too short: shorter, moved, slipped, slowed, held, one picture at a time. */
export function handleMends(plan: Plan, fault: Fault): Try[] {
  const facts = joinAt(plan, fault.cut!);
  const side = fault.figures.side as 'out' | 'in';
  const { before, after, cut } = facts;
  const handle = handlesOf(facts)[side]!;
  const { lasts } = handle;
  const short = -handle.spare;
  const index = side === 'out' ? facts.out.index : facts.into.index;
  const total = before + after;
  const half = Math.min(lasts, before, after);
  return [
    ...windowTry(plan, facts, half, half, 'Shorten'),
    ...(side === 'out'
      ? windowTry(plan, facts, before, lasts, 'Shorten')
      : windowTry(plan, facts, lasts, after, 'Shorten')),
    ...(side === 'out'
      ? windowTry(plan, facts, total - lasts, lasts, 'Move the window')
      : windowTry(plan, facts, lasts, total - lasts, 'Move the window')),
    ...(side === 'out'
      ? windowTry(plan, facts, total, 0, 'Move the window')
      : windowTry(plan, facts, 0, total, 'Move the window')),
    {
      label: `Slip the source ${plural(short, 'frame')} ${side === 'out' ? 'earlier' : 'later'}`,
      make: () => slipShot(plan, index, side === 'out' ? -short : short),
    },
    ...slowerTries(plan, index, fault),
    {
      label: side === 'out' ? 'Hold its last picture' : 'Hold its first picture',
      make: () => changeJoin(plan, cut, { hold: { ...facts.settings.hold, [side]: true } }),
    },
    { label: 'One picture at a time', make: () => changeJoin(plan, cut, { pictures: 'inside' }) },
  ];
}

/** Mends of windows that overlap, are odd, or lie between two frames. */
export function windowMends(plan: Plan, fault: Fault): Try[] {
  if (fault.code === 'odd-window') {
    const facts = joinAt(plan, fault.cut!);
    const total = facts.before + facts.after;
    return [total - 1, total + 1].flatMap((even) => {
      const { before, after } = splitWindow(even, 'centred');
      return windowTry(plan, facts, before, after, 'Change');
    });
  }
  if (fault.code === 'between-frames') {
    const facts = joinAt(plan, fault.cut!);
    return ['less', 'more'].flatMap((which) => {
      const n = fault.figures[which] as number;
      return fault.figures.side === 'before'
        ? [
            {
              label: `Take ${plural(n, 'frame')} before the cut`,
              make: () => setWindow(plan, facts.cut, n, facts.after),
            },
          ]
        : [
            {
              label: `Take ${plural(n, 'frame')} after the cut`,
              make: () => setWindow(plan, facts.cut, facts.before, n),
            },
          ];
    });
  }
  const shot = fault.shot!;
  const { over, head, tail, length } = fault.figures as Record<
    'over' | 'head' | 'tail' | 'length',
    number
  >;
  const left = head > 0 ? joinAt(plan, shot) : null;
  const right = tail > 0 ? joinAt(plan, shot + 1) : null;
  const named = (tries: Try[], facts: JoinFacts) =>
    tries.map((t) => ({
      ...t,
      label: t.label.replace('Shorten', `Shorten that at cut ${facts.cut}`),
    }));
  return [
    ...(left
      ? named(
          windowTry(plan, left, Math.min(left.before, head - over), head - over, 'Shorten'),
          left,
        )
      : []),
    ...(right
      ? named(
          windowTry(plan, right, tail - over, Math.min(right.after, tail - over), 'Shorten'),
          right,
        )
      : []),
    ...(left ? named(windowTry(plan, left, left.before, head - over, 'Shorten'), left) : []),
    ...(right ? named(windowTry(plan, right, tail - over, right.after, 'Shorten'), right) : []),
    {
      label: `Lengthen the shot to ${plural(length + over, 'frame')}, the next one pays`,
      make: () => setShotLength(plan, shot, length + over, 'next'),
    },
  ];
}

/** Mends of edges that show and of pictures that turn soft. */
export function pictureMends(plan: Plan, fault: Fault): Try[] {
  const { cut, settings } = joinAt(plan, fault.cut!);
  if (fault.code === 'soft') {
    const most = Math.floor((fault.figures.most as number) * 100) / 100;
    return most > 1 && settings.peak > most
      ? [
          {
            label: `Lower the peak to ${Math.round(most * 100)} %`,
            make: () => changeJoin(plan, cut, { peak: most }),
          },
        ]
      : [];
  }
  return [
    {
      label: `Enlarge as far as covers, up to ${(100 * (fault.figures.covers as number)).toFixed(1)} %`,
      make: () => changeJoin(plan, cut, { cover: true }),
    },
    { label: 'Fill the edges by mirroring', make: () => changeJoin(plan, cut, { fill: 'mirror' }) },
    { label: 'Fill the edges by extending', make: () => changeJoin(plan, cut, { fill: 'extend' }) },
  ];
}

/** Mends of a picture that is still at its cut: slipped until the frame at the cut moves. */
export function stillMends(plan: Plan, fault: Fault): Try[] {
  const facts = joinAt(plan, fault.cut!);
  const side = fault.figures.side as 'out' | 'in';
  const { time, length, index } = side === 'out' ? facts.out : facts.into;
  const far = fault.figures.nearest as number;
  if (!time || far < 0) return [];
  const by =
    side === 'out' ? time.at(length - 1 - far) - time.at(length - 1) : time.at(far) - time.at(0);
  return [
    {
      label: `Slip the source ${plural(Math.abs(by), 'frame')} ${by < 0 ? 'earlier' : 'later'}`,
      make: () => slipShot(plan, index, by),
    },
  ];
}
