import { clipWish, type Arc, type Clip, type Plan, type Wishes } from '../plan/index.ts';
import { lockCut } from '../plan/edits/edit-cuts.ts';
import { NORMAL_SPEED, USUAL_SPEEDS } from '../film/index.ts';
import { compare, frames, plural, sourceFrames } from '../time/index.ts';
import { arcRanges } from './arcs.ts';
import { limitsOf } from './problem-of.ts';

/** A plan and how it is to be laid out. */
export interface Asked {
  readonly plan: Plan;
  readonly wishes: Wishes;
}

/** One thing that layouts must keep. */
export interface Limit {
  readonly id: string;
  /** What it says, as a sentence without its full stop. */
  readonly says: string;
  /** The same with it loosened by a number of steps; `steps` of them are as loose as it can be. */
  readonly loosened: (asked: Asked, by: number) => Asked;
  readonly steps: number;
  /** What loosening by so many steps is called, as something to do. */
  readonly mend: (by: number) => string;
}

const wished = ({ plan, wishes }: Asked, change: Partial<Wishes>): Asked => ({
  plan,
  wishes: { ...wishes, ...change },
});
const whole = (says: string, id: string, mend: string, drop: (asked: Asked) => Asked): Limit => ({
  ...{ id, says, steps: 1 },
  loosened: (asked, by) => (by > 0 ? drop(asked) : asked),
  mend: () => mend,
});

function lengthLimits({ plan, wishes }: Asked): Limit[] {
  const { shortest, longest } = limitsOf(plan, wishes);
  return [
    {
      id: 'shortest',
      says: `Shots last at least ${plural(shortest, 'frame')}`,
      steps: shortest - 1,
      loosened: (asked, by) => wished(asked, { shortest: frames(shortest - by) }),
      mend: (by) => `Let shots be as short as ${plural(shortest - by, 'frame')}, ${by} fewer`,
    },
    {
      id: 'longest',
      says: `Shots last at most ${plural(longest, 'frame')}`,
      steps: Math.max(0, plan.target - longest),
      loosened: (asked, by) => wished(asked, { longest: frames(longest + by) }),
      mend: (by) => `Let shots last up to ${longest + by} frames, ${by} more`,
    },
    {
      id: 'handles',
      says: `Files go on for ${plural(wishes.handles, 'frame')} beyond each end of a shot`,
      steps: wishes.handles,
      loosened: (asked, by) => wished(asked, { handles: frames(wishes.handles - by) }),
      mend: (by) => `Ask for handles of ${plural(wishes.handles - by, 'frame')}, ${by} fewer`,
    },
  ];
}

/** How much more of a clip's file may be used at one end or both, a frame a step. */
function usableLimit({ id, name, usable, frames: there }: Clip): Limit {
  const [before, after] = [usable.in as number, there - usable.out];
  const wider = (by: number) => {
    // What is beyond the end goes first, for the rest of an action is more often wanted than what
    // led to it.
    const late = Math.min(after, by);
    return { in: sourceFrames(before - (by - late)), out: sourceFrames(usable.out + late) };
  };
  return {
    id: `usable ${id}`,
    says: `“${name}” has ${plural(usable.out - usable.in, 'usable source frame')}`,
    steps: before + after,
    loosened: ({ plan, wishes }, by) => ({
      plan: {
        ...plan,
        clips: plan.clips.map((c) => (c.id === id ? { ...c, usable: wider(by) } : c)),
      },
      wishes,
    }),
    mend: (by) => `Widen what is usable of “${name}” by ${plural(by, 'source frame')}`,
  };
}

function clipLimits({ plan, wishes }: Asked): Limit[] {
  const changed = (asked: Asked, id: string, change: Partial<Wishes['clips'][string]>) =>
    wished(asked, {
      clips: { ...asked.wishes.clips, [id]: { ...clipWish(asked.wishes, id), ...change } },
    });
  return plan.clips.flatMap((clip): Limit[] => {
    const { id, name } = clip;
    const { use, most, speeds } = clipWish(wishes, id);
    const limits: Limit[] = [usableLimit(clip)];
    if (use === 'must')
      limits.push(
        whole(`“${name}” must be shown`, `must ${id}`, `Let “${name}” be left out`, (a) =>
          changed(a, id, { use: 'may' }),
        ),
      );
    if (use === 'never')
      limits.push(
        whole(`“${name}” is not to be shown`, `never ${id}`, `Let “${name}” be shown`, (a) =>
          changed(a, id, { use: 'may' }),
        ),
      );
    if (most !== null)
      limits.push({
        id: `most ${id}`,
        says: `“${name}” is shown at most ${plural(most, 'time')}`,
        steps: 50,
        loosened: (asked, by) => changed(asked, id, { most: most + by }),
        mend: (by) => `Let “${name}” be shown ${plural(most + by, 'time')}`,
      });
    const slowest = speeds.reduce((a, b) => (compare(b, a) < 0 ? b : a), speeds[0] ?? NORMAL_SPEED);
    const slower = USUAL_SPEEDS.filter((s) => compare(s, slowest) < 0);
    if (slower.length > 0)
      limits.push({
        id: `speed ${id}`,
        says: `“${name}” is not shown slower than ${Math.round((100 * slowest.num) / slowest.den)} %`,
        steps: slower.length,
        loosened: (asked, by) =>
          changed(asked, id, {
            speeds: [...(speeds.length > 0 ? speeds : [NORMAL_SPEED]), ...slower.slice(0, by)],
          }),
        mend: (by) => {
          const { num, den } = slower[by - 1]!;
          return `Let “${name}” be shown at ${(100 * num) / den} %`;
        },
      });
    return limits;
  });
}

function placeLimits({ plan, wishes }: Asked): Limit[] {
  const name = (id: string | null) => `“${plan.clips.find((c) => c.id === id)?.name ?? id}”`;
  const without = <T>(list: readonly T[], at: T): T[] => list.filter((x) => x !== at);
  const limits: Limit[] = [];
  if (wishes.order === 'kept')
    limits.push(
      whole('The clips come in their order', 'order', 'Let the clips come in any order', (a) =>
        wished(a, { order: 'free' }),
      ),
    );
  if (wishes.first !== null)
    limits.push(
      whole(`${name(wishes.first)} opens`, 'first', 'Let another clip open', (a) =>
        wished(a, { first: null }),
      ),
    );
  if (wishes.last !== null)
    limits.push(
      whole(`${name(wishes.last)} closes`, 'last', 'Let another clip close', (a) =>
        wished(a, { last: null }),
      ),
    );
  for (const pin of wishes.pins)
    limits.push(
      whole(
        `${name(pin.clip)} starts on frame ${pin.frame}`,
        `pin ${pin.clip} ${pin.frame}`,
        `Take the pin of ${name(pin.clip)} away`,
        (a) => wished(a, { pins: without(a.wishes.pins, pin) }),
      ),
    );
  for (const pair of wishes.before)
    limits.push(
      whole(
        `${name(pair.clip)} comes before ${name(pair.then)}`,
        `before ${pair.clip} ${pair.then}`,
        `Let ${name(pair.then)} come first`,
        (a) => wished(a, { before: without(a.wishes.before, pair) }),
      ),
    );
  for (const pair of wishes.together)
    limits.push(
      whole(
        `${name(pair.then)} comes right after ${name(pair.clip)}`,
        `together ${pair.clip} ${pair.then}`,
        `Let ${name(pair.clip)} and ${name(pair.then)} part`,
        (a) => wished(a, { together: without(a.wishes.together, pair) }),
      ),
    );
  for (const run of wishes.bursts)
    limits.push(
      whole(
        `A run of ${run.shots} shots of ${plural(run.each, 'frame')} ends on frame ${run.end}`,
        `run ${run.end}`,
        `Take the run that ends on frame ${run.end} away`,
        (a) => wished(a, { bursts: without(a.wishes.bursts, run) }),
      ),
    );
  plan.score?.shots.forEach(({ locked, start }, cut) => {
    if (locked && cut > 0)
      limits.push(
        whole(
          `Cut ${cut} is locked on frame ${start}`,
          `lock ${start}`,
          `Unlock cut ${cut}`,
          (asked) => ({ ...asked, plan: lockCut(asked.plan, cut, false) }),
        ),
      );
  });
  return limits;
}

/** An arc that asks nothing but a pace. */
const NOTHING_ASKED = { shortest: null, longest: null, clips: [] } as const;

/** What arcs ask of the shots that start in them. */
function arcLimits({ plan, wishes: { pacing } }: Asked): Limit[] {
  if (pacing.kind !== 'arcs') return [];
  return arcRanges(pacing.arcs, plan).flatMap(({ arc, from }): Limit[] => {
    const { shortest, longest, clips } = arc;
    const drop =
      (change: Partial<Pick<Arc, 'shortest' | 'longest' | 'clips'>>) => (asked: Asked) =>
        asked.wishes.pacing.kind !== 'arcs'
          ? asked
          : wished(asked, {
              pacing: {
                kind: 'arcs',
                arcs: asked.wishes.pacing.arcs.map((a) =>
                  a.from === arc.from ? { ...a, ...change } : a,
                ),
              },
            });
    const here = `in the arc from frame ${from}`;
    const asks: [asked: boolean, what: keyof typeof NOTHING_ASKED, says: string, mend: string][] = [
      [shortest !== null, 'shortest', `last at least ${plural(shortest ?? 0, 'frame')}`, 'shorter'],
      [longest !== null, 'longest', `last at most ${plural(longest ?? 0, 'frame')}`, 'longer'],
      [clips.length > 0, 'clips', `are of ${plural(clips.length, 'clip')} only`, 'of any clip'],
    ];
    return asks.flatMap(([asked, what, says, mend]) =>
      asked
        ? [
            whole(
              `Shots ${here} ${says}`,
              `arc ${what} ${from}`,
              `Let shots ${here} be ${mend}`,
              drop({ [what]: NOTHING_ASKED[what] }),
            ),
          ]
        : [],
    );
  });
}

/** Everything that layouts of a plan must keep and that can be loosened. */
export const limitsAsked = (asked: Asked): Limit[] =>
  [...lengthLimits(asked), ...clipLimits(asked), ...placeLimits(asked), ...arcLimits(asked)].filter(
    ({ steps }) => steps > 0,
  );
