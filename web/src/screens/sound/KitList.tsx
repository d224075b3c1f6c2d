import { Play } from 'lucide-react';
import { Button } from 'react-bootstrap';
import { FAMILIES, KIT, type Family, type KitEffect } from '@caesura/core/sound';
import type { Plan } from '@caesura/core/plan';
import { useEdit } from '../../app/hooks.ts';
import type { Task } from '../../app/use-task.ts';
import { bringEffect, kitFile, kitLeft } from './bring-effect.ts';
import type { Hear } from './use-hear.ts';

const FAMILY_NAMES: Readonly<Record<Family, string>> = {
  whoosh: 'Whoosh',
  riser: 'Riser',
  swell: 'Reverse swell',
  impact: 'Impact with tail',
  thump: 'Thump',
  drop: 'Sub drop',
  click: 'Click',
  tick: 'Tick',
  shutter: 'Shutter',
  page: 'Page',
  room: 'Room',
  air: 'Air',
};

/** The sounds that are made here: each is heard at a click, and brought in at another. */
export function KitList({ plan, task, hear }: { plan: Plan; task: Task; hear: Hear }) {
  const edit = useEdit();
  const left = new Set(kitLeft(plan.effectFiles));
  const bring = (wanted: readonly KitEffect[]) =>
    task.run(async (onStage, signal) => {
      for (const [i, made] of wanted.entries()) {
        onStage(`Making ${made.name}`, i / wanted.length);
        edit(
          'addEffectFile',
          await bringEffect(await kitFile(made), made.name, () => undefined, signal),
        );
      }
    });
  return (
    <section aria-label="The kit">
      <h3>The kit</h3>
      {left.size > 0 && (
        <Button variant="outline-dark" size="sm" onClick={() => bring([...left])}>
          Add the kit
        </Button>
      )}
      <ul className="kit">
        {FAMILIES.map((family) => (
          <li key={family}>
            <span>{FAMILY_NAMES[family]}</span>
            {KIT.filter((made) => made.family === family).map((made, i) => (
              <span key={made.id} className="kit-one">
                <Button
                  variant="outline-dark"
                  size="sm"
                  aria-label={`${i + 1}: hear ${made.name}`}
                  title={`Hear ${made.name}`}
                  onClick={() => hear.samples(made.render())}
                >
                  <Play size={12} /> {i + 1}
                </Button>
                {left.has(made) && (
                  <Button
                    variant="link"
                    size="sm"
                    aria-label={`Add ${made.name}`}
                    onClick={() => bring([made])}
                  >
                    add
                  </Button>
                )}
              </span>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}
