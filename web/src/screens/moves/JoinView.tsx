import { faultKey, type Fault } from '@caesura/core/faults';
import { landingOf, windowRows, type Film, type WindowRow, filmOf } from '@caesura/core/film';
import { handlesOf, type JoinFacts } from '@caesura/core/joins';
import type { Plan } from '@caesura/core/plan';
import { frames, rateLabel } from '@caesura/core/time';
import { useMemo, useState } from 'react';
import { timecodeAt } from '../../app/format.ts';
import { useEdit } from '../../app/hooks.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { placed } from '../../app/view.ts';
import { FaultMends } from '../../components/FaultMends.tsx';
import { movingColumns, type Column } from './columns.ts';
import { HandleBar } from './HandleBar.tsx';
import { SpeedView } from './SpeedView.tsx';
import { useReaders } from './use-readers.ts';
import { ValueCurves } from './ValueCurves.tsx';
import { ValueTable } from './ValueTable.tsx';
import { WindowStrip } from './WindowStrip.tsx';

/** Frames on either side of a hard cut that are shown. */
const ABOUT = 5;

/**
 * What happens at a cut: handles, the window as pictures, curves and values, the speeds about it,
 * what is wrong.
 */
export function JoinView({
  plan,
  facts,
  film,
  faults,
}: {
  plan: Plan;
  facts: JoinFacts;
  film: Film;
  faults: readonly Fault[];
}) {
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const { frame: at } = useAppSelector((state) => state.view);
  const [also, setAlso] = useState<readonly Column[]>([]);
  const { cut, frame, before, after, out, into, join } = facts;
  const readers = useReaders(facts);
  const rows = useMemo(() => windowRows(facts), [facts]);
  const columns = movingColumns(rows, also);
  const total = before + after;
  const shown = useMemo(
    () =>
      Array.from(
        { length: total || 2 * ABOUT },
        (_, i) => frame - (total ? before : ABOUT) + i,
      ).filter((f) => f >= 0 && f < (plan.score?.length ?? 0)),
    [total, frame, before, plan.score?.length],
  );
  const handles = handlesOf(facts);
  const landing = landingOf(frame, filmOf(plan).cues, plan);
  const setValue = (column: Column, k: number, value: number) =>
    edit('setJoinKey', cut, { ...column, at: k, value });
  return (
    <section className="join-view" aria-label="The join">
      <header>
        <h2>Cut {cut}</h2>
        <span>
          {out.clip?.name ?? 'No clip'}{' '}
          <small>{out.clip && `${rateLabel(out.clip.rate)} fps`}</small> →{' '}
          {into.clip?.name ?? 'No clip'}{' '}
          <small>{into.clip && `${rateLabel(into.clip.rate)} fps`}</small>
        </span>
        <span className="figures">
          {frame} · {timecodeAt(frame, plan)}
          {landing &&
            ` · ${landing.onCue ? '' : 'near '}bar ${landing.cue.bar} beat ${landing.cue.beat}`}
        </span>
      </header>
      <div className="handle-bars">
        <HandleBar facts={out} handle={handles.out} needed={after} />
        <HandleBar facts={into} handle={handles.in} needed={before} />
      </div>
      <div className="window-scroll">
        <div className="window-frames" style={{ minWidth: `${7.5 + shown.length * 3.1}rem` }}>
          <WindowStrip
            film={film}
            frames={shown}
            cut={frame}
            at={at}
            readers={readers}
            onFrame={(f) => dispatch(placed(frames(f)))}
            onAim={join && ((aim) => void edit('changeJoin', cut, { aim }))}
          />
          {total > 0 && columns.length > 0 && (
            <ValueCurves columns={columns} facts={facts} onSet={setValue} />
          )}
          {total > 0 && (
            <ValueTable
              rows={rows}
              columns={columns}
              at={at}
              cut={frame}
              onSet={(column: Column, row: WindowRow, value) => setValue(column, row.at, value)}
              onAdd={(column) => setAlso([...also, column])}
            />
          )}
        </div>
      </div>
      {!join && (
        <p className="hint">
          A hard cut. Choose a move beside it, put a recipe on it, or ramp the speed into it.
        </p>
      )}
      <SpeedView plan={plan} facts={facts} />
      {faults.length > 0 && (
        <div className="join-faults" role="group" aria-label="Faults here">
          {faults.map((fault) => (
            <FaultMends key={faultKey(fault)} plan={plan} fault={fault} />
          ))}
        </div>
      )}
    </section>
  );
}
