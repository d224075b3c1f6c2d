import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useNavigate, useParams } from 'react-router';
import { placeDifferences } from '@caesura/core/edits';
import { waitsForFile, type Clip } from '@caesura/core/plan';
import { useEdit, usePlan } from '../../app/hooks.ts';
import { TextField } from '../../fields/TextField.tsx';

const FRAMINGS = ['wide', 'medium', 'close'] as const;

/** What a clip that waits for its file is to show, for the shooting list. */
function Wanted({ clip }: { clip: Clip }) {
  const edit = useEdit();
  const { framing, action = '' } = clip.wanted ?? {};
  return (
    <>
      <Form.Group className="field">
        <Form.Label htmlFor="wanted-framing">To shoot</Form.Label>
        <Form.Select
          id="wanted-framing"
          size="sm"
          value={framing ?? ''}
          onChange={({ target }) => {
            const chosen = FRAMINGS.find((one) => one === target.value);
            edit('changeClip', { ...clip, wanted: { action, ...(chosen && { framing: chosen }) } });
          }}
        >
          <option value="">as it comes</option>
          {FRAMINGS.map((one) => (
            <option key={one} value={one}>
              {one}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      <TextField
        label="What is to happen"
        value={action}
        maxLength={500}
        onCommit={(typed) =>
          edit('changeClip', { ...clip, wanted: { ...(framing && { framing }), action: typed } })
        }
      />
    </>
  );
}

/** Puts a clip that came in the place of one that waits for its file, and says what differs. */
export function TakePlace({ clip }: { clip: Clip }) {
  const plan = usePlan();
  const edit = useEdit();
  const navigate = useNavigate();
  const { id = '' } = useParams();
  const [chosen, setChosen] = useState('');
  if (!waitsForFile(clip)) return null;
  const others = plan.clips.filter((one) => !waitsForFile(one));
  const came = others.find((one) => one.id === chosen);
  const differs = came ? placeDifferences(clip, came) : [];
  return (
    <div className="waiting-clip">
      <Wanted clip={clip} />
      {others.length > 0 && (
        <>
          <Form.Group className="field">
            <Form.Label htmlFor="take-place">Shot as</Form.Label>
            <Form.Select
              id="take-place"
              size="sm"
              value={chosen}
              onChange={({ target }) => setChosen(target.value)}
            >
              <option value="">choose a clip with its file</option>
              {others.map(({ id: other, name }) => (
                <option key={other} value={other}>
                  {name}
                </option>
              ))}
            </Form.Select>
          </Form.Group>
          {came && (
            <>
              {differs.map((words) => (
                <p key={words}>{words}</p>
              ))}
              <Button
                variant="outline-dark"
                onClick={() => {
                  if (edit('takePlace', clip.id, came.id))
                    void navigate(`/plans/${id}/footage/${came.id}`);
                }}
              >
                “{came.name}” takes its place
              </Button>
            </>
          )}
        </>
      )}
    </div>
  );
}
