import { Form } from 'react-bootstrap';
import { useNavigate, useParams } from 'react-router';
import type { Clip } from '@caesura/core/plan';
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

/** Puts a clip that came in the place of one that waits for its file. */
export function TakePlace({ clip }: { clip: Clip }) {
  const plan = usePlan();
  const edit = useEdit();
  const navigate = useNavigate();
  const { id = '' } = useParams();
  const others = plan.clips.filter(({ content }) => content !== undefined);
  if (clip.content !== undefined) return null;
  return (
    <>
      <Wanted clip={clip} />
      {others.length > 0 && (
        <Form.Group className="take-place">
          <Form.Label htmlFor="take-place">It was shot: its place is taken by</Form.Label>
          <Form.Select
            id="take-place"
            size="sm"
            value=""
            onChange={({ target }) => {
              if (edit('takePlace', clip.id, target.value))
                void navigate(`/plans/${id}/footage/${target.value}`);
            }}
          >
            <option value="">choose a clip with its file</option>
            {others.map(({ id: other, name }) => (
              <option key={other} value={other}>
                {name}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
      )}
    </>
  );
}
