import { frames, CaesuraError } from '../time/index.ts';
import { newPlan, readPlan, type Plan, type Shot } from '../plan/index.ts';

/** What can be copied. */
const KINDS = ['shots', 'move', 'phrase', 'speeds', 'effects'] as const;
export type CopiedKind = (typeof KINDS)[number];

/** What was copied: a plan that holds it and nothing else, so that it is read as plans are. */
export interface Copied {
  readonly kind: CopiedKind;
  readonly plan: Plan;
}

/** By what the text of a copy is known among all else that a clipboard may hold. */
const MARK = 'copied from Caesura';

/** Most characters that are looked at: what is longer is no copy of ours. */
const LONGEST = 20_000_000;

/** A copy as text. */
export const copiedText = ({ kind, plan }: Copied): string =>
  JSON.stringify({ [MARK]: kind, plan });

/**
 * Reads the text of a copy, also one that an earlier version made; null where it is something else.
 * Throws where it is a copy of ours that is damaged.
 */
export function readCopied(text: string): Copied | null {
  if (text.length > LONGEST || !text.startsWith(`{"${MARK}"`)) return null;
  let json: { readonly [MARK]?: unknown; readonly plan?: unknown };
  try {
    json = JSON.parse(text) as typeof json;
  } catch {
    throw damaged('It breaks off.');
  }
  const kind = KINDS.find((one) => one === json[MARK]);
  if (!kind) throw damaged('It is of a kind that is not known here.');
  try {
    const plan = readPlan(json.plan);
    return { kind, plan };
  } catch (error) {
    throw damaged(error instanceof CaesuraError ? error.message : '');
  }
}

const damaged = (why: string): CaesuraError =>
  new CaesuraError('bad-copy', `What was copied cannot be read. ${why}`.trim(), 'Copy it again.');

/** A plan of nothing but these shots of another, one after the other from its first frame. */
export function holding(
  { rate, dropFrame, size, clips, recipes, ramps }: Plan,
  shots: readonly (Omit<Shot, 'id' | 'start'> & { readonly length: number })[],
): Plan {
  let start = 0;
  const placed = shots.map(({ length, ...shot }, i): Shot => {
    const at = frames(start);
    start += length;
    return { id: `s${i + 1}`, start: at, ...shot };
  });
  const shown = new Set(placed.map(({ clip }) => clip));
  const followed = new Set(placed.flatMap(({ rampOf, join }) => [rampOf, join?.recipe]));
  return {
    ...newPlan('Copied'),
    ...{ rate, dropFrame, size, target: frames(start) },
    score: { shots: placed, length: frames(start) },
    clips: clips.filter(({ id }) => shown.has(id)),
    recipes: recipes.filter(({ id }) => followed.has(id)),
    ramps: ramps.filter(({ id }) => followed.has(id)),
  };
}
