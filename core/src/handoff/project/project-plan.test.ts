import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { PlanSchema, readPlan } from '../../plan/index.ts';
import { mediaOfPlan, withoutCopies } from './project-plan.ts';

const plan = readPlan(
  JSON.parse(
    readFileSync(
      new URL('../../../../demo/output/plans/1-open-day-teaser.json', import.meta.url),
      'utf8',
    ),
  ),
);

/** All hashes that a document holds anywhere but where it names files by their content. */
function hashes(value: unknown, key = ''): string[] {
  if (typeof value === 'string')
    return /^[0-9a-f]{64}$/.test(value) && key !== 'content' ? [value] : [];
  if (Array.isArray(value)) return value.flatMap((one) => hashes(one, key));
  return value && typeof value === 'object'
    ? Object.entries(value).flatMap(([name, one]) => hashes(one, name))
    : [];
}

describe('a plan that goes to another machine', () => {
  it('points to every kept file that its document names, and to no other', () => {
    expect(mediaOfPlan(plan).toSorted()).toEqual([...new Set(hashes(plan))].toSorted());
  });

  it('without small copies is a plan still, and points to fewer', () => {
    const made = withoutCopies(plan);
    expect(PlanSchema.parse(made)).toEqual(made);
    expect(mediaOfPlan(made).length).toBeLessThan(mediaOfPlan(plan).length);
    expect(made.score).toEqual(plan.score);
  });
});
