import { Copy, Link2 } from 'lucide-react';
import { useMemo } from 'react';
import { Button, Form, ListGroup, Table } from 'react-bootstrap';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import {
  typedIn,
  CALCULATORS,
  type Calculator,
  type RuleField,
  type RuleValues,
  type Worked,
} from '@caesura/core/rule';
import { CaesuraError } from '@caesura/core/time';
import { noticed } from '../../app/notices.ts';
import { PlainShell } from '../../app/shell/PlainShell.tsx';
import { useAppDispatch } from '../../app/store.ts';

type Answer = { readonly worked: Worked } | { readonly error: CaesuraError };

function answerOf(calculator: Calculator, values: RuleValues): Answer {
  try {
    return { worked: calculator.work(values) };
  } catch (error) {
    if (error instanceof CaesuraError) return { error };
    throw error;
  }
}

function Field({
  field,
  value,
  onChange,
}: {
  field: RuleField;
  value: string;
  onChange: (value: string) => void;
}) {
  const { id, label, unit, choices } = field;
  return (
    <Form.Group className="rule-field">
      <Form.Label htmlFor={`rule-${id}`}>{label}</Form.Label>
      {choices ? (
        <Form.Select
          id={`rule-${id}`}
          size="sm"
          value={value}
          onChange={({ target }) => onChange(target.value)}
        >
          {choices.map((choice) => (
            <option key={choice.value} value={choice.value}>
              {choice.name}
            </option>
          ))}
        </Form.Select>
      ) : (
        <Form.Control
          id={`rule-${id}`}
          size="sm"
          value={value}
          spellCheck={false}
          onChange={({ target }) => onChange(target.value)}
        />
      )}
      {unit && <span>{unit}</span>}
    </Form.Group>
  );
}

function Results({ worked }: { worked: Worked }) {
  const { results, table, rounded } = worked;
  return (
    <>
      <dl className="rule-results" aria-label="Results">
        {results.map(({ name, value, exact }) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd className="figures">
              {exact ? '' : '≈ '}
              {value}
            </dd>
          </div>
        ))}
      </dl>
      {table && (
        <Table size="sm" className="proof-table rule-table">
          <thead>
            <tr>
              {table.head.map((name) => (
                <th key={name} scope="col">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {table.rows.map((row, i) => (
              <tr key={i}>
                {row.map((cell, k) => (
                  <td key={k} className="figures">
                    {cell}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <p className="rule-rounded">{rounded ?? 'Nothing was rounded.'} ≈ marks what is only near.</p>
    </>
  );
}

function Open({ calculator }: { calculator: Calculator }) {
  const dispatch = useAppDispatch();
  const [search, setSearch] = useSearchParams();
  const values = useMemo(() => Object.fromEntries(search), [search]);
  const answer = useMemo(() => answerOf(calculator, values), [calculator, values]);
  const { name, about, fields, formulas, source } = calculator;
  const set = (id: string, value: string) =>
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        next.set(id, value);
        return next;
      },
      { replace: true },
    );
  const copy = (text: string, what: string) => {
    navigator.clipboard.writeText(text).then(
      () => dispatch(noticed({ kind: 'done', message: `${what} is copied.` })),
      () => dispatch(noticed({ kind: 'error', message: `${what} could not be copied: ${text}` })),
    );
  };
  return (
    <section className="sheet rule-open" aria-label={name}>
      <h2>{name}</h2>
      <p>{about}</p>
      <div className="rule-fields">
        {fields.map((field) => (
          <Field
            key={field.id}
            field={field}
            value={typedIn(field, values)}
            onChange={(value) => set(field.id, value)}
          />
        ))}
      </div>
      {'error' in answer ? (
        <div className="fault" role="alert">
          <b>{answer.error.message}</b> {answer.error.mend}
        </div>
      ) : (
        <>
          <Results worked={answer.worked} />
          <p className="rule-sentence">{answer.worked.sentence}</p>
          <p>
            <Button
              size="sm"
              variant="outline-dark"
              onClick={() => copy(answer.worked.sentence, 'The sentence')}
            >
              <Copy size={14} aria-hidden /> Copy the sentence
            </Button>{' '}
            <Button
              size="sm"
              variant="outline-dark"
              onClick={() => copy(location.href, 'The link with its values')}
            >
              <Link2 size={14} aria-hidden /> Copy the link
            </Button>
          </p>
        </>
      )}
      <h3>How it is worked out</h3>
      <ul className="rule-formulas">
        {formulas.map((formula) => (
          <li key={formula}>
            <code>{formula}</code>
          </li>
        ))}
      </ul>
      <p>Source: {source}</p>
    </section>
  );
}

/** Calculators that need no plan: each with its formula, its source and a link that keeps it. */
export default function RuleScreen() {
  const { id } = useParams();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const open = CALCULATORS.find((one) => one.id === id) ?? CALCULATORS[0]!;
  return (
    <PlainShell title={`${open.name}, slide rule`}>
      <div className="rule">
        <section aria-label="Calculators">
          <h2>Slide rule</h2>
          <ListGroup>
            {CALCULATORS.map((one) => (
              <ListGroup.Item
                key={one.id}
                action
                active={one === open}
                aria-pressed={one === open}
                onClick={() => void navigate(`/rule/${one.id}?${search}`, { replace: true })}
              >
                {one.name}
              </ListGroup.Item>
            ))}
          </ListGroup>
        </section>
        <Open key={open.id} calculator={open} />
      </div>
    </PlainShell>
  );
}
