import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef } from 'react';
import { Button } from 'react-bootstrap';
import type { Plan, ShotFacts } from '@caesura/core/plan';
import { rateLabel } from '@caesura/core/time';
import { signed, timecodeAt } from '../../app/format.ts';
import { noticed, problem } from '../../app/notices.ts';
import { useAppDispatch } from '../../app/store.ts';

const ROW_HEIGHT = 30;
const COLUMNS = [
  'Shot',
  'Clip',
  'Start',
  'Timecode',
  'Frames',
  'Falls on',
  'Off, ms',
  'Off, f',
  'Source in',
  'Source out',
  'fps',
];

function cellsOf({ index, clip, start, length, landing, sourceIn, sourceOut }: ShotFacts, plan: Plan): string[] {
  return [
    String(index + 1),
    clip?.name ?? 'No clip',
    String(start),
    timecodeAt(start, plan),
    String(length),
    landing ? `${landing.onCue ? '' : 'near '}${landing.cue.bar} · ${landing.cue.beat}` : '',
    landing ? signed(landing.offsetMilliseconds, 1) : '',
    landing ? signed(landing.offsetFrames, 2) : '',
    clip ? String(sourceIn) : '',
    clip ? String(sourceOut) : '',
    clip ? rateLabel(clip.rate) : '',
  ];
}

/** Every shot with every figure; rows are drawn only where they are in view. */
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
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: shots.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
  });
  useEffect(() => {
    if (selected !== null) rows.scrollToIndex(selected);
  }, [rows, selected]);
  const copy = () => {
    const text = [COLUMNS, ...shots.map((shot) => cellsOf(shot, plan))].map((cells) => cells.join('\t')).join('\n');
    navigator.clipboard.writeText(text).then(
      () => dispatch(noticed({ kind: 'done', message: 'The table was copied; it can be pasted into a spreadsheet.' })),
      (error: unknown) => dispatch(problem(error)),
    );
  };
  const inView = rows.getVirtualItems();
  const above = inView[0]?.start ?? 0;
  const below = rows.getTotalSize() - (inView.at(-1)?.end ?? 0);
  return (
    <div className="shot-table">
      <div className="shot-table-rows" ref={scroller}>
        <table className="figures-table">
          <thead>
            <tr>
              {COLUMNS.map((name) => (
                <th key={name} scope="col">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr style={{ height: above }} aria-hidden="true" />
            {inView.map(({ index }) => {
              const [first, ...cells] = cellsOf(shots[index]!, plan);
              return (
                <tr
                  key={index}
                  style={{ height: ROW_HEIGHT }}
                  className={index === selected ? 'is-chosen' : undefined}
                  onClick={() => onSelect(index === 0 ? null : index)}
                >
                  <th scope="row">{first}</th>
                  {cells.map((cell, i) => (
                    <td key={COLUMNS[i + 1]}>{cell}</td>
                  ))}
                </tr>
              );
            })}
            <tr style={{ height: Math.max(0, below) }} aria-hidden="true" />
          </tbody>
        </table>
      </div>
      <div className="buttons">
        <Button variant="outline-dark" onClick={copy}>
          Copy table
        </Button>
      </div>
    </div>
  );
}
