import { useMemo } from 'react';
import { Button } from 'react-bootstrap';
import { mendsOf, type Fault } from '@caesura/core/faults';
import type { Plan } from '@caesura/core/plan';
import { useFaults } from '../app/faults.ts';
import { useEdit } from '../app/hooks.ts';

/** A fault with the mends that do away with it, each at a click. */
export function FaultMends({ plan, fault }: { plan: Plan; fault: Fault }) {
  const edit = useEdit();
  const { measuredOf, sum } = useFaults();
  const mends = useMemo(
    () => mendsOf(plan, fault, { measuredOf, sum }),
    [plan, fault, measuredOf, sum],
  );
  return (
    <div className="fault">
      <b>{fault.message}</b> {mends.length === 0 && fault.mend}
      {mends.length > 0 && (
        <div className="mends">
          {mends.map(({ label, plan: mended }) => (
            <Button key={label} variant="link" size="sm" onClick={() => edit('mendPlan', mended)}>
              {label}
            </Button>
          ))}
        </div>
      )}
    </div>
  );
}
