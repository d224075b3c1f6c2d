import { proxy } from 'comlink';
import { useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import { filmOf } from '@caesura/core/film';
import { safeFileName } from '@caesura/core/handoff';
import type { Plan } from '@caesura/core/plan';
import type { Heard } from '@caesura/core/sound';
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

/** The parts of the sound that are files of their own; together they are the guide track. */
const STEMS: readonly { readonly name: string; readonly of: readonly Heard[] }[] = [
  { name: 'music', of: ['music'] },
  { name: 'voice', of: ['voice'] },
  { name: 'effects', of: ['effect', 'placement'] },
  { name: 'own sound', of: ['own'] },
];

/** What a file was made of, and its figures. */
type Made = Omit<GuideTrack, 'bytes'> & { readonly stem: string | null };

/** Writes the mixed sound of the film, or parts of it, as WAV files with cue points. */
export function GuideMaker({ plan }: { plan: Plan }) {
  const dispatch = useAppDispatch();
  const { working, run, stop } = useTask();
  const [made, setMade] = useState<Made | null>(null);
  const sounding = useMemo(() => new Set(filmOf(plan).audioEvents.map(({ of }) => of)), [plan]);
  const make = (stem: string | null, written: readonly Heard[]) =>
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
            { heard: ALL_HEARD, written },
            proxy((done) => onStage('Mixing the sound', done)),
          ),
        signal,
      );
      for (const message of silent)
        dispatch(noticed({ kind: 'error', message, mend: 'It is silent in the file.' }));
      setMade({ ...figures, stem });
      download(safeFileName(`${plan.name} ${stem ?? 'guide'}`, 'wav'), bytes, 'audio/wav');
    });
  const stems = STEMS.filter(({ of }) => of.some((kind) => sounding.has(kind)));
  return (
    <>
      {working ? (
        <Working {...working} onStop={stop} />
      ) : (
        <>
          <Button variant="outline-dark" onClick={() => make(null, ALL_HEARD)}>
            Make the guide track
          </Button>
          {stems.length > 1 && (
            <p className="stems">
              Parts of it that together are the whole:{' '}
              {stems.map(({ name, of }) => (
                <Button
                  key={name}
                  variant="link"
                  size="sm"
                  aria-label={`Make the part ${name}`}
                  onClick={() => make(name, of)}
                >
                  {name}
                </Button>
              ))}
            </p>
          )}
        </>
      )}
      {made && (
        <p role="status">
          {decibels(made.loudness)} LUFS; the sum reached {decibels(made.top)} dB of full scale at{' '}
          {made.topAt.toFixed(2)} s
          {made.turnedDown > 0
            ? `, so all of it was turned down by ${decibels(made.turnedDown)} dB.`
            : ', and was left as it is.'}
          {made.stem && ` In the file is the part ${made.stem}.`}
        </p>
      )}
    </>
  );
}
