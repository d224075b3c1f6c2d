import { Button } from 'react-bootstrap';
import { ownKeys, type JoinFacts } from '@caesura/core/joins';
import { useEdit } from '../../app/hooks.ts';
import { inUnit, UNITS } from './columns.ts';
import { EasingField } from './EasingField.tsx';

/** The keys of an own move: each with its easing to the next, to be changed or removed. */
export function JoinKeys({ facts }: { facts: JoinFacts }) {
  const edit = useEdit();
  const { cut, frame, settings } = facts;
  const keys = (['out', 'in'] as const).flatMap((side) =>
    Object.values(ownKeys(side, settings, facts)).flat(),
  );
  if (keys.length === 0) return <p>Type values in the table; each becomes a key.</p>;
  return (
    <details className="join-keys">
      <summary>Keys and their easings</summary>
      {keys.map(({ at, key: { side, of, value, ease } }) => {
        const name = `${UNITS[of].name} ${side} at ${frame + at}`;
        return (
          <div key={`${side} ${of} ${at}`}>
            <p className="figures">
              {name}: {inUnit(of, value)} {UNITS[of].unit}
              <Button
                variant="link"
                size="sm"
                aria-label={`Remove ${name}`}
                onClick={() => edit('removeJoinKey', cut, { side, of, at })}
              >
                Remove
              </Button>
            </p>
            <EasingField
              label={`From ${frame + at}`}
              value={ease}
              onCommit={(text) => edit('setJoinKey', cut, { side, of, at, value, ease: text })}
            />
          </div>
        );
      })}
    </details>
  );
}
