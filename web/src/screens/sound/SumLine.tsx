import { Button } from 'react-bootstrap';
import { frameAtTime, type Plan } from '@caesura/core/plan';
import type { Seconds } from '@caesura/core/time';
import { timecodeAt } from '../../app/format.ts';
import { useSum } from '../../rehearse/use-sum.ts';

const written = (x: number) => (Number.isFinite(x) ? x.toFixed(1).replace('-', '−') : 'silence');

/** What the sum of all that is heard comes to, measured anew after every change, with the way to where it is highest. */
export function SumLine({ plan, onPoint }: { plan: Plan; onPoint: (at: Seconds) => void }) {
  const { level, done } = useSum(plan);
  return (
    <p className={`sum-line${level && level.top > 0 ? ' is-over' : ''}`} role="status">
      {level ? (
        <>
          All together {written(level.loudness)} LUFS, highest {written(level.top)} dB of full scale at{' '}
          <Button variant="link" size="sm" onClick={() => onPoint(level.topAt)}>
            {timecodeAt(frameAtTime(level.topAt, plan), plan)}
          </Button>
        </>
      ) : (
        `All together: measuring, ${Math.round(100 * done)} %`
      )}
    </p>
  );
}
