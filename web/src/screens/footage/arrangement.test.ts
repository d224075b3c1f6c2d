import { expect, it } from 'vitest';
import { evenGrid, clipAnalysisOf, type ClipAnalysis } from '@caesura/core/footage';
import { frameRate, sourceFrames } from '@caesura/core/time';
import { layOutSteadily } from '@caesura/core/layout';
import type { Clip } from '@caesura/core/plan';
import { sampleClip, samplePlan } from '../../../../core/src/testing/sample-plan.ts';
import { arranged, type Arrangement } from './arrangement.ts';

const usual: Arrangement = { order: 'plan', filter: 'all', find: '', like: null };

/** A sight of a clip that pans by so much a frame, its edges all of one direction. */
function analysis(dx: number, direction: number): ClipAnalysis {
  const frame = {
    difference: 0,
    dx,
    dy: 0,
    zoom: 0,
    turn: 0,
    residual: 0,
    alike: 1,
    brightness: 0.5,
    sharpness: 1,
    subject: { x: 0, y: 0, vx: 0, vy: 0, agreed: 0, size: 0, atEdge: 0 },
    light: { brighter: 0, darker: 0 },
  };
  const frames = Array.from({ length: 20 }, () => ({
    ...frame,
    colour: { red: 0.5, green: 0.5, blue: 0.5 },
  }));
  const edges = Float32Array.from({ length: 128 }, (_, i) => (i % 8 === direction ? 0.25 : 0));
  return clipAnalysisOf(
    {
      frames,
      looks: [
        { at: sourceFrames(0), edges, colours: evenGrid({ red: 0.5, green: 0.5, blue: 0.5 }) },
      ],
    },
    frameRate(25),
  );
}
const SIGHTS: Readonly<Record<string, ClipAnalysis>> = {
  a: analysis(0.001, 0),
  b: analysis(0.01, 4),
  c: analysis(0.005, 0),
};
const ids = (arrangement: Partial<Arrangement>, plan = samplePlan()) =>
  arranged(plan, { ...usual, ...arrangement }, (clip: Clip) => SIGHTS[clip.id] ?? null).map(
    ({ clip }) => clip.id,
  );

it('puts clips in order by rate, length, name and movement, those not watched last', () => {
  expect(ids({ order: 'rate' })).toEqual(['c', 'd', 'b', 'a']);
  // 240/24 s, 500/50 s, 900/120 s and 600/59.94 s.
  expect(ids({ order: 'length' })).toEqual(['d', 'a', 'b', 'c']);
  expect(ids({ order: 'name' })).toEqual(['b', 'c', 'd', 'a']);
  expect(ids({ order: 'movement' })).toEqual(['b', 'c', 'a', 'd']);
});

it('puts them in order by likeness to one of them, which comes first', () => {
  expect(ids({ order: 'likeness', like: 'a' })).toEqual(['a', 'c', 'b', 'd']);
  expect(ids({ order: 'likeness', like: 'c' })).toEqual(['c', 'a', 'b', 'd']);
  // One that is gone is replaced by the first.
  expect(ids({ order: 'likeness', like: 'gone' })[0]).toBe('a');
});

it('shows those that are used, watched, have moments or a name', () => {
  const plan = samplePlan();
  expect(ids({ filter: 'used' })).toEqual([]);
  expect(ids({ filter: 'used' }, layOutSteadily(plan))).toEqual(['a', 'b', 'c', 'd']);
  expect(ids({ filter: 'unused' })).toHaveLength(4);
  expect(ids({ filter: 'unwatched' })).toHaveLength(4);
  const kept = {
    ...plan,
    clips: [
      {
        ...sampleClip('m', 'M', frameRate(25), 9),
        moments: [{ at: sourceFrames(1), kind: 'peak' as const }],
      },
      ...plan.clips,
    ],
  };
  expect(ids({ filter: 'moments' }, kept)).toEqual(['m']);
  expect(ids({ filter: 'no-moments' }, kept)).toEqual(['a', 'b', 'c', 'd']);
  expect(ids({ find: ' PLATEN' })).toEqual(['c']);
  expect(ids({ find: 'lifted.mp4' })).toEqual(['d']);
});

it('says where each is in the plan and how many shots use it', () => {
  const [first] = arranged(layOutSteadily(samplePlan()), { ...usual, order: 'rate' }, () => null);
  expect(first).toMatchObject({ place: 2, used: expect.any(Number) });
  expect(first!.used).toBeGreaterThan(3);
});
