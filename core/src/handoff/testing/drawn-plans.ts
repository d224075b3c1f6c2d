import fc from 'fast-check';
import type { Plan, Ramp } from '../../plan/index.ts';
import { joinOf, planOfParts, type Part } from '../../testing/joined-plans.ts';
import { exactAnalysis } from '../../testing/sample-plan.ts';
import { NOTHING_FOUND } from '../../listen/index.ts';
import { setMusic } from '../../plan/edits/edit-sounds.ts';
import {
  canDropFrames,
  frames,
  rational,
  sourceFrames,
  USUAL_RATES,
  type FrameRate,
} from '../../time/index.ts';

const EASES = ['linear', 'ease-in-out', 'cubic-bezier(0.3, 0.1, 0.2, 1)', 'steps(4)'];

const key = fc.record({
  from: fc.constantFrom('start' as const, 'end' as const),
  at: fc.integer({ min: 0, max: 20 }),
  percent: fc.integer({ min: -200, max: 500 }),
  ease: fc.constantFrom(...EASES),
});

/** A ramp that is drawn: none mostly, keys, backwards throughout, or a freeze. */
const ramp = fc.oneof(
  { weight: 6, arbitrary: fc.constant(null) },
  {
    weight: 2,
    arbitrary: fc.array(key, { minLength: 1, maxLength: 4 }).map((keys): Ramp =>
      keys.map(({ percent, from, at, ease }) => ({
        ...{ from, ease, speed: rational(percent, 100) },
        at: from === 'start' ? at : -at,
      })),
    ),
  },
  {
    weight: 1,
    arbitrary: fc.constantFrom(0, -100, -50, -25, -200).map((percent): Ramp => {
      const held = { at: 0, speed: rational(percent, 100), ease: 'linear' };
      return [
        { from: 'start', ...held },
        { from: 'end', ...held },
      ];
    }),
  },
);

const part = fc.record({
  length: fc.integer({ min: 2, max: 70 }),
  in: fc.integer({ min: 900, max: 2500 }),
  rate: fc.constantFrom(...USUAL_RATES),
  start: fc.integer({ min: 0, max: 500_000 }),
  percent: fc.constantFrom(100, 100, 100, 50, 25, 200, 80, 120),
  over: fc.constantFrom([0, 0], [0, 0], [0, 0], [3, 3], [1, 2], [0, 4], [6, 6]),
  ramp,
  black: fc.integer({ min: 0, max: 14 }).map((n) => n === 0),
});

/** A plan of the parts that were drawn. */
function planOf(
  rate: FrameRate,
  drawn: readonly (typeof part extends fc.Arbitrary<infer T> ? T : never)[],
  {
    start,
    drop,
    music,
  }: { readonly start: number; readonly drop: boolean; readonly music: boolean },
): Plan {
  const plan = planOfParts(
    rate,
    drawn.map(
      (
        { length, in: from, rate: source, percent, over: [before, after], ramp: keys },
        i,
      ): Part => ({
        ...{ length, in: from, rate: source, frames: 9000 },
        ...(keys ? { ramp: keys } : { speed: rational(percent, 100) }),
        ...(i > 0 &&
          before! + after! > 0 && {
            join: joinOf('plain', before!, after!, { pictures: 'overlap' }),
          }),
      }),
    ),
  );
  const placed: Plan = {
    ...plan,
    start: frames(start),
    dropFrame: drop && canDropFrames(rate),
    clips: plan.clips.map((clip, i) => ({
      ...clip,
      start: sourceFrames(drawn[i]!.start),
      dropFrame: drop && canDropFrames(clip.rate),
    })),
    score: {
      ...plan.score!,
      shots: plan.score!.shots.map((shot, i) => {
        if (!drawn[i]!.black) return shot;
        const { id, start: at, sourceIn } = shot;
        return { id, start: at, clip: null, sourceIn };
      }),
    },
  };
  return music
    ? setMusic(placed, {
        ...{ media: 'a'.repeat(64), fileName: 'Tune, first.wav', outline: null },
        ...{ analysis: exactAnalysis(112, 96), found: NOTHING_FOUND },
      })
    : placed;
}

/**
 * Plans at all usual countings: shots at constant speeds, ramped, backwards, standing and black,
 * dissolves, clips with timecode, music. What a form cannot write is among them.
 */
export const drawnPlan: fc.Arbitrary<Plan> = fc
  .tuple(
    fc.constantFrom(...USUAL_RATES),
    fc.array(part, { minLength: 1, maxLength: 10 }),
    fc.record({
      start: fc.integer({ min: 0, max: 90_000 }),
      drop: fc.boolean(),
      music: fc.boolean(),
    }),
  )
  .map(([rate, drawn, more]) => planOf(rate, drawn, more));
