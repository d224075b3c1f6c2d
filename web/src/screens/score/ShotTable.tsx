import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  useReactTable,
  type SortingState,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { csvLine } from '@caesura/core/handoff';
import type { Plan } from '@caesura/core/plan';
import { shotSpeed, type ShotFacts } from '@caesura/core/film';
import { percent, rateLabel, toNumber } from '@caesura/core/time';
import { counted, signed, timecodeAt } from '../../app/format.ts';
import { noticed, problem } from '../../app/notices.ts';
import { useAppDispatch } from '../../app/store.ts';

const ROW_HEIGHT = 30;
const column = createColumnHelper<ShotFacts>();

/** The one speed of a shot, or the least and the most that its keys ask for. */
function speedsOf(facts: ShotFacts): number[] {
  const one = shotSpeed(facts);
  if (one) return [toNumber(one)];
  const asked = facts.ramp!.map(({ speed }) => speed.num / speed.den);
  return [Math.min(...asked), Math.max(...asked)];
}

/** The columns: what each sorts by, and what it shows and copies. */
function columnsOf(plan: Plan) {
  const shown = (text: (facts: ShotFacts) => string) => ({
    cell: ({ row }: { row: { original: ShotFacts } }) => text(row.original),
    meta: { text },
  });
  return [
    column.accessor('index', { header: 'Shot', ...shown((f) => String(f.index + 1)) }),
    column.accessor((f) => f.clip?.name ?? '', {
      id: 'clip',
      header: 'Clip',
      ...shown((f) => f.clip?.name ?? 'No clip'),
    }),
    column.accessor('start', { header: 'Start', ...shown((f) => String(f.start)) }),
    column.accessor((f) => f.start, {
      id: 'timecode',
      header: 'Timecode',
      ...shown((f) => timecodeAt(f.start, plan)),
    }),
    column.accessor('length', { header: 'Frames', ...shown((f) => String(f.length)) }),
    column.accessor((f) => f.landing?.cue.frame ?? -1, {
      id: 'on',
      header: 'Falls on',
      ...shown(({ landing }) =>
        landing ? `${landing.onCue ? '' : 'near '}${landing.cue.bar} · ${landing.cue.beat}` : '',
      ),
    }),
    column.accessor((f) => f.landing?.offsetMilliseconds ?? 0, {
      id: 'ms',
      header: 'Off, ms',
      ...shown(({ landing }) => (landing ? signed(landing.offsetMilliseconds, 1) : '')),
    }),
    column.accessor((f) => f.landing?.offsetFrames ?? 0, {
      id: 'f',
      header: 'Off, f',
      ...shown(({ landing }) => (landing ? signed(landing.offsetFrames, 2) : '')),
    }),
    column.accessor('sourceIn', {
      header: 'Source in',
      ...shown((f) => (f.clip ? String(f.sourceIn) : '')),
    }),
    column.accessor('sourceOut', {
      header: 'Source out',
      ...shown((f) => (f.clip ? String(f.sourceOut) : '')),
    }),
    column.accessor((f) => speedsOf(f)[0], {
      id: 'speed',
      header: 'Speed',
      ...shown((f) =>
        f.clip ? [...new Set(speedsOf(f))].map((n) => percent(n)).join(' to ') : '',
      ),
    }),
    column.accessor((f) => (f.clip ? toNumber(f.clip.rate) : 0), {
      id: 'fps',
      header: 'fps',
      ...shown((f) => (f.clip ? rateLabel(f.clip.rate) : '')),
    }),
    column.accessor((f) => (f.shot.locked ? 1 : 0), {
      id: 'locked',
      header: 'Locked',
      ...shown((f) => (f.shot.locked ? 'locked' : '')),
    }),
  ];
}

/** What a cell shows, as text. */
const textOf = (meta: unknown, facts: ShotFacts): string =>
  (meta as { text: (facts: ShotFacts) => string }).text(facts);

/**
 * Every shot with every figure, to sort, filter and copy; rows are drawn only where they are in
 * view.
 */
export function ShotTable({
  plan,
  shots,
  selected,
  onSelect,
}: {
  plan: Plan;
  shots: readonly ShotFacts[];
  selected: number | null;
  onSelect: (cut: number | null) => void;
}) {
  const dispatch = useAppDispatch();
  const [sorting, setSorting] = useState<SortingState>([]);
  const [filter, setFilter] = useState('');
  const columns = useMemo(() => columnsOf(plan), [plan]);
  const data = useMemo(() => [...shots], [shots]);

  const table = useReactTable({
    data,
    columns,
    state: { sorting, globalFilter: filter },
    onSortingChange: setSorting,
    onGlobalFilterChange: setFilter,
    globalFilterFn: (row, _column, text: string) =>
      columns.some((c) =>
        textOf(c.meta, row.original).toLowerCase().includes(text.trim().toLowerCase()),
      ),
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
  });
  const { rows } = table.getRowModel();
  const scroller = useRef<HTMLDivElement>(null);
  const inTable = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
  });
  const at = rows.findIndex((row) => row.original.index === selected);
  useEffect(() => {
    if (at >= 0) inTable.scrollToIndex(at);
  }, [inTable, at]);
  const copy = () => {
    const lines = rows.map((row) => columns.map((c) => textOf(c.meta, row.original)));
    const text = [columns.map((c) => c.header as string), ...lines].map(csvLine).join('');
    navigator.clipboard.writeText(text).then(
      () =>
        dispatch(
          noticed({ kind: 'done', message: `${counted(rows.length, 'row')} were copied as CSV.` }),
        ),
      (error: unknown) => dispatch(problem(error)),
    );
  };
  const inView = inTable.getVirtualItems();
  const above = inView[0]?.start ?? 0;
  const below = inTable.getTotalSize() - (inView.at(-1)?.end ?? 0);
  return (
    <div className="shot-table">
      <div className="buttons table-bar">
        <Form.Control
          size="sm"
          type="search"
          value={filter}
          placeholder="Filter, such as a clip or locked"
          aria-label="Filter shots"
          onChange={(event) => setFilter(event.target.value)}
        />
        <span>
          {rows.length === shots.length
            ? counted(shots.length, 'shot')
            : `${rows.length} of ${counted(shots.length, 'shot')}`}
        </span>
        <Button variant="outline-dark" size="sm" onClick={copy}>
          Copy as CSV
        </Button>
      </div>
      <div className="shot-table-rows" ref={scroller}>
        <table className="figures-table">
          <thead>
            {table.getHeaderGroups().map((group) => (
              <tr key={group.id}>
                {group.headers.map((header) => {
                  const sorted = header.column.getIsSorted();
                  return (
                    <th
                      key={header.id}
                      scope="col"
                      aria-sort={
                        sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'
                      }
                    >
                      <button
                        type="button"
                        className="sorter"
                        onClick={header.column.getToggleSortingHandler()}
                      >
                        {flexRender(header.column.columnDef.header, header.getContext())}
                        {sorted === 'asc' ? ' ↑' : sorted === 'desc' ? ' ↓' : ''}
                      </button>
                    </th>
                  );
                })}
              </tr>
            ))}
          </thead>
          <tbody>
            <tr style={{ height: above }} aria-hidden="true" />
            {inView.map(({ index }) => {
              const row = rows[index]!;
              const [first, ...cells] = row.getVisibleCells();
              const shot = row.original.index;
              return (
                <tr
                  key={row.id}
                  style={{ height: ROW_HEIGHT }}
                  className={shot === selected ? 'is-chosen' : undefined}
                  onClick={() => onSelect(shot)}
                >
                  <th scope="row">
                    {flexRender(first!.column.columnDef.cell, first!.getContext())}
                  </th>
                  {cells.map((cell) => (
                    <td key={cell.id}>
                      {flexRender(cell.column.columnDef.cell, cell.getContext())}
                    </td>
                  ))}
                </tr>
              );
            })}
            <tr style={{ height: Math.max(0, below) }} aria-hidden="true" />
          </tbody>
        </table>
      </div>
    </div>
  );
}
