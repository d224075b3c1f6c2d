import { RotateCcw, Square, X } from 'lucide-react';
import { Button } from 'react-bootstrap';
import { Progress } from '../../components/Progress.tsx';
import { counted } from '../../app/format.ts';
import type { QueuedFile, Stage } from '../../files/file-queue.ts';
import { useFileQueue, useQueuedFiles } from '../../files/use-file-queue.ts';
import { IconButton } from '../../components/IconButton.tsx';

const SAID: Readonly<Record<Stage, string>> = {
  waiting: 'waits',
  reading: 'reading',
  queued: 'waits to be watched',
  watching: 'watching',
  done: 'done',
  stopped: 'stopped',
  failed: 'failed',
};

const atWork = ({ stage }: Pick<QueuedFile, 'stage'>) =>
  ['waiting', 'reading', 'queued', 'watching'].includes(stage);
const canRetry = ({ stage }: QueuedFile) => stage === 'stopped' || stage === 'failed';

/** One file on its way, with what there is to say of it. */
function FileRow({ file }: { file: QueuedFile }) {
  const queue = useFileQueue();
  const { id, name, stage, fraction, note } = file;
  const moves = stage === 'reading' || stage === 'watching';
  const percent = Math.round(100 * fraction);
  return (
    <li className={`file-row is-${stage}`}>
      <span className="file-row-name" title={name}>
        {name}
      </span>
      <span className="file-row-stage">{moves ? `${SAID[stage]}, ${percent} %` : SAID[stage]}</span>
      {moves && <Progress percent={percent} label={`${name}: ${SAID[stage]}`} />}
      {note && <p role={stage === 'failed' ? 'alert' : undefined}>{note}</p>}
      <span className="file-row-tools">
        {canRetry(file) && (
          <IconButton name={`Try ${name} again`} hint="Try again" onClick={() => queue.retry(id)}>
            <RotateCcw size={15} />
          </IconButton>
        )}
        {atWork(file) ? (
          <IconButton name={`Stop ${name}`} hint="Stop" onClick={() => queue.stop(id)}>
            <Square size={14} />
          </IconButton>
        ) : (
          <IconButton
            name={`Take ${name} off the list`}
            hint="Take off the list"
            onClick={() => queue.clear(id)}
          >
            <X size={15} />
          </IconButton>
        )}
      </span>
    </li>
  );
}

/**
 * The files that are on their way to clips, and those of which there is something to say; nothing
 * when there are none.
 */
export function FileList() {
  const queue = useFileQueue();
  const files = useQueuedFiles(queue);
  const busy = files.filter(atWork);
  // Those at work first, then those of which there is something to say, then those that wait.
  const rank = ({ stage }: QueuedFile) =>
    stage === 'reading' || stage === 'watching' ? 0 : atWork({ stage }) ? 2 : 1;
  const told = files
    .filter((file) => file.stage !== 'done' || file.note)
    .toSorted((a, b) => rank(a) - rank(b));
  if (told.length === 0) return null;
  const done = files.filter((file) => file.stage === 'done').length;
  return (
    <section className="file-list" aria-label="Files">
      <div className="file-list-head" role="status">
        <h3>{busy.length > 0 ? `${counted(busy.length, 'file')} to go` : 'Files'}</h3>
        <span>{done} done</span>
        {busy.length > 0 ? (
          <Button variant="outline-dark" size="sm" onClick={() => queue.stop()}>
            Stop all
          </Button>
        ) : (
          <Button variant="outline-dark" size="sm" onClick={() => queue.clear()}>
            Clear the list
          </Button>
        )}
      </div>
      <ul>
        {told.map((file) => (
          <FileRow key={file.id} file={file} />
        ))}
      </ul>
    </section>
  );
}
