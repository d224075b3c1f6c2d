import { useId } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { JoinFacts } from '@caesura/core/joins';
import { softnessAt } from '@caesura/core/motion';
import type { MoveKind, Plan } from '@caesura/core/plan';
import { NumberField } from '../../fields/NumberField.tsx';
import { wayName } from './words.ts';
import { useSetJoin } from './use-set-join.ts';

/** How far the move of a join goes, as far as it has such a value: peak, shift, turn, way, aim. */
export function MoveValues({
  plan,
  facts: { cut, settings, out, into },
  suggested,
}: {
  plan: Plan;
  facts: JoinFacts;
  suggested: number | null;
}) {
  const id = useId();
  const set = useSetJoin(cut);
  const has = (...moves: MoveKind[]) => moves.includes(settings.move);
  const mirrored = settings.peakIn === null;
  const softness = Math.min(
    ...[out, into].flatMap(({ clip }) =>
      clip ? [softnessAt(clip.size, plan.size, settings.peak)] : [],
    ),
  );
  return (
    <>
      {has('zoom-through', 'pull-back', 'whip-pan') && (
        <NumberField
          label={mirrored ? 'Peak scale' : 'Peak scale out'}
          value={settings.peak * 100}
          unit="%"
          least={5}
          most={2000}
          by={10}
          also={Number.isFinite(softness) ? `${softness.toFixed(2)} px of source per px` : ''}
          onCommit={(peak) => set({ peak: peak / 100 })}
        />
      )}
      {has('zoom-through', 'pull-back', 'whip-pan') && settings.sides === 'both' && (
        <>
          <Form.Check
            type="switch"
            id={`${id}-mirrored`}
            label="Peak in mirrors that out"
            checked={mirrored}
            onChange={(event) => set({ peakIn: event.target.checked ? null : settings.peak })}
          />
          {!mirrored && (
            <NumberField
              label="Peak scale in"
              value={(settings.peakIn ?? settings.peak) * 100}
              unit="%"
              least={5}
              most={2000}
              by={10}
              onCommit={(peak) => set({ peakIn: peak / 100 })}
            />
          )}
        </>
      )}
      {has('whip-pan', 'slide', 'drop') && (
        <NumberField
          label="Shift"
          value={settings.shift * 100}
          unit="%"
          least={0}
          most={400}
          by={5}
          onCommit={(shift) => set({ shift: shift / 100 })}
        />
      )}
      {has('whip-pan') && (
        <NumberField
          label="Overshoot"
          value={settings.overshoot * 100}
          unit="%"
          least={0}
          most={100}
          by={5}
          also="of the shift"
          onCommit={(part) => set({ overshoot: part / 100 })}
        />
      )}
      {has('hinge') && (
        <NumberField
          label="Turn"
          value={settings.turn}
          unit="°"
          least={-720}
          most={720}
          by={5}
          onCommit={(turn) => set({ turn })}
        />
      )}
      {has('whip-pan', 'slide', 'drop', 'smear') && (
        <>
          <NumberField
            label="Way"
            value={settings.way}
            unit="°"
            least={-360}
            most={360}
            by={15}
            also={wayName(settings.way)}
            onCommit={(way) => set({ way })}
          />
          {suggested !== null && suggested !== settings.way && (
            <Button variant="link" size="sm" onClick={() => set({ way: suggested })}>
              The camera goes {wayName(suggested)}: take that
            </Button>
          )}
        </>
      )}
      {has('zoom-through', 'pull-back', 'hinge', 'own') && (
        <>
          <NumberField
            label="Aim across"
            value={settings.aim.x * 100}
            unit="%"
            least={0}
            most={100}
            also="or Alt-click in a picture"
            onCommit={(x) => set({ aim: { ...settings.aim, x: x / 100 } })}
          />
          <NumberField
            label="Aim down"
            value={settings.aim.y * 100}
            unit="%"
            least={0}
            most={100}
            onCommit={(y) => set({ aim: { ...settings.aim, y: y / 100 } })}
          />
        </>
      )}
    </>
  );
}
