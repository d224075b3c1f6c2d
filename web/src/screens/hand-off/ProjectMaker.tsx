import { proxy } from 'comlink';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { safeFileName } from '@caesura/core/handoff';
import type { Plan } from '@caesura/core/plan';
import { downloadBlob } from '../../app/download.ts';
import { useTask } from '../../app/use-task.ts';
import { Working } from '../../components/Working.tsx';
import type { ProjectWorker } from '../../workers/project-worker.ts';
import { startProjectWorker } from '../../workers/start.ts';
import { inWorker } from '../../workers/task.ts';

/** Writes the plan with what was kept of its files, to be opened on another machine. */
export function ProjectMaker({ plan }: { plan: Plan }) {
  const { working, run, stop } = useTask();
  const [copies, setCopies] = useState(true);
  const make = () =>
    run(async (onStage, signal) => {
      const what = 'Gathering the project';
      onStage(what, 0);
      const blob = await inWorker<ProjectWorker, Blob>(
        startProjectWorker,
        (worker) =>
          worker.projectOf(
            plan,
            copies,
            proxy((part: number) => onStage(what, part)),
          ),
        signal,
      );
      downloadBlob(safeFileName(`${plan.name} project`, 'zip'), blob);
    });
  if (working) return <Working {...working} onStop={stop} />;
  return (
    <>
      <Form.Check
        id="with-copies"
        label="With the small copies of the clips"
        checked={copies}
        onChange={({ target }) => setCopies(target.checked)}
      />
      <Button variant="outline-dark" onClick={make}>
        Make the project
      </Button>
    </>
  );
}
