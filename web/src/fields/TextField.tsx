import { useId, useState, type ReactNode } from 'react';
import { Form } from 'react-bootstrap';
import { CaesuraError } from '@caesura/core/time';

interface Props {
  readonly label: string;
  readonly value: string;
  /** Throws while the text cannot be taken. */
  readonly check?: (text: string) => void;
  readonly also?: ReactNode;
  readonly narrow?: boolean;
  readonly hideLabel?: boolean;
  readonly maxLength?: number;
  readonly onCommit: (value: string) => boolean;
}

function complaint(text: string, check: ((text: string) => void) | undefined): CaesuraError | null {
  try {
    check?.(text);
    return null;
  } catch (error) {
    if (error instanceof CaesuraError) return error;
    throw error;
  }
}

/** A field for text, taken on Enter or when it is left; Escape gives up what was typed. */
export function TextField({ label, value, check, also, narrow, hideLabel, maxLength = 120, onCommit }: Props) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const wrong = typed === null ? null : complaint(typed, check);
  const commit = () => {
    if (typed === null || wrong) return;
    if (typed.trim() === value || onCommit(typed.trim())) setTyped(null);
  };
  return (
    <Form.Group className={`field${narrow ? ' field-narrow' : ''}`}>
      <Form.Label htmlFor={id} visuallyHidden={hideLabel ?? false}>
        {label}
      </Form.Label>
      <div className="field-row">
        <Form.Control
          id={id}
          value={typed ?? value}
          maxLength={maxLength}
          autoComplete="off"
          data-typed={typed !== null}
          isInvalid={wrong !== null}
          aria-describedby={`${id}-meaning`}
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter') commit();
            if (event.key === 'Escape') setTyped(null);
          }}
          onBlur={commit}
        />
        <span className="field-also" id={`${id}-meaning`} role={wrong ? 'alert' : undefined}>
          {wrong ? (
            <span className="wrong">
              {wrong.message} {wrong.mend}
            </span>
          ) : (
            also
          )}
        </span>
      </div>
    </Form.Group>
  );
}
