import type { Plan } from '@caesura/core/plan';
import { counted, grouped, lengthTimecode } from '../format.ts';

/** The film's length against the target: exact, or the frames over or under. */
export function LengthBar({ plan }: { plan: Plan }) {
  const length = plan.score?.length ?? 0;
  const over = length - plan.target;
  // The target stands a little before the end of the bar, so that a film over it can be seen.
  const scale = Math.max(length, plan.target) * 1.02;
  const state = !plan.score ? 'none' : over === 0 ? 'exact' : 'off';
  const verdict = { none: 'not laid out', exact: `exact · ${grouped(length)} frames` }[
    state as 'none' | 'exact'
  ];
  return (
    <div className="length">
      <div className="length-bar" aria-hidden="true">
        <span style={{ width: `${(100 * length) / scale}%` }} />
        <i style={{ left: `${(100 * plan.target) / scale}%` }} />
      </div>
      <p>
        <span>
          Length <b className="figures">{lengthTimecode(length, plan)}</b> of{' '}
          <span className="figures">{lengthTimecode(plan.target, plan)}</span>
        </span>
        <span className={`length-${state}`}>
          {verdict ?? `${counted(Math.abs(over), 'frame')} ${over > 0 ? 'over' : 'under'}`}
        </span>
      </p>
    </div>
  );
}
