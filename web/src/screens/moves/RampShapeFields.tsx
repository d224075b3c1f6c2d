import { Button } from 'react-bootstrap';
import type { ShotFacts } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { shapedRamp, type RampShape } from '@caesura/core/ramps';
import { toNumber, type Rational } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { NumberField } from '../../fields/NumberField.tsx';
import { WholeField } from '../../fields/WholeField.tsx';
import { EasingField } from '../../fields/EasingField.tsx';
import { speedOfPercent } from './RampKeys.tsx';
import { SourceFields } from './SourceFields.tsx';

/** The ramp of a shot at one of its ends, where it is of the usual shape: floor, crest, length. */
export function RampShapeFields({
  plan,
  facts,
  shape,
  end,
}: {
  plan: Plan;
  facts: ShotFacts;
  shape: RampShape;
  end: 'head' | 'tail';
}) {
  const edit = useEdit();
  const { index, shot, length } = facts;
  const crest = shape[end];
  const group = plan.ramps.find((r) => r.id === shot.rampOf);
  const put = (next: RampShape) =>
    group && !shot.ramp
      ? edit('changeRampGroup', group.id, shapedRamp(next))
      : edit('setRamp', index, next.head || next.tail ? shapedRamp(next) : null);
  if (!crest) return null;
  return (
    <>
      {(
        [
          ['Floor', shape.floor, 1000, 5, (v: Rational) => ({ ...shape, floor: v })],
          [
            'Crest',
            crest.speed,
            10_000,
            10,
            (v: Rational) => ({ ...shape, [end]: { ...crest, speed: v } }),
          ],
        ] as const
      ).map(([label, value, most, by, changed]) => (
        <NumberField
          key={label}
          {...{ label, most, by }}
          value={toNumber(value) * 100}
          unit="%"
          least={0}
          onCommit={(v) => put(changed(speedOfPercent(v)))}
        />
      ))}
      <WholeField
        label="Ramp length"
        value={crest.length}
        least={1}
        most={length}
        also="f"
        onCommit={(n) => put({ ...shape, [end]: { ...crest, length: n } })}
      />
      <EasingField
        label="Ramp easing"
        value={crest.ease}
        onCommit={(ease) => put({ ...shape, [end]: { ...crest, ease } })}
      />
      <SourceFields plan={plan} facts={facts} shape={shape} end={end} />
      <div className="buttons">
        <Button variant="outline-dark" onClick={() => put({ ...shape, [end]: null })}>
          Take the ramp away
        </Button>
        {!group && (
          <Button
            variant="outline-dark"
            onClick={() => edit('keepRamp', index, `Ramp of shot ${index + 1}`)}
          >
            Keep for others
          </Button>
        )}
      </div>
    </>
  );
}
