import { speedAt } from '../curves/index.ts';
import { slowestCleanSpeed, strideOf, type ShotFacts } from '../film/index.ts';
import type { Plan } from '../plan/index.ts';
import { crestsAt, slowPatch } from '../ramps/index.ts';
import { frames, percent, plural, toNumber } from '../time/index.ts';
import type { Fault } from './fault.ts';

/** A change of speed within a frame from which it is told as a jump, times normal. */
const JUMP = 0.5;
/** Source frames from one frame of the film to the next from which strides are told: movement is hard to read (common practice from 800 %). */
const LONG_STRIDE = 12;
/** A speed at a cut that counts as a crest, and the part by which two may differ. */
const CREST = 1.2;
const DIFFER = 0.02;

/** Where the speed of a shot jumps by more than half of normal within a frame; held pictures may begin and end at once. */
function jumpFaults({ index, time, length, start }: ShotFacts): Fault[] {
  if (!time || time.curve.length < 2) return [];
  for (let k = 0; k + 1 < length; k++) {
    const [a, b] = [speedAt(time.curve, k), speedAt(time.curve, k + 1)];
    const step = Math.abs(b - a);
    // A ramp eased over some frames is steep, too; a jump is one that has no frame of its own in between.
    const before = Math.abs(a - speedAt(time.curve, Math.max(0, k - 1)));
    const after = Math.abs(speedAt(time.curve, Math.min(length, k + 2)) - b);
    if (step < JUMP || a === 0 || b === 0 || before > step / 4 || after > step / 4) continue;
    return [
      {
        code: 'speed-jump',
        step: 'joins',
        shot: index,
        cut: null,
        frame: frames(start + k + 1),
        figures: { jump: step, after: k + 1 },
        message: `The speed of shot ${index + 1} jumps by ${percent(step)} in a frame, from ${percent(a)} to ${percent(b)}.`,
        mend: 'Give it a ramp of 10 frames.',
      },
    ];
  }
  return [];
}

/** Where a slowed shot shows frames more than once, that it need not: it is slower than the slowest clean speed. */
function repeatFaults(plan: Plan, { index, time, clip, length, start }: ShotFacts): Fault[] {
  if (!time || !clip) return [];
  const clean = toNumber(slowestCleanSpeed(clip.rate, plan.rate));
  let [repeats, first] = [0, -1];
  for (let k = 1; k < length; k++) {
    const speed = Math.abs(speedAt(time.curve, k - 1));
    if (time.at(k) !== time.at(k - 1) || speed >= Math.min(1, clean) || speed === 0) continue;
    repeats++;
    if (first < 0) first = k;
  }
  if (repeats === 0) return [];
  return [
    {
      code: 'frames-repeat',
      step: 'joins',
      shot: index,
      cut: null,
      frame: frames(start + first),
      figures: { repeats, clean },
      message: `${plural(repeats, 'frame')} of shot ${index + 1} show${repeats === 1 ? 's' : ''} the picture before again.`,
      mend: `The slowest clean speed of “${clip.name}” is ${percent(clean)}.`,
    },
  ];
}

function strideFaults(plan: Plan, { index, time, clip, length, start }: ShotFacts): Fault[] {
  if (!time || !clip) return [];
  let [most, at] = [0, 0];
  for (let k = 1; k < length; k++) {
    const stride = Math.abs(time.at(k) - time.at(k - 1));
    if (stride > most) [most, at] = [stride, k];
  }
  // A clip of a high rate strides far at normal speed, too, and reads well.
  const limit = LONG_STRIDE * Math.max(1, toNumber(strideOf(clip.rate, plan.rate)));
  if (most <= limit) return [];
  return [
    {
      code: 'long-stride',
      step: 'joins',
      shot: index,
      cut: null,
      frame: frames(start + at),
      figures: { stride: most, limit },
      message: `Shot ${index + 1} goes over ${most} source frames in one frame of the film; movement is hard to read there.`,
      mend: 'Take a lower crest, unless it is only a flash.',
    },
  ];
}

function cutFaults(out: ShotFacts, into: ShotFacts): Fault[] {
  const ramped = [out, into].some(({ time }) => time !== null && time.curve.length > 1);
  const crests = ramped ? crestsAt(out, into) : null;
  if (!crests) return [];
  const base = { step: 'joins', shot: null, cut: into.index, frame: into.start } as const;
  const patch = slowPatch(out, into);
  if (patch)
    return [
      {
        ...base,
        code: 'slow-patch',
        figures: {
          before: patch.before,
          after: patch.after,
          slowest: patch.slowest,
          crest: patch.crest,
        },
        message: `A slow patch of ${plural(patch.before + patch.after, 'frame')} lies between the crests: down to ${percent(patch.slowest)}, ${patch.before} before the cut and ${patch.after} after it.`,
        mend: 'Move the crests on to the cut, which leaves the patch out.',
      },
    ];
  const [a, b] = [Math.abs(crests.out), Math.abs(crests.into)];
  if (Math.max(a, b) < CREST || Math.abs(a - b) <= DIFFER * Math.max(a, b)) return [];
  return [
    {
      ...base,
      code: 'crests-differ',
      figures: { out: a, in: b },
      message: `Crests differ by ${percent(Math.abs(a - b))}: ${percent(a)} out, ${percent(b)} in.`,
      mend: `Match one to the other.`,
    },
  ];
}

/** What is wrong with the speeds of a plan. */
export const rampFaults = (plan: Plan, shots: readonly ShotFacts[]): Fault[] =>
  shots.flatMap((facts, i) => [
    ...jumpFaults(facts),
    ...repeatFaults(plan, facts),
    ...strideFaults(plan, facts),
    ...(i > 0 ? cutFaults(shots[i - 1]!, facts) : []),
  ]);
