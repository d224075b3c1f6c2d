import { filmOf } from '../film/index.ts';
import type { Plan } from '../plan/index.ts';
import { effectFaults } from './effect-faults.ts';
import { FAULT_CODES, type Fault, type FaultCode } from './fault.ts';
import { joinFaults } from './join-faults.ts';
import { NOTHING_KNOWN, type Known } from './known.ts';
import { planFaults } from './plan-faults.ts';
import { rampFaults } from './ramp-faults.ts';
import { sumFaults } from './sum-faults.ts';

/** Everything that would go wrong with a plan, kinds that are switched off as well. */
function allFaults(plan: Plan, known: Known): Fault[] {
  const shots = filmOf(plan).shots;
  const joins = filmOf(plan).joins;
  const order = new Map(FAULT_CODES.map((code, i) => [code, i]));
  const found = [
    ...planFaults(plan, shots),
    ...joinFaults(plan, shots, joins, known.measuredOf),
    ...rampFaults(plan, shots),
    ...effectFaults(plan, shots, joins),
    ...sumFaults(plan, known),
  ];
  const place = ({ frame }: Fault) => frame ?? -1;
  return found.sort((a, b) => place(a) - place(b) || order.get(a.code)! - order.get(b.code)!);
}

/**
 * Everything that would go wrong with a plan as it stands, in the order of the film, without the kinds that are switched off.
 * Stillness at cuts is told where the movement of the clips is known, a sum that clips where it was measured.
 */
export function faultsOf(plan: Plan, known: Known = NOTHING_KNOWN): Fault[] {
  const quiet = new Set<string>(plan.quiet);
  return allFaults(plan, known).filter(({ code }) => !quiet.has(code));
}

/** Tells a kind of fault, or no longer. */
export function switchFaults(plan: Plan, code: FaultCode, told: boolean): Plan {
  const others = plan.quiet.filter((c) => c !== code);
  return { ...plan, quiet: told ? others : [...others, code] };
}
