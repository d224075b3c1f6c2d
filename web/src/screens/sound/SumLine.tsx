import { Button } from 'react-bootstrap';
import { frameAtTime } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import type { Seconds } from '@caesura/core/time';
import { timecodeAt } from '../../app/format.ts';
import { useSum } from '../../rehearse/use-sum.ts';

/** No sample is as high, in dB of full scale. */
const SILENT = -150;

const written = (x: number) => (Number.isFinite(x) ? x.toFixed(1).replace('-', '−') : 'under −70');

/**
 * What the sum of all that is heard comes to, measured anew after every change, with the way to
 * where it is highest.
 */
export function SumLine({ plan, onPoint }: { plan: Plan; onPoint: (at: Seconds) => void }) {
  const { level, silent, done } = useSum(plan);
  return (
    <p className={`sum-line${level && level.top > 0 ? ' is-over' : ''}`} role="status">
      {level && level.top < SILENT ? (
        'All together: silence'
      ) : level ? (
        <>
          All together {written(level.loudness)} LUFS, highest {written(level.top)} dB of full scale
          at{' '}
          <Button variant="link" size="sm" onClick={() => onPoint(level.topAt)}>
            {timecodeAt(frameAtTime(level.topAt, plan), plan)}
          </Button>
          , true peak {written(level.truePeak)} dB
        </>
      ) : (
        `All together: measuring, ${Math.round(100 * done)} %`
      )}
      {level && silent.length > 0 && ` Without what is silent: ${silent.join(' ')}`}
    </p>
  );
}
