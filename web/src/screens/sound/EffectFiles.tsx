import { Button } from 'react-bootstrap';
import type { EffectFile, Plan } from '@caesura/core/plan';
import { counted } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { useOutline } from '../../app/use-media.ts';
import type { Task } from '../../app/use-task.ts';
import { FileButton } from '../../components/DropArea.tsx';
import { Wave } from '../../components/Wave.tsx';
import { Working } from '../../components/Working.tsx';
import { seconds } from '@caesura/core/time';
import { TextField } from '../../fields/TextField.tsx';
import { bringEffect, nameOfFile } from './bring-effect.ts';
import { KitList } from './KitList.tsx';
import { useHear, type Hear } from './use-hear.ts';

/** Sound files that are offered for choosing. */
const ACCEPT = '.wav,.mp3,.flac,.ogg,.opus,.m4a,.aac,.webm,audio/*';

const milliseconds = (samples: number, { sampleRate }: EffectFile) =>
  Math.round((1000 * samples) / sampleRate);

function EffectCard({ plan, effect, hear }: { plan: Plan; effect: EffectFile; hear: Hear }) {
  const edit = useEdit();
  const outline = useOutline(effect.outline);
  const { measure, sampleRate, length } = effect;
  const used = plan.effects.filter((placement) => placement.effect === effect.id).length;
  const lasts = seconds(length / sampleRate);
  return (
    <li className="effect">
      <TextField
        label="Name"
        value={effect.name}
        onCommit={(name) => edit('renameEffectFile', effect.id, name)}
      />
      <div className="effect-wave">
        {outline && (
          <Wave
            outline={outline}
            line={{ from: seconds(0), to: lasts, span: lasts, bar: null, bars: [] }}
            offset={0}
          />
        )}
        <i style={{ left: `${(100 * measure.peak) / length}%` }} title="Peak" />
      </div>
      <p className="figures">
        rises {milliseconds(measure.peak - measure.from, effect)} ms · falls{' '}
        {milliseconds(measure.to - measure.peak, effect)} ms ·{' '}
        {measure.loudness?.toFixed(1).replace('-', '−')} LUFS
      </p>
      <p>
        {effect.fileName} · {used === 0 ? 'not used' : `used ${counted(used, 'time')}`}{' '}
        <Button
          variant="link"
          size="sm"
          aria-label={`Hear it: ${effect.name}`}
          onClick={() => hear.file(effect.media)}
        >
          Hear it
        </Button>{' '}
        <Button
          variant="link"
          size="sm"
          aria-label={`Remove ${effect.name}`}
          onClick={() => edit('removeEffectFile', effect.id)}
        >
          Remove
        </Button>
      </p>
    </li>
  );
}

/** The files of effects: brought in and measured, or taken from the kit. */
export function EffectFiles({ plan, task }: { plan: Plan; task: Task }) {
  const edit = useEdit();
  const hear = useHear();
  return (
    <>
      {task.working ? (
        <Working {...task.working} onStop={task.stop} />
      ) : (
        <div className="buttons">
          <FileButton
            label="Add sound effects"
            accept={ACCEPT}
            multiple
            onFiles={(files) => bringFiles(files, task, edit)}
          />
        </div>
      )}
      <ul className="effects">
        {plan.effectFiles.map((effect) => (
          <EffectCard key={effect.id} plan={plan} effect={effect} hear={hear} />
        ))}
      </ul>
      <KitList plan={plan} task={task} hear={hear} />
    </>
  );
}

/** Brings files in as effects, one after the other. */
export function bringFiles(
  files: readonly File[],
  task: Task,
  edit: ReturnType<typeof useEdit>,
): void {
  task.run(async (onStage, signal) => {
    for (const file of files) {
      const what = `Measuring ${file.name}`;
      onStage(what, 0);
      edit(
        'addEffectFile',
        await bringEffect(file, nameOfFile(file.name), (done) => onStage(what, done), signal),
      );
    }
  });
}
