import { TRUSTED } from '../listen/index.ts';
import { formatTimecode, frames, plural, rateLabel } from '../time/index.ts';
import { correctedBeats, type ShotFacts } from '../film/index.ts';
import { soundEnd, type Plan } from '../plan/index.ts';
import type { Fault } from './fault.ts';

const WHOLE = { shot: null, cut: null, frame: null } as const;

/** After how many frames of a shot its file has no more, and how many source frames are missing; null when it lasts. */
function runsOut({
  time,
  used,
  clip,
  length,
}: ShotFacts): { after: number; missing: number } | null {
  if (!time || !used || !clip) return null;
  const missing = Math.max(used.highest - clip.frames + 1, -used.lowest);
  if (missing <= 0) return null;
  let after = 0;
  while (after < length && time.at(after) >= 0 && time.at(after) < clip.frames) after++;
  return { after, missing };
}

function lengthFaults(plan: Plan): Fault[] {
  if (!plan.score || plan.score.length === plan.target) return [];
  const over = plan.score.length - plan.target;
  return [
    {
      code: 'length',
      figures: { over },
      step: 'score',
      ...WHOLE,
      message: `The film is ${plural(Math.abs(over), 'frame')} ${over > 0 ? 'over' : 'under'} the target.`,
      mend: 'Lay out again, or change the target in Brief.',
    },
  ];
}

function musicFaults(plan: Plan): Fault[] {
  if (!plan.music) return [];
  const faults: Fault[] = [];
  const short = plan.target - soundEnd(plan.music, plan.rate);
  if (short > 0)
    faults.push({
      code: 'music-ends',
      figures: { short },
      step: 'listen',
      ...WHOLE,
      message: `The music ends ${plural(short, 'frame')} before the target.`,
      mend: 'Choose an ending that lasts in Listen, a longer region, other music, or a shorter target.',
    });
  if (correctedBeats(plan.music).confidence < TRUSTED)
    faults.push({
      code: 'doubtful-beats',
      figures: { confidence: correctedBeats(plan.music).confidence },
      step: 'listen',
      ...WHOLE,
      message:
        correctedBeats(plan.music).beats.length === 0
          ? 'No beats were found in the sound.'
          : 'The beats are a guess: no steady pulse was heard.',
      mend: 'Listen with the click before you rely on them, or tap along, or give the pace in frames or seconds.',
    });
  return faults;
}

/** What is wrong with the source of shots. */
function shotFaults(plan: Plan, shots: readonly ShotFacts[]): Fault[] {
  // One fault, not one a shot, while there is nothing to choose from.
  if (plan.score && plan.clips.length === 0)
    return [
      {
        code: 'no-clip',
        figures: {},
        step: 'footage',
        ...WHOLE,
        message: `There are no clips for the ${plural(plan.score.shots.length, 'shot')}.`,
        mend: 'Add clips in Footage and lay out again.',
      },
    ];
  return shots.flatMap((facts): Fault[] => {
    const name = `Shot ${facts.index + 1} at ${formatTimecode(plan.start + facts.start, plan.rate, plan.dropFrame)}`;
    const common = { step: 'score', shot: facts.index, cut: null, frame: facts.start } as const;
    if (!facts.clip)
      return [
        {
          ...common,
          code: 'no-clip',
          figures: {},
          message: `${name} has no clip.`,
          mend: 'Choose a clip for it, or add clips in Footage and lay out again.',
        },
      ];
    const { used, clip } = facts;
    const ends = runsOut(facts);
    if (used && ends !== null)
      return [
        {
          ...common,
          frame: frames(facts.start + ends.after),
          code: 'source-ends',
          figures: { missing: ends.missing, runsOutAfter: ends.after },
          message: `${name} runs out of “${clip.name}” ${ends.after > 0 ? `after ${plural(ends.after, 'frame')}` : 'at once'}: ${plural(ends.missing, 'source frame')} short at ${rateLabel(clip.rate)} fps.`,
          mend: 'Shorten the shot, choose another clip, slip the source, or slow it.',
        },
      ];
    const outside = used
      ? Math.max(used.highest + 1 - clip.usable.out, clip.usable.in - used.lowest)
      : 0;
    if (outside > 0)
      return [
        {
          ...common,
          code: 'outside-usable',
          figures: { outside },
          message: `${name} goes ${plural(outside, 'source frame')} outside the usable range of “${facts.clip.name}”.`,
          mend: 'Shorten the shot, or widen the usable range in Footage.',
        },
      ];
    return [];
  });
}

/** What is wrong with the length, the music and the source of the shots. */
export const planFaults = (plan: Plan, shots: readonly ShotFacts[]): Fault[] => [
  ...lengthFaults(plan),
  ...musicFaults(plan),
  ...shotFaults(plan, shots),
];
