import { useId } from 'react';
import { Form } from 'react-bootstrap';
import { coverOfBoth, type JoinFacts } from '@caesura/core/joins';
import type { Plan } from '@caesura/core/plan';
import { EasingField } from '../../fields/EasingField.tsx';
import { LookFields } from './LookFields.tsx';
import { Mirrored } from './Mirrored.tsx';
import type { Choice } from './use-choice.ts';

/** How the move of a join looks: easings, blurs, light, what is beyond the edges, what is held. */
export function MoveLook({
  plan,
  facts,
  choice: { setJoins: set },
}: {
  plan: Plan;
  facts: JoinFacts;
  choice: Choice;
}) {
  const { settings, overlap } = facts;
  const id = useId();
  const own = settings.move === 'own';
  const part = { settings, set };
  return (
    <>
      {!own && settings.move !== 'plain' && (
        <>
          <EasingField
            label="Easing out"
            value={settings.easeOut}
            onCommit={(easeOut) => set({ easeOut })}
          />
          <EasingField
            label="Easing in"
            value={settings.easeIn}
            onCommit={(easeIn) => set({ easeIn })}
          />
        </>
      )}
      {!own && (
        <>
          <Mirrored {...part} of="blur" label="Blur" unit="px" most={2000} times={1} />
          <Mirrored {...part} of="radial" label="Radial blur" unit="%" most={100} times={100} />
          <Mirrored {...part} of="flash" label="Flash" unit="%" most={100} times={100} />
          <Mirrored {...part} of="dip" label="Dip" unit="%" most={100} times={100} />
        </>
      )}
      <LookFields plan={plan} look={settings} set={set} whole={coverOfBoth(settings, facts)} />
      {overlap &&
        (['out', 'in'] as const).map((side) => (
          <Form.Check
            key={side}
            type="switch"
            id={`${id}-hold-${side}`}
            label={
              side === 'out'
                ? 'Hold the outgoing where its file ends'
                : 'Hold the incoming where its file starts'
            }
            checked={settings.hold[side]}
            onChange={(event) => set({ hold: { ...settings.hold, [side]: event.target.checked } })}
          />
        ))}
    </>
  );
}
