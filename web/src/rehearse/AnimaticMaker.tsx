import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { safeFileName } from '@caesura/core/handoff';
import type { Plan } from '@caesura/core/plan';
import { SUMMED, type Heard } from '@caesura/core/sound';
import { download } from '../app/download.ts';
import { noticed } from '../app/notices.ts';
import { useAppDispatch } from '../app/store.ts';
import { useTask } from '../app/use-task.ts';
import { Choose } from '../fields/Choose.tsx';
import { WholeField } from '../fields/WholeField.tsx';
import { Working } from '../components/Working.tsx';
import type { AnimaticFormat } from './animatic.ts';
import { makeAnimatic } from './make-animatic.ts';

const CONTAINERS = { webm: 'WebM', mp4: 'MP4' } as const;

/** What of the sound is written when nothing else is chosen. */
export const ALL_HEARD: readonly Heard[] = SUMMED;

/** Writes the film, as it is played, as a video file. */
export function AnimaticMaker({
  plan,
  heard = ALL_HEARD,
}: {
  plan: Plan;
  heard?: readonly Heard[];
}) {
  const dispatch = useAppDispatch();
  const { working, run, stop } = useTask();
  const [format, setFormat] = useState<Omit<AnimaticFormat, 'heard'>>({
    container: 'webm',
    width: 640,
    figures: true,
  });
  const make = () =>
    run(async (onStage, signal) => {
      onStage('Making the animatic', 0);
      const { bytes, silent } = await makeAnimatic(
        plan,
        { ...format, heard },
        (done) => onStage('Making the animatic', done),
        signal,
      );
      for (const message of silent)
        dispatch(noticed({ kind: 'error', message, mend: 'It is silent in the file.' }));
      download(safeFileName(plan.name, format.container), bytes, `video/${format.container}`);
    });
  return (
    <>
      <Choose
        label="Format"
        value={format.container}
        of={CONTAINERS}
        onChoose={(container) => setFormat({ ...format, container })}
      />
      <WholeField
        label="Width, px"
        value={format.width}
        least={64}
        most={1920}
        onCommit={(width) => {
          setFormat({ ...format, width });
          return true;
        }}
      />
      <Form.Check
        type="switch"
        id="animatic-figures"
        label="Figures in the picture"
        checked={format.figures}
        onChange={(event) => setFormat({ ...format, figures: event.target.checked })}
      />
      {working ? (
        <Working {...working} onStop={stop} />
      ) : (
        <Button variant="outline-dark" onClick={make}>
          Make the animatic
        </Button>
      )}
    </>
  );
}
