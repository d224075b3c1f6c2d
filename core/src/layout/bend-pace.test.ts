import { expect, it } from 'vitest';
import { NOTHING_FOUND } from '../listen/index.ts';
import { changeRate } from '../plan/edits/change-rate.ts';
import { changeWishes } from '../plan/edits/edit-wishes.ts';
import { setMusic } from '../plan/edits/edit-sounds.ts';
import { newPlan, type Arc, type Plan } from '../plan/index.ts';
import { exactAnalysis } from '../testing/sample-plan.ts';
import { frameRate, frames, samples } from '../time/index.ts';
import { bendPoints, bentPacing } from './bend-pace.ts';
import { wantedLength } from './wanted-length.ts';

/** 120 BPM at 24 fps with a drop in the middle. */
const song = (): Plan =>
  setMusic(
    { ...newPlan('Bent'), target: frames(24 * 32) },
    {
      media: 'a'.repeat(64),
      fileName: 'song.wav',
      outline: null,
      analysis: exactAnalysis(120, 72),
      found: {
        ...NOTHING_FOUND,
        drops: [{ at: samples(48_000 * 16), strength: 1, confidence: 1 }],
      },
    },
  );
const arc = (frame: number, more: Partial<Arc> = {}): Arc =>
  ({
    ...{ from: { on: 'frame', frame: frames(frame) }, shape: 'build', pace: '2s', to: '0.5s' },
    ...{ ease: 'even', shortest: frames(5), longest: null, clips: [] },
    ...more,
  }) as Arc;
const withArcs = (plan: Plan, ...arcs: readonly Arc[]): Plan =>
  changeWishes(plan, { pacing: { kind: 'arcs', arcs } });
const wantedAt = (plan: Plan, frame: number) =>
  wantedLength(plan, plan.wishes.pacing)(frames(frame));

it('bends one length of one arc, and leaves what the arc asks and all others as they are', () => {
  const plan = withArcs(song(), arc(0), arc(480, { shape: 'hold', clips: ['x'] }));
  const points = bendPoints(plan);
  expect(points.map(({ frame, length, arc: of }) => [frame, length, of])).toEqual([
    [0, 48, { index: 0, end: 'pace' }],
    [432, 12, { index: 0, end: 'to' }],
    [480, 48, { index: 1, end: 'pace' }],
  ]);
  const bent = changeWishes(plan, { pacing: bentPacing(plan, points[1]!, 6) });
  const before = plan.wishes.pacing.kind === 'arcs' ? plan.wishes.pacing.arcs : [];
  expect(bent.wishes.pacing).toEqual({
    kind: 'arcs',
    arcs: [{ ...before[0], to: '0.25s' }, before[1]],
  });
  expect([wantedAt(bent, 0), wantedAt(bent, 479)]).toEqual([48, expect.closeTo(6, 0)]);
});

it('makes arcs of a pace that follows from the music, which do as it did but where it was bent', () => {
  const plan = changeWishes(song(), { pacing: { kind: 'form' } });
  const [first] = bendPoints(plan);
  const same = changeWishes(plan, { pacing: bentPacing(plan, first!, first!.length) });
  expect(same.wishes.pacing.kind).toBe('arcs');
  for (let frame = 0; frame < plan.target; frame += 7)
    expect(wantedAt(same, frame)).toBeCloseTo(wantedAt(plan, frame), 1);
  const bent = changeWishes(plan, { pacing: bentPacing(plan, first!, 30) });
  expect(wantedAt(bent, 0)).toBe(30);
  expect(wantedAt(bent, plan.target - 1)).toBeCloseTo(wantedAt(plan, plan.target - 1), 1);
});

it('bends to a time, so that another rate changes nothing but the frames', () => {
  const plan = withArcs(song(), arc(0, { shape: 'hold' }));
  const bent = changeWishes(plan, { pacing: bentPacing(plan, bendPoints(plan)[0]!, 30) });
  expect(wantedAt(bent, 0)).toBe(30);
  expect(wantedAt(changeRate(bent, frameRate(50)), 0)).toBeCloseTo((30 * 50) / 24, 0);
});

it('draws point by point where there are no arcs', () => {
  const plan = changeWishes(song(), { pacing: { kind: 'steady' } });
  const points = bendPoints(plan);
  expect(points.every((p) => p.arc === null)).toBe(true);
  const pacing = bentPacing(plan, points[2]!, 5);
  expect(pacing).toEqual({
    kind: 'drawn',
    points: points.map((p, i) => ({ frame: p.frame, length: i === 2 ? 5 : p.length })),
  });
});
