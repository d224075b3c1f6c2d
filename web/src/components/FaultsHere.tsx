import { faultKey, type Fault } from '@caesura/core/faults';
import type { Plan } from '@caesura/core/plan';
import { FaultMends } from './FaultMends.tsx';

/** The faults of what is open, each with its mends; nothing where there are none. */
export function FaultsHere({ plan, faults }: { plan: Plan; faults: readonly Fault[] }) {
  if (faults.length === 0) return null;
  return (
    <div className="join-faults" role="group" aria-label="Faults here">
      {faults.map((fault) => (
        <FaultMends key={faultKey(fault)} plan={plan} fault={fault} />
      ))}
    </div>
  );
}
