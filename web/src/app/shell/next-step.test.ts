import { expect, it } from 'vitest';
import { faultsOf } from '@caesura/core/faults';
import { addClips, setMusic, setShotClip } from '@caesura/core/edits';
import { layOutSteadily } from '@caesura/core/layout';
import { newPlan, type Plan } from '@caesura/core/plan';
import { frames, sourceFrames } from '@caesura/core/time';
import { samplePlan } from '../../../../core/src/testing/sample-plan.ts';
import { nextStep } from './next-step.ts';

const whole = samplePlan();
const next = (plan: Plan, faults = faultsOf(plan)) => {
  const { what, screen } = nextStep(plan, faults);
  return `${screen}: ${what}`;
};

it('goes from an empty plan to files, one missing thing after the other', () => {
  const empty = newPlan('Film');
  expect(next(empty)).toBe('listen: add the music');
  const { music, clips } = whole;
  const heard = setMusic({ ...empty, rate: whole.rate, target: whole.target }, music!);
  expect(next(heard)).toBe('footage: add clips');
  const bare = addClips(
    heard,
    clips.map((clip) => ({ ...clip, moments: [] })),
  );
  expect(next(bare)).toBe('footage: keep moments of the clips, so that they can land');
  const moments = clips.map((clip, i) => ({
    ...clip,
    moments: i === 0 ? [{ at: sourceFrames(5), kind: 'peak' as const }] : [],
  }));
  const kept = addClips(heard, moments);
  expect(next(kept)).toBe('score: let layouts be proposed');
  const laidOut = layOutSteadily(bare);
  expect(next(laidOut, [])).toBe('hand-off: nothing is missing; hand it over');
  const longer = { ...laidOut, target: frames(laidOut.target + 1) };
  expect(next(longer, [])).toBe('score: propose again: it is 1 frame under');
  expect(next(setShotClip(laidOut, 2, null), [])).toBe('score: fill 1 shot without a clip');
});

it('leads to the screen on which the first fault is mended', () => {
  const plan = layOutSteadily(whole);
  const fault = { ...faultsOf(setShotClip(plan, 2, null))[0]!, area: 'effects' as const };
  expect(nextStep(plan, [fault, fault])).toEqual({ what: 'mend 2 faults', screen: 'sound' });
});
