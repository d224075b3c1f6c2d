import { Button } from 'react-bootstrap';
import type { Fault } from '@caesura/core/faults';
import type { Plan } from '@caesura/core/plan';
import { useMends } from '../app/faults.ts';
import { useEdit } from '../app/hooks.ts';

/**
 * A fault with the mends that do away with it, each at a click; until they are tried, with what
 * helps in words.
 */
export function FaultMends({ plan, fault }: { plan: Plan; fault: Fault }) {
  const edit = useEdit();
  const mends = useMends(plan, fault);
  return (
    <div className="fault">
      <b>{fault.message}</b> {!mends?.length && fault.mend}
      {mends !== null && mends.length > 0 && (
        <div className="mends">
          {mends.map((label) => (
            <Button
              key={label}
              variant="link"
              size="sm"
              onClick={() => edit('mendFault', fault, label)}
            >
              {label}
            </Button>
          ))}
        </div>
      )}
    </div>
  );
}
