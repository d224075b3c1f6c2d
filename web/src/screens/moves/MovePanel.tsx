import { useId, useState } from 'react';
import { Button, ButtonGroup, Form } from 'react-bootstrap';
import type { Advice, JoinFacts } from '@caesura/core/joins';
import { MOVES, type MoveKind, type Plan } from '@caesura/core/plan';
import { plural } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { Choose } from '../../fields/Choose.tsx';
import { MoveLook } from './MoveLook.tsx';
import { MoveValues } from './MoveValues.tsx';
import { MoveWindow } from './MoveWindow.tsx';
import type { Suggested } from '../../app/use-camera.ts';
import type { Choice } from './use-choice.ts';
import { MOVE_NAMES, SIDE_NAMES } from './words.ts';

const HARD = 'hard';

/** What another move at some cuts gives up: keys set by hand. */
function givenUp(plan: Plan, cuts: readonly number[]): string {
  const keys = cuts.reduce((sum, cut) => {
    const join = plan.score?.shots[cut]?.join;
    return sum + (join?.set.move === 'own' ? (join.set.keys?.length ?? 0) : 0);
  }, 0);
  return keys === 0 ? '' : `${plural(keys, 'key')} set by hand went with it; undo brings back.`;
}

/** Everything that can be set of a join, at all cuts that are chosen. */
export function MovePanel({
  plan,
  facts,
  suggested,
  advice,
  choice,
}: {
  plan: Plan;
  facts: JoinFacts;
  suggested: Suggested;
  advice: readonly Advice[];
  choice: Choice;
}) {
  const edit = useEdit();
  const id = useId();
  const { join, settings } = facts;
  const [said, setSaid] = useState({ cut: facts.cut, words: '' });
  const { move, pictures: shown } = settings;
  const { cuts, setJoins: set } = choice;
  const choose = (kind: MoveKind | null) => {
    const words = givenUp(plan, cuts);
    if (edit('setMoves', cuts, kind)) setSaid({ cut: facts.cut, words });
  };
  const zoomed = suggested.goes === 'in' ? 'zoom-through' : 'pull-back';
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
        onChoose={(value) => choose(value === HARD ? null : (value as MoveKind))}
      />
      {said.words && said.cut === facts.cut && (
        <p role="status" className="field-note">
          {said.words}
        </p>
      )}
      {suggested.goes !== null && move !== zoomed && (
        <Button variant="link" size="sm" onClick={() => choose(zoomed)}>
          The camera goes {suggested.goes}: {MOVE_NAMES[zoomed].toLowerCase()}
        </Button>
      )}
      {join && (
        <>
          <Form.Check
            type="switch"
            id={`${id}-on`}
            label="In use"
            checked={!join.off}
            onChange={(event) => edit('switchJoins', cuts, !event.target.checked)}
          />
          <h3>Placed</h3>
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
          <MoveWindow plan={plan} facts={facts} choice={choice} />
          <h3>Movement</h3>
          <MoveValues facts={facts} suggested={suggested} choice={choice} />
          {move !== 'own' && move !== 'plain' && (
            <Choose
              label="Moves"
              value={settings.sides}
              of={SIDE_NAMES}
              onChoose={(sides) => set({ sides })}
            />
          )}
          {advice.map(({ reason, label, set: change }) => (
            <p key={reason} className="field-note">
              {reason}{' '}
              <Button variant="link" size="sm" onClick={() => set(change)}>
                {label}
              </Button>
            </p>
          ))}
          <h3>Look</h3>
          <MoveLook plan={plan} facts={facts} choice={choice} />
        </>
      )}
    </>
  );
}
