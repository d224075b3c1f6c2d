import { changeRate } from '../plan/edits/change-rate.ts';
import { filmOf } from '../film/index.ts';
import fc from 'fast-check';
import { NOTHING_FOUND } from '../listen/index.ts';
import { expect, it } from 'vitest';
import { HANDOFF_FORMATS } from '../handoff/index.ts';
import { newPlan, readPlan, type Plan } from '../plan/index.ts';
import { setMusic } from '../plan/edits/edit-sounds.ts';
import { addClips } from '../plan/edits/edit-clips.ts';
import { exactAnalysis, sampleClip } from '../testing/sample-plan.ts';
import { CaesuraError, frames, USUAL_RATES } from '../time/index.ts';
import { layOutSteadily } from './steady-layout.ts';

const rates = fc.constantFrom(...USUAL_RATES);
const paces = fc.constantFrom(
  '1 beat',
  '2 beats',
  '3 beats',
  '1 bar',
  '2 bars',
  '0.4s',
  '1s',
  '17f',
);

/** Plans of any usual rate, tempo, pace and target, over three minutes of exact beats. */
const plans = fc
  .record({
    rate: rates,
    tempo: fc.integer({ min: 60, max: 190 }),
    pace: paces,
    seconds: fc.integer({ min: 5, max: 150 }),
    pickup: fc.integer({ min: 0, max: 3 }),
  })
  .map(({ rate, tempo, pace, seconds, pickup }): Plan => {
    const analysis = exactAnalysis(tempo, 3 * tempo, { pickup });
    const music = {
      media: 'a'.repeat(64),
      fileName: 'any.wav',
      outline: null,
      analysis,
      found: NOTHING_FOUND,
    };
    const empty = {
      ...newPlan('Any'),
      rate,
      start: frames(0),
      pace,
      target: frames(Math.round((seconds * rate.num) / rate.den)),
    };
    const clips = [
      sampleClip('a', 'A', rate, 100_000),
      sampleClip('b', 'B', USUAL_RATES[6]!, 100_000),
    ];
    return addClips(setMusic(empty, music), clips);
  });

it('lays out exactly the target, every shot at least a frame, every cut within half a frame of its cue', () => {
  fc.assert(
    fc.property(plans, (plan) => {
      const laidOut = layOutSteadily(plan);
      const shots = filmOf(laidOut).shots;
      expect(shots.reduce((sum, shot) => sum + shot.length, 0)).toBe(plan.target);
      expect(Math.min(...shots.map((shot) => shot.length))).toBeGreaterThanOrEqual(1);
      if (/beat|bar/.test(plan.pace))
        for (const { landing } of shots.slice(1)) expect(landing!.onCue).toBe(true);
      for (const { sourceIn, sourceOut, clip } of shots) {
        expect(sourceIn).toBeGreaterThanOrEqual(clip!.usable.in);
        expect(sourceOut).toBeLessThanOrEqual(clip!.usable.out);
      }
      expect(readPlan(JSON.parse(JSON.stringify(laidOut)))).toEqual(laidOut);
    }),
    { numRuns: 150 },
  );
});

it('lays out the same plan the same way every time', () => {
  fc.assert(
    fc.property(plans, (plan) => {
      const once = layOutSteadily(plan);
      expect(layOutSteadily(once)).toEqual(once);
    }),
    { numRuns: 30 },
  );
});

it('keeps cuts on their cues through any change of rate, or says why it cannot', () => {
  fc.assert(
    fc.property(plans, rates, (plan, rate) => {
      fc.pre(/beat|bar/.test(plan.pace));
      const changed = changeRate(layOutSteadily(plan), rate);
      for (const { landing } of filmOf(changed).shots.slice(1)) expect(landing!.onCue).toBe(true);
      const seconds = (p: Plan) => (p.score!.length * p.rate.den) / p.rate.num;
      expect(Math.abs(seconds(changed) - seconds(layOutSteadily(plan)))).toBeLessThanOrEqual(
        (0.5 * rate.den) / rate.num + 1e-9,
      );
    }),
    { numRuns: 60 },
  );
});

it('hands every plan over in every format that can carry it, and says what an edit decision list cannot', () => {
  fc.assert(
    fc.property(plans, (plan) => {
      const laidOut = layOutSteadily(plan);
      const tooMuch = laidOut.score!.shots.length > 999 || plan.rate.num > 100 * plan.rate.den;
      for (const format of HANDOFF_FORMATS)
        if (format.id === 'edl' && tooMuch)
          expect(() => format.write(laidOut)).toThrow(CaesuraError);
        else {
          // Of a layout without moves the key sheet has its heading only.
          const least = format.id === 'keys' ? 1 : laidOut.score!.shots.length;
          expect(format.write(laidOut).split('\n').length).toBeGreaterThan(least);
        }
    }),
    { numRuns: 40 },
  );
});
