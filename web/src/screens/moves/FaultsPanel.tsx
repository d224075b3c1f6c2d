import { Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { FAULT_CODES, faultKey, faultName, type Fault, type FaultCode } from '@caesura/core/faults';
import type { Plan } from '@caesura/core/plan';
import { placeOf } from '../../app/fault-places.ts';
import { counted, timecodeAt } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';

/** Every fault of the film in its order, each with the way to it; and which kinds are told. */
export function FaultsPanel({ plan, faults }: { plan: Plan; faults: readonly Fault[] }) {
  const edit = useEdit();
  const quiet = new Set<string>(plan.quiet);
  const kinds = FAULT_CODES.filter(
    (code) => quiet.has(code) || faults.some((f) => f.code === code),
  );
  const number = (code: FaultCode) => faults.filter((f) => f.code === code).length;
  return (
    <>
      <p>
        {faults.length === 0
          ? 'Nothing would go wrong.'
          : `${counted(faults.length, 'fault')} in the film.`}
      </p>
      {kinds.map((code) => (
        <Form.Check
          key={code}
          type="switch"
          id={`told-${code}`}
          label={
            quiet.has(code) ? `${faultName(code)}, not told` : `${faultName(code)}: ${number(code)}`
          }
          checked={!quiet.has(code)}
          onChange={(event) => edit('switchFaults', code, event.target.checked)}
        />
      ))}
      <ol className="fault-places">
        {faults.map((fault) => (
          <li key={faultKey(fault)}>
            <Link to={placeOf(fault)}>
              {fault.frame !== null && (
                <span className="figures">{timecodeAt(fault.frame, plan)} </span>
              )}
              {fault.message}
            </Link>
          </li>
        ))}
      </ol>
    </>
  );
}
