import { Form } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import type { Clip } from '@caesura/core/plan';
import { useEdit, usePlan } from '../../app/hooks.ts';

/** Puts a clip that came in the place of one that waits for its file. */
export function TakePlace({ clip }: { clip: Clip }) {
  const plan = usePlan();
  const edit = useEdit();
  const navigate = useNavigate();
  const others = plan.clips.filter(({ content }) => content !== undefined);
  if (clip.content !== undefined || others.length === 0) return null;
  return (
    <Form.Group className="take-place">
      <Form.Label htmlFor="take-place">It was shot: its place is taken by</Form.Label>
      <Form.Select
        id="take-place"
        size="sm"
        value=""
        onChange={({ target }) => {
          if (edit('takePlace', clip.id, target.value))
            void navigate(`../footage/${target.value}`, { relative: 'path' });
        }}
      >
        <option value="">choose a clip with its file</option>
        {others.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Form.Select>
    </Form.Group>
  );
}
