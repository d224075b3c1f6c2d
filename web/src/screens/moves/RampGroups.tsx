import { cutsOf, type CutChoice } from '@caesura/core/recipes';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { rampOf, type ShotFacts } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { counted } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { CUT_CHOICES } from './words.ts';

/**
 * The ramps that several shots follow: which one this shot follows, and putting it on many cuts at
 * once.
 */
export function RampGroups({
  plan,
  facts,
  end,
}: {
  plan: Plan;
  facts: ShotFacts;
  end: 'head' | 'tail';
}) {
  const edit = useEdit();
  const [where, setWhere] = useState<CutChoice>('section');
  const { shot, index } = facts;
  if (plan.ramps.length === 0) return null;
  const group = shot.ramp ? undefined : plan.ramps.find((r) => r.id === shot.rampOf);
  const ramp = rampOf(plan, shot);
  // The shots that end at the cuts, or start at them, as this one does at its own.
  const shots = cutsOf(plan, where, Math.max(1, end === 'tail' ? index + 1 : index)).map((cut) =>
    end === 'tail' ? cut - 1 : cut,
  );
  return (
    <>
      <Choose
        label="Follows"
        value={group?.id ?? ''}
        of={
          { '': 'its own', ...Object.fromEntries(plan.ramps.map((r) => [r.id, r.name])) } as Record<
            string,
            string
          >
        }
        onChoose={(id) =>
          id ? edit('followRamp', id, [index]) : ramp && edit('setRamp', index, ramp)
        }
      />
      {group && (
        <>
          <p>
            {counted(plan.score!.shots.filter((s) => s.rampOf === group.id).length, 'shot')} follow
            “{group.name}”; what is changed here is changed in all of them.
          </p>
          <Choose label="Put it on" value={where} of={CUT_CHOICES} onChoose={setWhere} />
          <Button variant="outline-dark" onClick={() => edit('followRamp', group.id, shots)}>
            Put on {counted(shots.length, 'shot')}
          </Button>
        </>
      )}
    </>
  );
}
