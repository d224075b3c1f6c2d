import { Play } from 'lucide-react';
import { useId } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Plan } from '@caesura/core/plan';
import { useEdit } from '../../app/hooks.ts';
import type { Task } from '../../app/use-task.ts';
import { bringEffect, kitFile, kitLeft } from './bring-effect.ts';
import { useHear } from './use-hear.ts';

/** What is chosen stands for an effect of the kit that is not in the plan yet. */
const KIT_PREFIX = 'kit:';

/**
 * Chooses the effect that is put, among those of the plan and of the kit, each to be heard before;
 * one of the kit is brought into the plan when it is chosen.
 */
export function EffectChoice({
  plan,
  chosen,
  task,
  onChoose,
}: {
  plan: Plan;
  /** Id of an effect of the plan; empty where there is none. */
  chosen: string;
  task: Task;
  onChoose: (media: string) => void;
}) {
  const edit = useEdit();
  const id = useId();
  const hear = useHear();
  const left = kitLeft(plan.effectFiles);
  const file = plan.effectFiles.find((effect) => effect.id === chosen);
  const choose = (value: string) => {
    if (!value.startsWith(KIT_PREFIX)) {
      onChoose(plan.effectFiles.find((effect) => effect.id === value)!.media);
      return;
    }
    const made = left.find((effect) => `${KIT_PREFIX}${effect.id}` === value)!;
    task.run(async (onStage, signal) => {
      onStage(`Making ${made.name}`, null);
      const effect = await bringEffect(await kitFile(made), made.name, () => undefined, signal);
      edit('addEffectFile', effect);
      onChoose(effect.media);
    });
  };
  return (
    <Form.Group className="field effect-choice">
      <Form.Label htmlFor={id}>Effect</Form.Label>
      <Form.Select id={id} value={chosen} onChange={(event) => choose(event.target.value)}>
        {chosen === '' && <option value="">choose one</option>}
        {plan.effectFiles.length > 0 && (
          <optgroup label="In this plan">
            {plan.effectFiles.map((effect) => (
              <option key={effect.id} value={effect.id}>
                {effect.name}
              </option>
            ))}
          </optgroup>
        )}
        {left.length > 0 && (
          <optgroup label="From the kit">
            {left.map((made) => (
              <option key={made.id} value={`${KIT_PREFIX}${made.id}`}>
                {made.name}
              </option>
            ))}
          </optgroup>
        )}
      </Form.Select>
      <Button
        variant="outline-dark"
        aria-label={file ? `Hear ${file.name}` : 'Hear it'}
        title="Hear it"
        disabled={!file}
        onClick={() => file && hear.file(file.media)}
      >
        <Play size={14} />
      </Button>
    </Form.Group>
  );
}
