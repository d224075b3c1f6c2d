import { Button } from 'react-bootstrap';
import { speedAt } from '@caesura/core/curves';
import type { ShotFacts } from '@caesura/core/film';
import type { Ramp } from '@caesura/core/plan';
import { ordered, placeOf, toSpeed } from '@caesura/core/ramps';
import { rational } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { EasingField } from '../../fields/EasingField.tsx';
import { NumberField } from '../../fields/NumberField.tsx';
import { WholeField } from '../../fields/WholeField.tsx';

/** The keys of the speeds of a shot, typed by film frame, source frame, speed and easing. */
export function KeyTable({ facts, ramp, at }: { facts: ShotFacts; ramp: Ramp; at: number }) {
  const edit = useEdit();
  const { index, start, length, time } = facts;
  if (!time) return null;
  const keys = ordered(ramp, length);
  const here = at - start;
  const frameOf = (source: number): number | null => {
    for (let k = 0; k <= length; k++) if (time.at(k) >= source) return k;
    return null;
  };
  return (
    <section aria-label="Keys" className="key-table">
      <h3>Keys</h3>
      {keys.map((key, i) => {
        const k = placeOf(key, length);
        const speed = rational(key.speed.num, key.speed.den);
        const name = `key ${i + 1}`;
        return (
          <div key={i} className="speed-key" role="group" aria-label={`Speed ${name}`}>
            <WholeField
              label={`Frame of ${name}`}
              value={start + k}
              least={start}
              most={start + length}
              onCommit={(frame) => edit('moveRampKey', index, i, { at: frame - start, speed })}
            />
            <WholeField
              label={`Source of ${name}`}
              value={time.at(Math.min(length, Math.max(0, k)))}
              least={0}
              most={10_000_000}
              onCommit={(source) => {
                const to = frameOf(source);
                return to !== null && edit('moveRampKey', index, i, { at: to, speed });
              }}
            />
            <NumberField
              label={`Speed of ${name}`}
              value={(100 * key.speed.num) / key.speed.den}
              unit="%"
              least={-10_000}
              most={10_000}
              by={10}
              onCommit={(percent) =>
                edit('moveRampKey', index, i, { at: k, speed: toSpeed(percent / 100) })
              }
            />
            {i < keys.length - 1 && (
              <EasingField
                label={`After ${name}`}
                value={key.ease}
                onCommit={(ease) =>
                  edit(
                    'setRamp',
                    index,
                    keys.map((other, j) => (j === i ? { ...other, ease } : other)),
                  )
                }
              />
            )}
            {facts.ramp && (
              <Button
                variant="link"
                size="sm"
                aria-label={`Remove ${name}`}
                onClick={() =>
                  edit('setRamp', index, keys.length > 1 ? keys.filter((_, j) => j !== i) : null)
                }
              >
                Remove
              </Button>
            )}
          </div>
        );
      })}
      <div className="buttons">
        {here >= 0 && here <= length && (
          <Button
            variant="outline-dark"
            onClick={() =>
              edit('setRampKey', index, { at: here, speed: toSpeed(speedAt(time.curve, here)) })
            }
            title="N: a key at the position, at the speed that is there"
          >
            Key at frame {at}
          </Button>
        )}
        {facts.ramp && (
          <Button variant="outline-dark" onClick={() => edit('setRamp', index, null)}>
            One speed
          </Button>
        )}
      </div>
    </section>
  );
}
