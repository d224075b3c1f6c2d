import {
  evenTotals,
  handlesOf,
  openPart,
  softnessAt,
  windowConflicts,
  windowValues,
  type Handle,
  type JoinFacts,
} from '../joins/index.ts';
import type { Clip, Plan } from '../plan/index.ts';
import type { ShotFacts } from '../film/index.ts';
import { frames, plural } from '../time/index.ts';
import type { Fault } from './fault.ts';

/** Movement of a clip as it was seen: at a frame, in units of what counts as still, and the nearest frame that moves. */
export interface MeasuredMovement {
  readonly movementAt: (frame: number) => number;
}

/** Pixels of the source to a pixel of the film below which a picture is told to be soft: a usual zoom of 200 % just passes. */
const SOFT = 0.5;
/** Part of the frame from which an open edge shows. */
const OPEN = 1e-4;

function conflictFaults(shots: readonly ShotFacts[], joins: readonly JoinFacts[]): Fault[] {
  return windowConflicts(shots, joins).map(({ shot, length, head, tail, over }) => {
    const atEnd = tail > 0;
    return {
      code: 'windows-overlap',
      step: 'joins',
      shot,
      cut: atEnd ? shot + 1 : shot,
      frame: shots[shot]!.start,
      figures: { over, length, head, tail },
      message: `The windows in shot ${shot + 1} are ${plural(over, 'frame')} over: ${head} + ${tail} in ${length}.`,
      mend: 'Shorten one of the windows, or lengthen the shot.',
    };
  });
}

const WORDS = { out: 'after the cut', in: 'before the cut' } as const;

function handleFault(
  { cut, frame, out, into, before, after }: JoinFacts,
  handle: Handle | null,
): Fault[] {
  const clip = handle?.side === 'out' ? out.clip : into.clip;
  if (!handle || !clip || handle.spare >= 0) return [];
  const { side, needed, there, spare, lasts } = handle;
  return [
    {
      code: 'handle-short',
      step: 'joins',
      shot: side === 'out' ? out.index : into.index,
      cut,
      frame,
      figures: { side, needed, there, spare, lasts, frames: side === 'out' ? after : before },
      message: `“${clip.name}” is ${plural(-spare, 'source frame')} short ${WORDS[side]}: ${needed} needed, ${there} there.`,
      mend: 'Shorten the window, move it to the other side, slip the source, slow it, or hold its last picture.',
    },
  ];
}

function windowFaults({ cut, frame, before, after, wanted, settings, fitted }: JoinFacts): Fault[] {
  const base = { step: 'joins', shot: null, cut, frame } as const;
  const total = before + after;
  const faults: Fault[] = [];
  if (
    total > 0 &&
    settings.sides === 'both' &&
    before > 0 &&
    after > 0 &&
    Math.abs(before - after) === 1
  )
    faults.push({
      ...base,
      code: 'odd-window',
      figures: { before, after, total },
      message: `A window of ${total} frames cannot be centred: it is ${before} + ${after}.`,
      mend: `Take ${evenTotals(total)
        .filter((n) => n > 0)
        .join(' or ')}.`,
    });
  for (const side of ['before', 'after'] as const) {
    const { choices } = wanted[side];
    // Beats hardly ever are whole; who asks for seconds means them.
    if (total === 0 || fitted || choices.length < 2 || settings[side].unit !== 'seconds') continue;
    const said = choices.map(
      (c) =>
        `${plural(c.frames, 'frame')} (${c.errorMilliseconds > 0 ? '+' : '−'}${Math.abs(c.errorMilliseconds).toFixed(1)} ms)`,
    );
    faults.push({
      ...base,
      code: 'between-frames',
      figures: { side, less: choices[0]!.frames, more: choices[1]!.frames },
      message: `The window ${side} the cut lies between two frames: ${said.join(' or ')}.`,
      mend: `Take ${choices[0]!.frames} or ${choices[1]!.frames} frames.`,
    });
  }
  return faults;
}

function pictureFaults(plan: Plan, facts: JoinFacts): Fault[] {
  const { cut, frame, before, after, settings, overlap, out, into } = facts;
  if (before + after === 0) return [];
  const window = { before, after, overlap };
  const sides = {
    out: windowValues('out', settings, window, plan.size),
    in: windowValues('in', settings, window, plan.size),
  };
  const base = { step: 'joins', shot: null, cut } as const;
  const faults: Fault[] = [];
  if (settings.fill === 'none') {
    let worst = { at: 0, open: 0, covers: 1 };
    let shown = 0;
    for (let at = -before; at < after; at++) {
      const here = (['out', 'in'] as const).flatMap(
        (side) => sides[side].find((v) => v.at === at) ?? [],
      );
      const open = openPart(
        here.map((placed) => ({ placed, aim: settings.aim })),
        plan.size,
      );
      if (open <= OPEN) continue;
      shown++;
      if (open > worst.open) worst = { at, open, covers: Math.max(...here.map((v) => v.covers)) };
    }
    if (shown > 0)
      faults.push({
        ...base,
        code: 'edge-shows',
        frame: frames(frame + worst.at),
        figures: { frames: shown, open: worst.open, covers: worst.covers },
        message: `The edge of the picture shows on ${plural(shown, 'frame')}, most ${worst.at < 0 ? `${-worst.at} before` : `${worst.at} after`} the cut.`,
        mend: `A scale of ${(100 * worst.covers).toFixed(1)} % covers it there; or fill the edges.`,
      });
  }
  for (const [side, { clip }] of [
    ['out', out],
    ['in', into],
  ] as const) {
    if (!clip) continue;
    const peak = sides[side].reduce(
      (most, v) => (v.scale > (most?.scale ?? 0) ? v : most),
      sides[side][0],
    );
    const softness = peak ? softnessAt(clip.size, plan.size, peak.scale) : 1;
    // A picture too small for the film is soft at rest, too, which no join is to blame for.
    const byZoom = softnessAt(clip.size, plan.size, 1) >= SOFT;
    if (peak && byZoom && peak.scale > 1 && softness < SOFT - 1e-9)
      faults.push({
        ...base,
        code: 'soft',
        frame: frames(frame + peak.at),
        figures: {
          side,
          softness,
          scale: peak.scale,
          most: softnessAt(clip.size, plan.size, SOFT),
        },
        message: `“${clip.name}” turns soft: ${softness.toFixed(2)} pixels of source to one of the film at ${Math.round(peak.scale * 100)} %.`,
        mend: 'Take a lower peak, or a larger picture.',
      });
  }
  return faults;
}

/** A shot that is still where the cut needs movement, told where movement is known. */
function stillFaults(
  { cut, frame, before, after, settings, out, into }: JoinFacts,
  measuredOf: (clip: Clip) => MeasuredMovement | null,
): Fault[] {
  const moving = ['whip-pan', 'zoom-through', 'smear', 'slide'].includes(settings.move);
  if (before + after === 0 || !moving) return [];
  return (
    [
      ['out', out],
      ['in', into],
    ] as const
  ).flatMap(([side, { clip, time, length, index }]): Fault[] => {
    const measured = clip && measuredOf(clip);
    if (!clip || !time || !measured) return [];
    const at = side === 'out' ? length - 1 : 0;
    const here = measured.movementAt(time.at(at));
    if (here >= 1) return [];
    const step = side === 'out' ? -1 : 1;
    let far = 0;
    while (far < length && measured.movementAt(time.at(at + step * far)) < 1) far++;
    return [
      {
        code: 'still-at-cut',
        step: 'joins',
        shot: index,
        cut,
        frame,
        figures: { side, movement: here, nearest: far < length ? far : -1 },
        message: `“${clip.name}” is still at the cut.`,
        mend:
          far < length
            ? `The nearest frame that moves lies ${plural(far, 'frame')} ${side === 'out' ? 'earlier' : 'later'}: slip the source to there.`
            : 'It does not move in this shot: choose another stretch of it, or another clip.',
      },
    ];
  });
}

/** What is wrong with the joins of a plan. */
export const joinFaults = (
  plan: Plan,
  shots: readonly ShotFacts[],
  joins: readonly JoinFacts[],
  measuredOf: (clip: Clip) => MeasuredMovement | null,
): Fault[] => [
  ...conflictFaults(shots, joins),
  ...joins.flatMap((facts) => {
    const handles = handlesOf(facts);
    return [
      ...handleFault(facts, handles.out),
      ...handleFault(facts, handles.in),
      ...windowFaults(facts),
      ...pictureFaults(plan, facts),
      ...stillFaults(facts, measuredOf),
    ];
  }),
];
