import { useState } from 'react';
import { Button } from 'react-bootstrap';
import type { Side } from '@caesura/core/joins';
import { PARAMETERS, type Parameter } from '@caesura/core/plan';
import type { WindowRow } from '@caesura/core/film';
import { inUnit, UNITS, type Column } from './columns.ts';

/** One value that can be typed; Enter and leaving take it, Escape gives it up. */
function Cell({
  label,
  value,
  onSet,
}: {
  label: string;
  value: number;
  onSet: (value: number) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const take = () => {
    const number = Number((typed ?? '').replace(',', '.'));
    // What is typed is set, also where it is the value that is there: it becomes a key that rests.
    if (typed !== null && typed.trim() !== '' && Number.isFinite(number)) onSet(number);
    setTyped(null);
  };
  return (
    <input
      className="figures"
      aria-label={label}
      value={typed ?? String(value)}
      data-typed={typed !== null}
      onChange={(event) => setTyped(event.target.value)}
      onKeyDown={(event) => {
        if (event.key === 'Enter') take();
        if (event.key === 'Escape') setTyped(null);
      }}
      onBlur={take}
    />
  );
}

const SIDES: Readonly<Record<Side, string>> = { out: 'out', in: 'in' };

/** The values of a window frame by frame, each to be typed; and the source frames shown. */
export function ValueTable({
  rows,
  columns,
  at,
  cut,
  onSet,
  onAdd,
}: {
  rows: readonly WindowRow[];
  columns: readonly Column[];
  at: number;
  cut: number;
  onSet: (column: Column, row: WindowRow, value: number) => void;
  onAdd: (column: Column) => void;
}) {
  const head = [
    'frame',
    ...columns.map((c) => `${UNITS[c.of].name} ${SIDES[c.side]}`),
    'source out',
    'source in',
  ];
  const copy = () => {
    const lines = rows.map((row) => [
      row.frame,
      ...columns.map(({ side, of }) => (row[side] ? inUnit(of, row[side][of]) : '')),
      row.out?.source ?? '',
      row.in?.source ?? '',
    ]);
    void navigator.clipboard.writeText([head, ...lines].map((line) => line.join('\t')).join('\n'));
  };
  return (
    <div className="value-table">
      <table>
        <caption className="visually-hidden">Values of the window, frame by frame</caption>
        <thead>
          <tr>
            <th scope="row">frame</th>
            {rows.map(({ frame }) => (
              <th
                key={frame}
                scope="col"
                className={`figures${frame === at ? ' is-at' : ''}${frame === cut ? ' is-cut' : ''}`}
              >
                {frame}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {columns.map((column) => (
            <tr key={`${column.side} ${column.of}`}>
              <th scope="row">
                {UNITS[column.of].name} {SIDES[column.side]}, {UNITS[column.of].unit}
              </th>
              {rows.map((row) => {
                const values = row[column.side];
                return (
                  <td key={row.frame} className={row.frame === cut ? 'is-cut' : ''}>
                    {values && (
                      <Cell
                        label={`${UNITS[column.of].name} ${SIDES[column.side]} at ${row.frame}`}
                        value={inUnit(column.of, values[column.of])}
                        onSet={(value) => onSet(column, row, value / UNITS[column.of].times)}
                      />
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
          {(['out', 'in'] as const).map((side) => (
            <tr key={side}>
              <th scope="row">source {SIDES[side]}</th>
              {rows.map((row) => (
                <td
                  key={row.frame}
                  className={`figures${row[side]?.held ? ' wrong' : ''}${row.frame === cut ? ' is-cut' : ''}`}
                >
                  {row[side]?.source ?? ''}
                  {row[side]?.held && (
                    <span title="The file has no more: its last picture is held"> held</span>
                  )}
                </td>
              ))}
            </tr>
          ))}
          {rows.some((row) => (row.out?.smeared ?? 0) + (row.in?.smeared ?? 0) > 0.05) && (
            <tr>
              <th scope="row">smeared by the shutter, px</th>
              {rows.map((row) => (
                <td key={row.frame} className={`figures${row.frame === cut ? ' is-cut' : ''}`}>
                  {Math.round(Math.max(row.out?.smeared ?? 0, row.in?.smeared ?? 0))}
                </td>
              ))}
            </tr>
          )}
        </tbody>
      </table>
      <div className="buttons">
        <select
          aria-label="Set another value"
          className="form-select"
          value=""
          onChange={(event) => {
            const [side, of] = event.target.value.split(' ') as [Side, Parameter];
            onAdd({ side, of });
          }}
        >
          <option value="">Set another value…</option>
          {(['out', 'in'] as const).flatMap((side) =>
            PARAMETERS.filter((of) => !columns.some((c) => c.side === side && c.of === of)).map(
              (of) => (
                <option key={`${side} ${of}`} value={`${side} ${of}`}>
                  {UNITS[of].name} {side === 'out' ? 'outgoing' : 'incoming'}
                </option>
              ),
            ),
          )}
        </select>
        <Button variant="outline-dark" onClick={copy}>
          Copy
        </Button>
      </div>
    </div>
  );
}
