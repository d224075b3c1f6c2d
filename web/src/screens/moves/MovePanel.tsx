import { useId } from 'react';
import { Button, ButtonGroup, Form } from 'react-bootstrap';
import type { JoinFacts } from '@caesura/core/joins';
import { MOVES, type MoveKind, type Plan } from '@caesura/core/plan';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { JoinKeys } from './JoinKeys.tsx';
import { MoveLook } from './MoveLook.tsx';
import { MoveValues } from './MoveValues.tsx';
import { MoveWindow } from './MoveWindow.tsx';
import { useSetJoin } from './use-set-join.ts';
import { MOVE_NAMES, SIDE_NAMES } from './words.ts';

const HARD = 'hard';

/** Everything that can be set of a join. */
export function MovePanel({
  plan,
  facts,
  suggested,
}: {
  plan: Plan;
  facts: JoinFacts;
  suggested: number | null;
}) {
  const edit = useEdit();
  const id = useId();
  const { cut, join, settings } = facts;
  const { move, pictures: shown } = settings;
  const set = useSetJoin(cut);
  return (
    <>
      <Choose
        label="Move"
        value={(join ? move : HARD) as string}
        of={
          {
            [HARD]: 'Hard cut',
            ...Object.fromEntries(MOVES.map((m) => [m, MOVE_NAMES[m]])),
          } as Record<string, string>
        }
        onChoose={(value) => edit('setMoves', [cut], value === HARD ? null : (value as MoveKind))}
      />
      {join && (
        <>
          <Form.Check
            type="switch"
            id={`${id}-on`}
            label="In use"
            checked={!join.off}
            onChange={(event) => edit('switchJoins', [cut], !event.target.checked)}
          />
          <div className="field">
            <span className="form-label">Pictures</span>
            <ButtonGroup aria-label="Pictures">
              {(['inside', 'overlap'] as const).map((pictures) => (
                <Button
                  key={pictures}
                  variant="outline-dark"
                  active={shown === pictures}
                  aria-pressed={shown === pictures}
                  onClick={() => set({ pictures })}
                >
                  {pictures === 'inside' ? 'one at a time' : 'both at once'}
                </Button>
              ))}
            </ButtonGroup>
          </div>
          <MoveWindow plan={plan} facts={facts} />
          <MoveValues plan={plan} facts={facts} suggested={suggested} />
          {move !== 'own' && move !== 'plain' && (
            <Choose
              label="Moves"
              value={settings.sides}
              of={SIDE_NAMES}
              onChoose={(sides) => set({ sides })}
            />
          )}
          {move === 'own' && <JoinKeys facts={facts} />}
          <MoveLook plan={plan} facts={facts} />
        </>
      )}
    </>
  );
}
