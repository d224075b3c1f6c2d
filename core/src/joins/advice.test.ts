import { describe, expect, it } from 'vitest';
import { filmOf } from '../film/index.ts';
import { changeJoin } from '../plan/edits/edit-joins.ts';
import type { Plan } from '../plan/index.ts';
import { joinOf, planOfParts } from '../testing/joined-plans.ts';
import { frameRate } from '../time/index.ts';
import { adviceAt } from './advice.ts';

/** Four cuts: a whip, a hard cut, the same whip, a dissolve. */
const part = { length: 48, in: 100, frames: 900 };
const plan = planOfParts(frameRate(24), [
  part,
  { ...part, join: joinOf('whip-pan', 13, 11, { way: 90 }) },
  part,
  { ...part, join: joinOf('whip-pan', 13, 11, { way: 90 }) },
  { ...part, join: joinOf('plain', 6, 6) },
]);
const advised = (p: Plan, cut: number, out: number | null, into: number | null) => {
  const { joins } = filmOf(p);
  return adviceAt(joins, joins[cut - 1]!, { out, in: into });
};

describe('advice at a cut (common practice, no source)', () => {
  it('is more blur where the pictures hardly move, and less where they move much', () => {
    const { blur } = filmOf(plan).joins[0]!.settings;
    const [still] = advised(plan, 1, 0.0005, 0.001);
    expect(still!.reason).toContain('0.1 % of their width a frame at this cut, which is little');
    expect(still!.set.blur!).toBeGreaterThan(blur);
    const [moving] = advised(changeJoin(plan, 1, { blur: 50 }), 1, 0.05, 0);
    expect(moving!.reason).toContain('5 % of their width a frame at this cut, which is much');
    expect(moving!.set).toEqual({ blur: 30 });
    expect(advised(plan, 1, 0.008, 0.01)).toEqual([]);
  });

  it('is said once: what it asks for is not asked for again where nothing else moves', () => {
    const [still] = advised(plan, 1, 0, 0);
    const blurred = changeJoin(plan, 1, { ...still!.set, blur: 400 });
    expect(advised(blurred, 1, 0, 0)).toEqual([]);
  });

  it('is to vary a second use of the same move, and none once it is', () => {
    const [again] = advised(plan, 3, 0.01, 0.01);
    expect(again).toMatchObject({ label: 'Go the other way', set: { way: 270 } });
    expect(again!.reason).toContain('Cut 1 has the same move');
    expect(advised(changeJoin(plan, 3, again!.set), 3, 0.01, 0.01)).toEqual([]);
  });

  it('is none for hard cuts, for dissolves and where nothing was measured', () => {
    expect(advised(plan, 2, 0, 0)).toEqual([]);
    expect(advised(plan, 4, 0, 0)).toEqual([]);
    expect(advised(plan, 1, null, 0)).toEqual([]);
  });
});
