import { Form } from 'react-bootstrap';
import { SHEET_COLUMNS, type SheetColumn, type SheetColumns } from '@caesura/core/handoff';
import { canDropFrames, rateLabel, sameRate, toText, USUAL_RATES } from '@caesura/core/time';
import type { MatchedFilm } from '../../workers/film-reader.ts';
import type { Reading } from './use-film-reading.ts';

const COLUMN_NAMES: Readonly<Record<SheetColumn, string>> = {
  start: 'Starts',
  end: 'Ends',
  length: 'Length',
  label: 'First timecode',
  clip: 'Clip',
  file: 'File',
  reel: 'Reel',
  source: 'Source in',
  sourceOut: 'Source out',
  rate: 'Source rate',
  speed: 'Speed %',
};

/** Which column of a table says what. */
export function Columns({
  headings,
  columns,
  onChoose,
}: {
  headings: readonly string[];
  columns: SheetColumns;
  onChoose: (columns: SheetColumns) => void;
}) {
  const choose = (column: SheetColumn, at: string) => {
    const others = Object.fromEntries(
      Object.entries(columns).filter(([name]) => name !== column),
    ) as SheetColumns;
    onChoose(at === '' ? others : { ...others, [column]: Number(at) });
  };
  return (
    <fieldset className="read-columns">
      <legend>Columns of the table</legend>
      {SHEET_COLUMNS.map((column) => (
        <Form.Group key={column} className="field">
          <Form.Label htmlFor={`column-${column}`}>{COLUMN_NAMES[column]}</Form.Label>
          <Form.Select
            id={`column-${column}`}
            size="sm"
            value={columns[column] ?? ''}
            onChange={({ target }) => choose(column, target.value)}
          >
            <option value="">not there</option>
            {headings.map((heading, i) => (
              <option key={i} value={i}>
                {heading || `column ${i + 1}`}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
      ))}
    </fieldset>
  );
}

/** How the file is read, as it was taken to be, to be put right by the person. */
export function HowItIsRead({
  read,
  how,
  onHow,
}: {
  read: MatchedFilm;
  how: Reading;
  onHow: (how: Reading) => void;
}) {
  const { film, counting, sources, table } = read;
  return (
    <div className="read-how">
      {counting && (
        <>
          <Form.Group className="field">
            <Form.Label htmlFor="read-rate">Frame rate</Form.Label>
            <Form.Select
              id="read-rate"
              size="sm"
              value={toText(film.rate)}
              onChange={({ target }) => {
                const rate = USUAL_RATES.find((one) => toText(one) === target.value);
                onHow({ ...how, rate });
              }}
            >
              {USUAL_RATES.map((rate) => (
                <option key={toText(rate)} value={toText(rate)}>
                  {rateLabel(rate)} fps
                </option>
              ))}
              {!USUAL_RATES.some((rate) => sameRate(rate, film.rate)) && (
                <option value={toText(film.rate)}>{rateLabel(film.rate)} fps</option>
              )}
            </Form.Select>
          </Form.Group>
          {canDropFrames(film.rate) && (
            <Form.Check
              id="read-drop"
              label="Drop-frame labels"
              checked={film.dropFrame}
              onChange={({ target }) => onHow({ ...how, dropFrame: target.checked })}
            />
          )}
          <p>{counting.why}</p>
        </>
      )}
      {sources && (
        <Form.Group className="field">
          <Form.Label htmlFor="read-sources">Source labels count the frames</Form.Label>
          <Form.Select
            id="read-sources"
            size="sm"
            value={sources}
            onChange={({ target }) =>
              onHow({ ...how, sources: target.value as 'of the list' | 'of each file' })
            }
          >
            <option value="of the list">of the list</option>
            <option value="of each file">of each file</option>
          </Form.Select>
        </Form.Group>
      )}
      {table && (
        <Columns
          headings={table.headings}
          columns={table.columns}
          onChoose={(columns) => onHow({ ...how, columns })}
        />
      )}
    </div>
  );
}
