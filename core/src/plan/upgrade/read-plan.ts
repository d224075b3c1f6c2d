import { CaesuraError } from '../../time/index.ts';
import { upgraded } from './upgrade.ts';
import { PlanSchema, type Plan } from '../schema/plan-schema.ts';

/**
 * Reads a plan from plain JSON, also of an earlier form. Throws with the first place that is wrong
 * and what is wrong there.
 */
export function readPlan(json: unknown): Plan {
  const result = PlanSchema.safeParse(upgraded(json));
  if (result.success) return result.data;
  const [issue] = result.error.issues;
  const place = issue?.path.length ? `At ${issue.path.join('.')}: ` : '';
  throw new CaesuraError(
    'bad-plan',
    `This is not a plan. ${place}${issue?.message ?? 'it cannot be read'}`,
    'Give a plan saved by Caesura.',
  );
}
