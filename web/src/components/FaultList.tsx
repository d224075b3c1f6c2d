import { faultKey, type Fault } from '@caesura/core/faults';
import { counted } from '../app/format.ts';

/** Faults shown one by one; the rest is counted. */
const SHOWN = 6;

/** What would go wrong with the plan as it is, each with its mend. */
export function FaultList({ faults }: { faults: readonly Fault[] }) {
  if (faults.length === 0) return null;
  return (
    <div className="faults">
      {faults.slice(0, SHOWN).map((fault) => (
        <div className="fault" key={faultKey(fault)}>
          <b>{fault.message}</b> {fault.mend}
        </div>
      ))}
      {faults.length > SHOWN && <p>and {counted(faults.length - SHOWN, 'other fault')}</p>}
    </div>
  );
}
