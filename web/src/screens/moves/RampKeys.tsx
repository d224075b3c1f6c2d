import { Button } from 'react-bootstrap';
import type { Ramp } from '@caesura/core/plan';
import type { ShotFacts } from '@caesura/core/film';
import { placeOf } from '@caesura/core/ramps';
import { rational } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { NumberField } from '../../fields/NumberField.tsx';
import { EasingField } from '../../fields/EasingField.tsx';

/** A speed in per cent as a fraction, to a hundredth. */
export const speedOfPercent = (percent: number) => rational(Math.round(percent * 100), 10_000);

/** The keys of a ramp that has no usual shape, in frames of the film and of the source. */
export function RampKeys({ facts, ramp }: { facts: ShotFacts; ramp: Ramp }) {
  const edit = useEdit();
  const { length, start, time, index } = facts;
  return (
    <div className="ramp-keys">
      {ramp.map((key, i) => {
        const at = placeOf(key, length);
        return (
          <div key={`${key.from} ${key.at} ${i}`}>
            <p className="figures">
              frame {start + at}, source {time?.at(at)}
              <Button
                variant="link"
                size="sm"
                aria-label={`Remove the key at ${start + at}`}
                onClick={() => edit('removeRampKey', index, i)}
              >
                Remove
              </Button>
            </p>
            <NumberField
              label={`Speed at ${start + at}`}
              value={(100 * key.speed.num) / key.speed.den}
              unit="%"
              least={-10_000}
              most={10_000}
              by={10}
              onCommit={(v) => edit('setRampKey', index, { at, speed: speedOfPercent(v) })}
            />
            {i < ramp.length - 1 && (
              <EasingField
                label={`From ${start + at}`}
                value={key.ease}
                onCommit={(ease) =>
                  edit('setRampKey', index, {
                    at,
                    speed: rational(key.speed.num, key.speed.den),
                    ease,
                  })
                }
              />
            )}
          </div>
        );
      })}
    </div>
  );
}
