import { useCallback, useEffect, useMemo, useState } from 'react';
import { Button, Tab, Tabs } from 'react-bootstrap';
import { Link, useNavigate, useParams } from 'react-router';
import { faultsOf, type SeenMovement } from '@caesura/core/faults';
import { movementAt } from '@caesura/core/footage';
import { handlesOf, wayOf, type JoinFacts } from '@caesura/core/joins';
import { filmOf, windowRows, type WindowRow } from '@caesura/core/picture';
import { cuesOf, landingOf, type Clip, type Plan, type ShotFacts, type Way } from '@caesura/core/plan';
import { frames, rateLabel } from '@caesura/core/time';
import { timecodeAt } from '../../app/format.ts';
import { useEdit, usePlan } from '../../app/hooks.ts';
import { useScreenKeys } from '../../app/keys.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { useSights } from '../../app/use-sight.ts';
import { cutSelected, placed } from '../../app/view.ts';
import type { ProxyReader } from '../../proxy/reader.ts';
import { useProxy } from '../../proxy/use-proxy.ts';
import { movingColumns, type Column } from './columns.ts';
import { CutList } from './CutList.tsx';
import { FaultMends } from './FaultMends.tsx';
import { FaultsPanel } from './FaultsPanel.tsx';
import { HandleBar } from './HandleBar.tsx';
import { MovePanel } from './MovePanel.tsx';
import { RecipePanel } from './RecipePanel.tsx';
import { SpeedPanel } from './SpeedPanel.tsx';
import { SpeedView } from './SpeedView.tsx';
import { ValueCurves } from './ValueCurves.tsx';
import { ValueTable } from './ValueTable.tsx';
import { WindowStrip } from './WindowStrip.tsx';

/** Frames about a hard cut that are shown, and those whose camera suggests a way. */
const ABOUT = 5;

/** Source frames of a shot next to one of its ends. */
const sourcesAt = ({ time, length }: ShotFacts, end: 'start' | 'end'): number[] =>
  time ? Array.from({ length: Math.min(ABOUT, length) }, (_, i) => time.at(end === 'start' ? i : length - 1 - i)) : [];

/** What is seen of the clips on both sides: movement for faults, shifts for ways and matches. */
function useSeen(plan: Plan) {
  const sightOf = useSights(plan.clips);
  const seenOf = useCallback(
    (clip: Clip): SeenMovement | null => {
      const sight = sightOf(clip);
      return (
        sight && {
          movementAt: (frame) =>
            frame >= 0 && frame < clip.frames ? movementAt(sight.activity, frame, clip.limits) : 0,
        }
      );
    },
    [sightOf],
  );
  const shifts = (facts: ShotFacts, sources: readonly number[]) =>
    sources.flatMap((source) => {
      const movement = facts.clip && sightOf(facts.clip)?.frames[source];
      return movement ? [{ dx: movement.dx, dy: movement.dy }] : [];
    });
  const wayAt = ({ out, into }: JoinFacts): Way | null =>
    wayOf(shifts(out, sourcesAt(out, 'end')), shifts(into, sourcesAt(into, 'start')));
  const shiftAt = (facts: ShotFacts, source: number): number | null => {
    const [shift] = shifts(facts, [source]);
    return shift ? Math.hypot(shift.dx, shift.dy) : null;
  };
  return { seenOf, wayAt, shiftAt };
}

/** Small copies of the clips on both sides. */
function useReaders(facts: JoinFacts | undefined): ReadonlyMap<string, ProxyReader> {
  const [out, into] = [facts?.out.clip, facts?.into.clip];
  const one = useProxy(out?.proxy);
  const other = useProxy(into?.proxy === out?.proxy ? undefined : into?.proxy);
  return useMemo(() => {
    const found = new Map<string, ProxyReader>();
    if (out && one) found.set(out.id, one);
    if (into) {
      const reader = into.proxy === out?.proxy ? one : other;
      if (reader) found.set(into.id, reader);
    }
    return found;
  }, [out, into, one, other]);
}

function Join({
  plan,
  facts,
  film,
  faults,
  all,
  seen,
  tab,
  onTab,
}: {
  plan: Plan;
  facts: JoinFacts;
  film: ReturnType<typeof filmOf>;
  faults: ReturnType<typeof faultsOf>;
  /** Those of the whole film. */
  all: ReturnType<typeof faultsOf>;
  seen: ReturnType<typeof useSeen>;
  /** The page of the panel, which stays from cut to cut. */
  tab: string;
  onTab: (tab: string) => void;
}) {
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const { frame: at } = useAppSelector((state) => state.view);
  const [also, setAlso] = useState<readonly Column[]>([]);
  const { cut, frame, before, after, out, into, join } = facts;
  const readers = useReaders(facts);
  const rows = useMemo(() => windowRows(film, facts), [film, facts]);
  const columns = movingColumns(rows, also);
  const total = before + after;
  const shown = useMemo(
    () =>
      Array.from({ length: total || 2 * ABOUT }, (_, i) => frame - (total ? before : ABOUT) + i).filter(
        (f) => f >= 0 && f < (plan.score?.length ?? 0),
      ),
    [total, frame, before, plan.score?.length],
  );
  const handles = handlesOf(facts);
  const landing = landingOf(frame, cuesOf(plan), plan);
  const setValue = ({ side, of }: Column, row: WindowRow, value: number) =>
    edit('setJoinKey', cut, { side, of, at: row.at, value, ease: 'linear' });
  return (
    <>
      <section className="join-view" aria-label="The join">
        <header>
          <h2>Cut {cut}</h2>
          <span>
            {out.clip?.name ?? 'No clip'} <small>{out.clip && `${rateLabel(out.clip.rate)} fps`}</small> →{' '}
            {into.clip?.name ?? 'No clip'} <small>{into.clip && `${rateLabel(into.clip.rate)} fps`}</small>
          </span>
          <span className="figures">
            {frame} · {timecodeAt(frame, plan)}
            {landing && ` · ${landing.onCue ? '' : 'near '}bar ${landing.cue.bar} beat ${landing.cue.beat}`}
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
              <ValueCurves
                columns={columns}
                facts={facts}
                size={plan.size}
                onSet={(column, k, value) => edit('setJoinKey', cut, { ...column, at: k, value, ease: 'linear' })}
              />
            )}
            {total > 0 && (
              <ValueTable
                rows={rows}
                columns={columns}
                at={at}
                cut={frame}
                onSet={setValue}
                onAdd={(column) => setAlso([...also, column])}
              />
            )}
          </div>
        </div>
        {!join && (
          <p className="hint">A hard cut. Choose a move beside it, put a recipe on it, or ramp the speed into it.</p>
        )}
        <SpeedView plan={plan} facts={facts} />
        {faults.length > 0 && (
          <div className="join-faults" role="group" aria-label="Faults here">
            {faults.map((fault) => (
              <FaultMends
                key={`${fault.code} ${fault.shot} ${fault.figures.side}`}
                plan={plan}
                fault={fault}
                seenOf={seen.seenOf}
              />
            ))}
          </div>
        )}
      </section>
      <aside className="panel" aria-label="What happens at the cut">
        <Tabs
          id="join-tabs"
          variant="underline"
          activeKey={tab}
          onSelect={(key) => onTab(key ?? 'move')}
          mountOnEnter
          unmountOnExit
        >
          <Tab eventKey="move" title="Move">
            <MovePanel plan={plan} facts={facts} suggested={seen.wayAt(facts)} />
          </Tab>
          <Tab eventKey="speed" title="Speed">
            <SpeedPanel plan={plan} facts={facts} shiftAt={seen.shiftAt} />
          </Tab>
          <Tab eventKey="recipes" title="Recipes">
            <RecipePanel
              plan={plan}
              facts={facts}
              wayOfCut={(c) => (film.joins[c - 1] ? seen.wayAt(film.joins[c - 1]!) : null)}
            />
          </Tab>
          <Tab eventKey="faults" title="Faults">
            <FaultsPanel plan={plan} faults={all} />
          </Tab>
        </Tabs>
      </aside>
    </>
  );
}

/** What happens at each cut: its window frame by frame, handles, values, speeds, faults with their mends. */
export default function JoinsScreen() {
  const plan = usePlan();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const params = useParams();
  const { frame, cut: selected } = useAppSelector((state) => state.view);
  const film = useMemo(() => filmOf(plan), [plan]);
  const last = film.joins.length;
  const cut = Math.min(last, Math.max(1, Number(params.cut) || selected || 1));
  const facts = film.joins[cut - 1];
  const seen = useSeen(plan);
  const [tab, setTab] = useState('move');
  const { seenOf } = seen;
  const faults = useMemo(() => faultsOf(plan, seenOf), [plan, seenOf]);
  const here = faults.filter(
    (f) => f.step === 'joins' && (f.cut === cut || (f.cut === null && (f.shot === cut || f.shot === cut - 1))),
  );
  const cutFrame = facts?.frame;
  useEffect(() => {
    if (cutFrame === undefined) return;
    dispatch(cutSelected(cut));
    dispatch(placed(cutFrame));
  }, [dispatch, cut, cutFrame]);

  const go = (to: number) => {
    if (to >= 1 && to <= last) void navigate(`../joins/${to}`);
  };
  const byFrame = (by: 1 | -1) => {
    dispatch(placed(frames(Math.min((plan.score?.length ?? 1) - 1, Math.max(0, frame + by)))));
  };
  const resize = (by: 1 | -1) => {
    if (facts?.join) edit('setWindow', cut, Math.max(0, facts.before + by), Math.max(0, facts.after + by));
  };
  const toFault = () => {
    const places = [
      ...new Set(faults.flatMap((f) => (f.step === 'joins' ? [Math.max(1, f.cut ?? f.shot ?? 1)] : []))),
    ].sort((a, b) => a - b);
    const next = places.find((c) => c > cut) ?? places[0];
    if (next !== undefined) go(next);
  };
  useScreenKeys([
    {
      label: 'frame',
      footer: true,
      keys: [
        { combo: 'arrowleft', cap: '←', run: () => byFrame(-1) },
        { combo: 'arrowright', cap: '→', run: () => byFrame(1) },
      ],
    },
    {
      label: 'cut',
      footer: true,
      keys: [
        { combo: 'arrowup', cap: '↑', run: () => go(cut - 1) },
        { combo: 'arrowdown', cap: '↓', run: () => go(cut + 1) },
      ],
    },
    {
      label: 'window',
      footer: true,
      keys: [
        { combo: 'minus', cap: '−', run: () => resize(-1) },
        { combo: 'equal', cap: '+', run: () => resize(1) },
      ],
    },
    {
      label: 'on or off',
      footer: true,
      keys: [{ combo: 'o', cap: 'O', run: () => facts?.join && edit('switchJoin', cut, !facts.join.off) }],
    },
    { label: 'next fault', footer: true, keys: [{ combo: 'f', cap: 'F', run: toFault }] },
  ]);

  if (!facts)
    return (
      <div className="empty">
        <h2>No cuts yet</h2>
        <p>Joins are made at cuts. Lay the film out first.</p>
        <Link className="btn btn-outline-dark" to="../score">
          To Score
        </Link>
      </div>
    );
  const total = faults.filter((f) => f.step === 'joins').length;
  return (
    <div className="joins">
      <div className="cut-column">
        <CutList joins={film.joins} faults={faults} cut={cut} />
        {total > 0 && (
          <Button variant="link" size="sm" onClick={toFault} title="F">
            Next fault of {total}
          </Button>
        )}
      </div>
      <Join
        key={cut}
        plan={plan}
        facts={facts}
        film={film}
        faults={here}
        all={faults}
        seen={seen}
        tab={tab}
        onTab={setTab}
      />
    </div>
  );
}
