import { useEffect, useMemo, useState } from 'react';
import { Button, Tab, Tabs } from 'react-bootstrap';
import { useNavigate, useParams } from 'react-router';
import { filmOf } from '@caesura/core/film';
import { frames } from '@caesura/core/time';
import { atCuts, cutOf } from '../../app/fault-places.ts';
import { useFaults } from '../../app/faults.ts';
import { useEdit, usePlan } from '../../app/hooks.ts';
import {
  oneKey,
  SIDEWAYS,
  twoKeys,
  UP_AND_DOWN,
  useScreenKeys,
  ZOOM_KEYS,
} from '../../app/keys.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { cutSelected, placed } from '../../app/view.ts';
import { CutList } from '../../components/CutList.tsx';
import { LayOutFirst } from '../../components/LayOutFirst.tsx';
import { joinRows } from './cut-rows.tsx';
import { FaultsPanel } from './FaultsPanel.tsx';
import { JoinView } from './JoinView.tsx';
import { MovePanel } from './MovePanel.tsx';
import { RecipePanel } from './RecipePanel.tsx';
import { SpeedPanel } from './SpeedPanel.tsx';
import { useCamera } from './use-camera.ts';

/**
 * What happens at each cut: its window frame by frame, handles, values, speeds, faults with their
 * mends.
 */
export default function MovesScreen() {
  const plan = usePlan();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const params = useParams();
  const { frame, cut: selected } = useAppSelector((state) => state.view);
  const film = filmOf(plan);
  const last = film.joins.length;
  const cut = Math.min(last, Math.max(1, Number(params.at) || selected || 1));
  const facts = film.joins[cut - 1];
  const camera = useCamera(plan);
  const [tab, setTab] = useState('move');
  const { all: faults } = useFaults();
  // A shot whose file runs out matters at its cuts as well.
  const here = useMemo(
    () =>
      faults.filter(
        (f) =>
          (atCuts(f) || f.code === 'source-ends') &&
          (f.cut === cut || (f.cut === null && (f.shot === cut || f.shot === cut - 1))),
      ),
    [faults, cut],
  );
  // Hundreds of rows, which a step by a frame leaves as they are.
  const cutList = useMemo(
    () => <CutList step="moves" rows={joinRows(film.joins, faults)} cut={cut} />,
    [film, faults, cut],
  );
  const cutFrame = facts?.frame;
  useEffect(() => {
    if (cutFrame === undefined) return;
    dispatch(cutSelected(cut));
    dispatch(placed(cutFrame));
  }, [dispatch, cut, cutFrame]);

  const go = (to: number) => {
    if (to >= 1 && to <= last) void navigate(`../moves/${to}`);
  };
  const byFrame = (by: 1 | -1) => {
    dispatch(placed(frames(Math.min((plan.score?.length ?? 1) - 1, Math.max(0, frame + by)))));
  };
  const resize = (by: 1 | -1) => {
    if (facts?.join)
      edit('setWindow', cut, Math.max(0, facts.before + by), Math.max(0, facts.after + by));
  };
  const toFault = () => {
    const places = [...new Set(faults.filter(atCuts).map(cutOf))].sort((a, b) => a - b);
    const next = places.find((c) => c > cut) ?? places[0];
    if (next !== undefined) go(next);
  };
  useScreenKeys([
    twoKeys('frame', SIDEWAYS, byFrame),
    twoKeys('cut', UP_AND_DOWN, (by) => go(cut + by)),
    twoKeys('window', ZOOM_KEYS, resize),
    {
      label: 'on or off',
      footer: true,
      keys: [
        {
          combo: 'o',
          cap: 'O',
          run: () => facts?.join && edit('switchJoins', [cut], !facts.join.off),
        },
      ],
    },
    oneKey('next fault', ['f', 'F'], toFault, { footer: true }),
  ]);

  if (!facts) return <LayOutFirst title="No cuts yet" why="Joins are made at cuts." />;
  const total = faults.filter(atCuts).length;
  return (
    <div className="joins">
      <div className="cut-column">
        {cutList}
        {total > 0 && (
          <Button variant="link" size="sm" onClick={toFault} title="F">
            Next fault of {total}
          </Button>
        )}
      </div>
      <JoinView key={cut} plan={plan} facts={facts} film={film} faults={here} />
      <aside className="panel" aria-label="What happens at the cut">
        <Tabs
          id="join-tabs"
          variant="underline"
          activeKey={tab}
          onSelect={(key) => setTab(key ?? 'move')}
          mountOnEnter
          unmountOnExit
        >
          <Tab eventKey="move" title="Move">
            <MovePanel plan={plan} facts={facts} suggested={camera.wayAt(facts)} />
          </Tab>
          <Tab eventKey="speed" title="Speed">
            <SpeedPanel plan={plan} facts={facts} shiftAt={camera.shiftAt} />
          </Tab>
          <Tab eventKey="recipes" title="Recipes">
            <RecipePanel
              plan={plan}
              facts={facts}
              wayOfCut={(c) => (film.joins[c - 1] ? camera.wayAt(film.joins[c - 1]!) : null)}
            />
          </Tab>
          <Tab eventKey="faults" title="Faults">
            <FaultsPanel plan={plan} faults={faults} />
          </Tab>
        </Tabs>
      </aside>
    </div>
  );
}
