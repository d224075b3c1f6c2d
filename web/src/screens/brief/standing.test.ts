import { expect, it } from 'vitest';
import { faultsOf } from '@caesura/core/faults';
import { addClips, setMusic, setShotClip } from '@caesura/core/edits';
import { layOutSteadily } from '@caesura/core/layout';
import { newPlan, type Plan } from '@caesura/core/plan';
import { samplePlan } from '../../../../core/src/testing/sample-plan.ts';
import { standingOf } from './standing.ts';

const whole = samplePlan();
const words = (plan: Plan) =>
  Object.fromEntries(
    standingOf(plan, faultsOf(plan)).map(({ screen, what }) => [
      screen,
      what.replaceAll('\u00a0', ' '),
    ]),
  );

it('says of an empty plan what is not there yet', () => {
  expect(words(newPlan('Film'))).toEqual({
    listen: 'no music yet',
    footage: 'no clips yet',
    score: 'not laid out yet',
    moves: '0 moves at cuts · 0 phrases',
    speeds: '0 shots at another speed',
    sound: '0 effects',
    rehearse: '0 notes',
  });
});

it('follows the plan as it grows', () => {
  const { music, clips } = whole;
  const heard = setMusic({ ...newPlan('Film'), rate: whole.rate, target: whole.target }, music!);
  expect(words(heard).listen).toMatch(new RegExp(`^${music!.fileName} · ≈ \\d+\\.\\d\\d BPM$`));
  const moments = clips.reduce((sum, clip) => sum + clip.moments.length, 0);
  const bare = addClips(heard, clips);
  expect(words(bare).footage).toBe(`${clips.length} clips · ${moments} moments kept`);
  const laidOut = layOutSteadily(bare);
  const { shots } = laidOut.score!;
  expect(words(laidOut).score).toContain(`${shots.length} shots · `);
  expect(words(laidOut).score).toContain(` of ${shots.length - 1} cuts on a cue`);
});

it('counts the faults where they are mended', () => {
  const faulty = setShotClip(layOutSteadily(whole), 2, null);
  const faults = faultsOf(faulty);
  const told = standingOf(faulty, faults);
  expect(faults.length).toBeGreaterThan(0);
  expect(told.reduce((sum, { faults: n }) => sum + n, 0)).toBe(faults.length);
});
