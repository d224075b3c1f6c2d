import { joinsOf } from '../joins/index.ts';
import { shotFacts, type Clip, type Plan } from '../plan/index.ts';
import { accentFaults } from './accent-faults.ts';
import { FAULT_CODES, type Fault, type FaultCode } from './fault.ts';
import { joinFaults, type SeenMovement } from './join-faults.ts';
import { planFaults } from './plan-faults.ts';
import { rampFaults } from './ramp-faults.ts';

/** Everything that would go wrong with a plan, kinds that are switched off as well. */
function allFaults(plan: Plan, seenOf: (clip: Clip) => SeenMovement | null): Fault[] {
  const shots = shotFacts(plan);
  const joins = joinsOf(plan, shots);
  const order = new Map(FAULT_CODES.map((code, i) => [code, i]));
  const found = [
    ...planFaults(plan, shots),
    ...joinFaults(plan, shots, joins, seenOf),
    ...rampFaults(plan, shots),
    ...accentFaults(plan, shots, joins),
  ];
  const place = ({ frame }: Fault) => frame ?? -1;
  return found.sort((a, b) => place(a) - place(b) || order.get(a.code)! - order.get(b.code)!);
}

/**
 * Everything that would go wrong with a plan as it stands, in the order of the film, without the kinds that are switched off.
 * Stillness at cuts is told where `seenOf` knows the movement of a clip.
 */
export function faultsOf(plan: Plan, seenOf: (clip: Clip) => SeenMovement | null = () => null): Fault[] {
  const quiet = new Set<string>(plan.quiet);
  return allFaults(plan, seenOf).filter(({ code }) => !quiet.has(code));
}

/** Tells a kind of fault, or no longer. */
export function switchFaults(plan: Plan, code: FaultCode, told: boolean): Plan {
  const others = plan.quiet.filter((c) => c !== code);
  return { ...plan, quiet: told ? others : [...others, code] };
}
