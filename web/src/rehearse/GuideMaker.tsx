import { proxy } from 'comlink';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { safeFileName } from '@caesura/core/handoff';
import type { Plan } from '@caesura/core/plan';
import { download } from '../app/download.ts';
import { noticed } from '../app/notices.ts';
import { useAppDispatch } from '../app/store.ts';
import { useTask } from '../app/use-task.ts';
import { Working } from '../components/Working.tsx';
import type { FilmWorker } from '../workers/film-worker.ts';
import { startFilmWorker } from '../workers/start.ts';
import { inWorker } from '../workers/task.ts';
import { ALL_HEARD } from './AnimaticMaker.tsx';
import type { GuideTrack } from './guide-track.ts';

const decibels = (x: number) => (Number.isFinite(x) ? x.toFixed(1).replace('-', '−') : 'silence');

/** Writes the mixed sound of the film as a WAV file with cue points. */
export function GuideMaker({ plan }: { plan: Plan }) {
  const dispatch = useAppDispatch();
  const { working, run, stop } = useTask();
  const [made, setMade] = useState<Omit<GuideTrack, 'bytes'> | null>(null);
  const make = () =>
    run(async (onStage, signal) => {
      onStage('Mixing the sound', 0);
      const { bytes, silent, ...figures } = await inWorker<
        FilmWorker,
        GuideTrack & { silent: readonly string[] }
      >(
        startFilmWorker,
        (worker) =>
          worker.guide(
            plan,
            ALL_HEARD,
            proxy((done) => onStage('Mixing the sound', done)),
          ),
        signal,
      );
      for (const message of silent)
        dispatch(noticed({ kind: 'error', message, mend: 'It is silent in the file.' }));
      setMade(figures);
      download(safeFileName(`${plan.name} guide`, 'wav'), bytes, 'audio/wav');
    });
  return (
    <>
      {working ? (
        <Working {...working} onStop={stop} />
      ) : (
        <Button variant="outline-dark" onClick={make}>
          Make the guide track
        </Button>
      )}
      {made && (
        <p role="status">
          {decibels(made.loudness)} LUFS; the sum reached {decibels(made.top)} dB of full scale at{' '}
          {made.topAt.toFixed(2)} s
          {made.turnedDown > 0
            ? `, so all of it was turned down by ${decibels(made.turnedDown)} dB.`
            : ', and was left as it is.'}
        </p>
      )}
    </>
  );
}
