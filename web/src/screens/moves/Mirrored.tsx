import { useId } from 'react';
import { Form } from 'react-bootstrap';
import type { JoinSettings } from '@caesura/core/plan';
import { NumberField } from '../../fields/NumberField.tsx';

/** Values that both sides of a cut have, linked or each its own. */
const INCOMING = {
  peak: 'peakIn',
  shift: 'shiftIn',
  way: 'wayIn',
  turn: 'turnIn',
  blur: 'blurIn',
  radial: 'radialIn',
  flash: 'flashIn',
  dip: 'dipIn',
} as const;

/**
 * A value at the peak, for both sides while they are linked; one field each once they are apart.
 */
export function Mirrored({
  settings,
  set,
  of,
  label,
  unit,
  least = 0,
  most,
  times,
  by = 1,
  also,
}: {
  settings: JoinSettings;
  set: (change: Partial<JoinSettings>) => boolean;
  of: keyof typeof INCOMING;
  label: string;
  unit: string;
  least?: number;
  most: number;
  times: number;
  by?: number;
  also?: string;
}) {
  const id = useId();
  const other = INCOMING[of];
  const incoming = settings[other];
  const linked = incoming === null;
  const both = settings.sides === 'both';
  return (
    <>
      <NumberField
        label={linked ? label : `${label} out`}
        value={settings[of] * times}
        {...{ unit, least, most, by }}
        {...(also !== undefined && { also })}
        onCommit={(value) => set({ [of]: value / times })}
      />
      {!linked && (
        <NumberField
          label={`${label} in`}
          value={incoming * times}
          {...{ unit, least, most, by }}
          onCommit={(value) => set({ [other]: value / times })}
        />
      )}
      {both && (settings[of] !== 0 || !linked) && (
        <Form.Check
          type="switch"
          id={`${id}-mirrored`}
          label={`${label} in mirrors that out`}
          checked={linked}
          onChange={(event) => set({ [other]: event.target.checked ? null : settings[of] })}
        />
      )}
    </>
  );
}
