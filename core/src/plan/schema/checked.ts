import { CaesuraError } from '../../time/index.ts';
import { brokenReferences } from './plan-references.ts';
import { PlanSchema, type Plan } from './plan-schema.ts';

type Field = keyof typeof PlanSchema.shape;

/**
 * The first thing that is wrong with what is new in a plan, by the schema; null where nothing is.
 */
function firstWrong(before: Plan, after: Plan): { place: string; message: string } | null {
  for (const field of Object.keys(PlanSchema.shape) as Field[]) {
    if (after[field] === before[field]) continue;
    const read = PlanSchema.shape[field].safeParse(after[field]);
    if (read.success) continue;
    const { path, message } = read.error.issues[0]!;
    return { place: [field, ...path].join('.'), message };
  }
  const [broken] = brokenReferences(after);
  return broken ? { place: broken.path.join('.'), message: broken.message } : null;
}

/**
 * Gives a changed plan back if it is one that can be saved and read again. Only what the change has
 * touched is looked at. Throws with the place and what is wrong there, so that no edit makes a plan
 * that is refused later.
 */
export function checkedChange(before: Plan, after: Plan): Plan {
  const wrong = after === before ? null : firstWrong(before, after);
  if (!wrong) return after;
  throw new CaesuraError(
    'bad-edit',
    `That would make a plan that cannot be saved, at ${wrong.place}: ${wrong.message}`,
    'Nothing was changed. Give another value.',
  );
}
