import { useId } from 'react';
import { Form } from 'react-bootstrap';
import { Word } from '../components/Word.tsx';

/** A choice among a few, with its label. */
export function Choose<T extends string>({
  label,
  value,
  of,
  onChoose,
}: {
  label: string;
  value: T;
  of: Readonly<Record<T, string>>;
  onChoose: (value: T) => void;
}) {
  const id = useId();
  return (
    <Form.Group className="field">
      <Form.Label htmlFor={id}>
        <Word inLabel>{label}</Word>
      </Form.Label>
      <Form.Select id={id} value={value} onChange={(event) => onChoose(event.target.value as T)}>
        {(Object.entries(of) as [T, string][]).map(([key, name]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </Form.Select>
    </Form.Group>
  );
}
