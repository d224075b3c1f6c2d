import { useId, useState, type KeyboardEvent, type ReactNode } from 'react';
import { Form } from 'react-bootstrap';
import { Word } from '../components/Word.tsx';
import { CaesuraError } from '@caesura/core/time';

interface Props<T> {
  readonly label: string;
  /** The value as written while nothing is typed. */
  readonly written: string;
  /** What a text means. Throws, with the mend, while it means nothing. */
  readonly parse: (text: string) => T;
  /** Takes a new value. Returns whether it was taken; if not, the text stays to be mended. */
  readonly onCommit: (value: T) => boolean;
  /** Beside the field while nothing is typed. */
  readonly also?: ReactNode;
  /**
   * Beside the field while something is typed, and what takes another value; as before when left
   * out.
   */
  readonly show?: (value: T, take: (value: T) => void) => ReactNode;
  /** The value an arrow key leads to, from the one typed or, with none typed, the one there is. */
  readonly step?: (typed: T | null, by: 1 | -1) => T;
  readonly narrow?: boolean;
  readonly figures?: boolean;
  readonly maxLength?: number;
}

/** What a text means, or why it means nothing. */
function understood<T>(
  text: string,
  parse: (text: string) => T,
): { value: T } | { error: CaesuraError } {
  try {
    return { value: parse(text) };
  } catch (error) {
    if (error instanceof CaesuraError) return { error };
    throw error;
  }
}

/** A field whose text is taken on Enter or when it is left; Escape gives up what was typed. */
export function TypedField<T>(props: Props<T>) {
  const {
    label,
    written,
    parse,
    onCommit,
    also,
    show,
    step,
    narrow,
    figures,
    maxLength = 120,
  } = props;
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const meaning = typed === null ? null : understood(typed, parse);
  const wrong = meaning && 'error' in meaning ? meaning.error : null;

  const take = (value: T) => {
    if (onCommit(value)) setTyped(null);
  };
  const commit = () => {
    if (meaning && 'value' in meaning) take(meaning.value);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Enter') commit();
    else if (event.key === 'Escape') setTyped(null);
    else if (step && !wrong && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault();
      take(
        step(
          meaning && 'value' in meaning ? meaning.value : null,
          event.key === 'ArrowUp' ? 1 : -1,
        ),
      );
    }
  };
  return (
    <Form.Group className={`field${narrow ? ' field-narrow' : ''}`}>
      <Form.Label htmlFor={id}>
        <Word inLabel>{label}</Word>
      </Form.Label>
      <div className="field-row">
        <Form.Control
          id={id}
          className={figures ? 'figures' : ''}
          value={typed ?? written}
          maxLength={maxLength}
          autoComplete="off"
          spellCheck={false}
          data-typed={typed !== null}
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
          ) : meaning && 'value' in meaning && show ? (
            show(meaning.value, take)
          ) : (
            also
          )}
        </span>
      </div>
    </Form.Group>
  );
}
