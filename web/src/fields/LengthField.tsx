import { useId, useState, type KeyboardEvent, type ReactNode } from 'react';
import { Form } from 'react-bootstrap';
import { CaesuraError, frames, parseLength, type Frames, type LengthContext } from '@caesura/core/time';

interface Props {
  readonly label: string;
  readonly value: Frames;
  /** The value as written while nothing is typed. */
  readonly written: string;
  /** Beside the field: the value in other units. */
  readonly also?: ReactNode;
  readonly context: LengthContext;
  /** Reads the text; a length by default. */
  readonly parse?: (text: string) => Frames;
  /** Takes a new value. Returns whether it was taken; if not, the text stays to be mended. */
  readonly onCommit: (value: Frames) => boolean;
}

/** What a text means, or why it means nothing. */
function understood(text: string, parse: (text: string) => Frames): { value: Frames } | { error: CaesuraError } {
  try {
    return { value: parse(text) };
  } catch (error) {
    if (error instanceof CaesuraError) return { error };
    throw error;
  }
}

/** A field for a length as people type it: 12, 12f, 0.5s, 1:04, timecode, beats, bars. Arrows step by a frame. */
export function LengthField({ label, value, written, also, context, parse, onCommit }: Props) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const read = parse ?? ((text: string) => parseLength(text, context).frames);
  const meaning = typed === null ? { value } : understood(typed, read);
  const wrong = 'error' in meaning ? meaning.error : null;

  const commit = () => {
    if (typed === null || wrong || !('value' in meaning)) return;
    if (onCommit(meaning.value)) setTyped(null);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Enter') commit();
    else if (event.key === 'Escape') setTyped(null);
    else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      event.preventDefault();
      if ('value' in meaning && onCommit(frames(meaning.value + (event.key === 'ArrowUp' ? 1 : -1)))) setTyped(null);
    }
  };
  return (
    <Form.Group className="field">
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <div className="field-row">
        <Form.Control
          id={id}
          className="figures"
          value={typed ?? written}
          autoComplete="off"
          data-typed={typed !== null}
          spellCheck={false}
          isInvalid={wrong !== null}
          aria-describedby={`${id}-meaning`}
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={onKeyDown}
          onBlur={commit}
        />
        <span className="field-also" id={`${id}-meaning`} role={wrong ? 'alert' : undefined}>
          {wrong ? (
            <span className="wrong">
              {wrong.message} {wrong.mend}
            </span>
          ) : typed !== null && 'value' in meaning ? (
            <span className="figures">{meaning.value} f</span>
          ) : (
            also
          )}
        </span>
      </div>
    </Form.Group>
  );
}
