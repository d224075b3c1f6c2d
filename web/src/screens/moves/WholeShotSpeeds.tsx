import { speedAt } from '@caesura/core/curves';
import type { ShotFacts } from '@caesura/core/film';
import { Button, ButtonGroup } from 'react-bootstrap';
import { useEdit } from '../../app/hooks.ts';
import { useAppSelector } from '../../app/store.ts';
import { speedOfPercent } from './RampKeys.tsx';

const STILL = [{ from: 'start', at: 0, speed: { num: 0, den: 1 }, ease: 'linear' }] as const;
const BACKWARDS = [{ from: 'start', at: 0, speed: { num: -1, den: 1 }, ease: 'linear' }] as const;

/** A key of the speed where the position is; the whole shot frozen or reversed. */
export function WholeShotSpeeds({
  facts: { index, length, time, used, start },
}: {
  facts: ShotFacts;
}) {
  const edit = useEdit();
  const position = useAppSelector((state) => state.view.frame);
  const at = position - start;
  if (!time || !used) return null;
  return (
    <>
      <div className="buttons">
        {at >= 0 && at <= length && (
          <Button
            variant="outline-dark"
            onClick={() =>
              edit('setRampKey', index, {
                at,
                speed: speedOfPercent(100 * speedAt(time.curve, at)),
              })
            }
            title="A key where the position is, at the speed there"
          >
            Key at frame {position}
          </Button>
        )}
        <ButtonGroup aria-label="Whole shot">
          <Button variant="outline-dark" onClick={() => edit('setRamp', index, STILL)}>
            Freeze
          </Button>
          <Button
            variant="outline-dark"
            onClick={() => edit('placeRamp', index, BACKWARDS, used.highest)}
          >
            Reverse
          </Button>
        </ButtonGroup>
      </div>
    </>
  );
}
