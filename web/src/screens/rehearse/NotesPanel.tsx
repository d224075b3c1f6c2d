import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Plan } from '@caesura/core/plan';
import { frames, toNumber } from '@caesura/core/time';
import { timecodeAt } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';

interface Props {
  readonly plan: Plan;
  /** The frame to which a new note belongs. */
  readonly frame: number;
  /** Words are about to be typed. */
  readonly onBegin: () => void;
  readonly onGo: (frame: number) => void;
}

/** Seconds for which a note counts as being about what is seen. */
const LATELY = 3;

/** Remarks at frames: written while it plays, gone to at a click. */
export function NotesPanel({ plan, frame, onBegin, onGo }: Props) {
  const edit = useEdit();
  const [text, setText] = useState('');
  const lately = frame - LATELY * toNumber(plan.rate);
  const here = plan.notes.findLast((note) => note.frame <= frame && note.frame >= lately);
  return (
    <>
      <Form
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim() && edit('addNote', frames(frame), text)) setText('');
        }}
      >
        <Form.Group className="note-field">
          <Form.Label htmlFor="note">Note at frame {frame}</Form.Label>
          <Form.Control
            id="note"
            value={text}
            data-typed={text !== ''}
            onFocus={onBegin}
            maxLength={2000}
            placeholder="What to change here"
            onChange={(event) => setText(event.target.value)}
          />
        </Form.Group>
      </Form>
      <ul className="notes">
        {plan.notes.map((note) => (
          <li key={note.id} aria-current={note === here ? 'true' : undefined}>
            <Button variant="link" size="sm" className="figures" onClick={() => onGo(note.frame)}>
              {timecodeAt(note.frame, plan)}
            </Button>{' '}
            {note.text}{' '}
            <Button
              variant="link"
              size="sm"
              aria-label={`Remove the note at frame ${note.frame}`}
              onClick={() => edit('removeNote', note.id)}
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}
