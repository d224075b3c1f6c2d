import { filmOf } from '../film/index.ts';
import type { Plan } from '../plan/index.ts';
import type { Found } from './fault.ts';
import { NOTHING_KNOWN, type Known } from './known.ts';
import { FAULT_KINDS, type Fault, type FaultCode } from './registry.ts';

const ORDER = new Map<FaultCode, number>(FAULT_KINDS.map(({ code }, i) => [code, i]));

/** What was found, as a fault of its kind. */
const told = ({ code, area }: Pick<Fault, 'code' | 'area'>, found: Found<object>): Fault =>
  ({ ...found, code, area }) as Fault;

/**
 * Everything that would go wrong with a plan as it stands, in the order of the film, without the
 * kinds that are switched off. Stillness at cuts is told where the movement of the clips is known,
 * a sum that clips where it was measured.
 */
export function faultsOf(plan: Plan, known: Known = NOTHING_KNOWN): Fault[] {
  const film = filmOf(plan);
  const quiet = new Set<string>(plan.quiet);
  const place = ({ frame }: Fault) => frame ?? -1;
  return FAULT_KINDS.flatMap((kind) =>
    quiet.has(kind.code) ? [] : kind.find(film, known).map((found) => told(kind, found)),
  ).sort((a, b) => place(a) - place(b) || ORDER.get(a.code)! - ORDER.get(b.code)!);
}

/** Tells a kind of fault, or no longer. */
export function switchFaults(plan: Plan, code: FaultCode, tell: boolean): Plan {
  const others = plan.quiet.filter((c) => c !== code);
  return { ...plan, quiet: tell ? others : [...others, code] };
}
