import { TRUSTED } from '../listen/index.ts';
import { formatTimecode, rateLabel } from '../time/index.ts';
import { soundEnd } from './parts.ts';
import { heardBeats } from './sound-cues.ts';
import type { Plan } from './schema.ts';
import { shotFacts } from './shots.ts';

/** Something in a plan that would go wrong, with where and the mend. */
export interface Fault {
  readonly code: 'length' | 'no-clip' | 'source-ends' | 'outside-usable' | 'music-ends' | 'doubtful-beats';
  /** The step of the work where it is mended. */
  readonly step: 'listen' | 'footage' | 'score';
  /** Index of the shot concerned, or null for the whole plan. */
  readonly shot: number | null;
  readonly message: string;
  readonly mend: string;
}

const plural = (n: number, word: string): string => `${n} ${word}${n === 1 ? '' : 's'}`;

function lengthFaults(plan: Plan): Fault[] {
  if (!plan.score || plan.score.length === plan.target) return [];
  const over = plan.score.length - plan.target;
  return [
    {
      code: 'length',
      step: 'score',
      shot: null,
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
      step: 'listen',
      shot: null,
      message: `The music ends ${plural(short, 'frame')} before the target.`,
      mend: 'Choose an ending that lasts in Listen, a longer region, other music, or a shorter target.',
    });
  if (heardBeats(plan.music).confidence < TRUSTED)
    faults.push({
      code: 'doubtful-beats',
      step: 'listen',
      shot: null,
      message:
        heardBeats(plan.music).beats.length === 0
          ? 'No beats were found in the sound.'
          : 'The beats are a guess: no steady pulse was heard.',
      mend: 'Listen with the click before you rely on them, or tap along, or give the pace in frames or seconds.',
    });
  return faults;
}

function shotFaults(plan: Plan): Fault[] {
  // One fault, not one a shot, while there is nothing to choose from.
  if (plan.score && plan.clips.length === 0)
    return [
      {
        code: 'no-clip',
        step: 'footage',
        shot: null,
        message: `There are no clips for the ${plural(plan.score.shots.length, 'shot')}.`,
        mend: 'Add clips in Footage and lay out again.',
      },
    ];
  return shotFacts(plan).flatMap((facts): Fault[] => {
    const name = `Shot ${facts.index + 1} at ${formatTimecode(plan.start + facts.start, plan.rate, plan.dropFrame)}`;
    const common = { step: 'score', shot: facts.index } as const;
    if (!facts.clip)
      return [
        {
          ...common,
          code: 'no-clip',
          message: `${name} has no clip.`,
          mend: 'Choose a clip for it, or add clips in Footage and lay out again.',
        },
      ];
    const missing = facts.sourceOut - facts.clip.frames;
    if (missing > 0)
      return [
        {
          ...common,
          code: 'source-ends',
          message: `${name} runs out of “${facts.clip.name}”: ${plural(missing, 'source frame')} short at ${rateLabel(facts.clip.rate)} fps.`,
          mend: `Shorten the shot, choose another clip, or start ${plural(missing, 'source frame')} earlier.`,
        },
      ];
    const outside = Math.max(facts.sourceOut - facts.clip.usable.out, facts.clip.usable.in - facts.sourceIn);
    if (outside > 0)
      return [
        {
          ...common,
          code: 'outside-usable',
          message: `${name} goes ${plural(outside, 'source frame')} outside the usable range of “${facts.clip.name}”.`,
          mend: 'Shorten the shot, or widen the usable range in Footage.',
        },
      ];
    return [];
  });
}

/** Everything that would go wrong with a plan as it stands. */
export const faultsOf = (plan: Plan): Fault[] => [...lengthFaults(plan), ...musicFaults(plan), ...shotFaults(plan)];
