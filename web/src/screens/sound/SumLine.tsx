import { proxy } from 'comlink';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import type { Plan } from '@caesura/core/plan';
import type { Heard } from '@caesura/core/sound';
import { frameAtTime } from '@caesura/core/plan';
import { seconds } from '@caesura/core/time';
import { timecodeAt } from '../../app/format.ts';
import { useTask } from '../../app/use-task.ts';
import { Working } from '../../marks/Working.tsx';
import type { SumLevel } from '../../rehearse/guide-track.ts';
import type { FilmWorker } from '../../workers/film-worker.ts';
import { startFilmWorker } from '../../workers/start.ts';
import { inWorker } from '../../workers/task.ts';

/** From this on a sum is told to be too high, in dB against full scale. */
const FULL = 0;

const written = (x: number) => (Number.isFinite(x) ? x.toFixed(1).replace('-', '−') : 'silence');

/** Measures the sum of all that is heard, and says where it would clip. */
export function SumLine({ plan, heard }: { plan: Plan; heard: readonly Heard[] }) {
  const { working, run, stop } = useTask();
  const [measured, setMeasured] = useState<{ readonly plan: Plan; readonly level: SumLevel } | null>(null);
  const measure = () =>
    run(async (onStage, signal) => {
      onStage('Measuring the sum', 0);
      const level = await inWorker<FilmWorker, SumLevel>(
        startFilmWorker,
        (worker) =>
          worker.sum(
            plan,
            heard,
            proxy((done) => onStage('Measuring the sum', done)),
          ),
        signal,
      );
      setMeasured({ plan, level });
    });
  if (working) return <Working {...working} onStop={stop} />;
  const level = measured?.plan === plan ? measured.level : null;
  return (
    <p className={`sum-line${level && level.top > FULL ? ' is-over' : ''}`} role="status">
      {level ? (
        <>
          All together {written(level.loudness)} LUFS, highest {written(level.top)} dB of full scale at{' '}
          {timecodeAt(frameAtTime(seconds(level.topAt), plan), plan)}
          {level.top > FULL &&
            `: it clips there. Turn what sounds there down by ${written(level.top + 1)} dB; the guide track is turned down as a whole.`}
        </>
      ) : (
        <Button variant="link" size="sm" onClick={measure}>
          Measure the sum of all that is heard
        </Button>
      )}
    </p>
  );
}
