import { Button } from 'react-bootstrap';
import { straightWay, type JoinFacts } from '@caesura/core/joins';
import type { MoveKind } from '@caesura/core/plan';
import { Choose } from '../../fields/Choose.tsx';
import { NumberField } from '../../fields/NumberField.tsx';
import { AimFields } from './LookFields.tsx';
import { Mirrored } from './Mirrored.tsx';
import type { Suggested } from '../../app/use-camera.ts';
import type { Choice } from './use-choice.ts';
import { wayName } from './words.ts';

/** How far the move of a join goes, as far as it has such a value: peak, shift, turn, way, aim. */
export function MoveValues({
  facts: { settings },
  suggested,
  choice: { setJoins: set },
}: {
  facts: JoinFacts;
  suggested: Suggested;
  choice: Choice;
}) {
  const has = (...moves: MoveKind[]) => moves.includes(settings.move);
  const part = { settings, set };
  // What pushes pictures past one another goes along the edges, so that nothing is left open.
  const way =
    suggested.way !== null && has('slide', 'drop') ? straightWay(suggested.way) : suggested.way;
  return (
    <>
      {has('zoom-through', 'pull-back', 'whip-pan') && (
        <Mirrored
          {...part}
          of="peak"
          label="Peak scale"
          unit="%"
          least={5}
          most={2000}
          times={100}
          by={10}
        />
      )}
      {has('whip-pan', 'slide', 'drop') && (
        <Mirrored {...part} of="shift" label="Shift" unit="%" most={400} times={100} by={5} />
      )}
      {has('whip-pan') && <Overshoot {...part} />}
      {has('hinge') && (
        <>
          <Mirrored
            {...part}
            of="turn"
            label="Turn"
            unit="°"
            least={-720}
            most={720}
            times={1}
            by={5}
          />
          {settings.about === 'aim' && (
            <Choose
              label="What is left"
              value={settings.remains}
              of={{ falls: 'falls away', stays: 'stays' }}
              onChoose={(remains) => set({ remains })}
            />
          )}
        </>
      )}
      {has('whip-pan', 'slide', 'drop', 'smear') && (
        <>
          <Mirrored
            {...part}
            of="way"
            label="Way"
            unit="°"
            least={-360}
            most={360}
            times={1}
            by={15}
            also={wayName(settings.way)}
          />
          {way !== null && way !== settings.way && (
            <Button variant="link" size="sm" onClick={() => set({ way })}>
              The camera goes {wayName(way)}: take that
            </Button>
          )}
        </>
      )}
      {!has('plain', 'slide', 'drop') && (
        <AimFields look={settings} set={set} turns={has('hinge', 'own')} />
      )}
    </>
  );
}

/** How far a whip pan goes past its rest. */
function Overshoot({
  settings,
  set,
}: {
  settings: JoinFacts['settings'];
  set: Choice['setJoins'];
}) {
  return (
    <NumberField
      label="Overshoot"
      value={settings.overshoot * 100}
      unit="%"
      least={0}
      most={100}
      by={5}
      also="of the shift"
      onCommit={(value) => set({ overshoot: value / 100 })}
    />
  );
}
