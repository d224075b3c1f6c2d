import { lazy, Suspense, useRef, useState, type ReactNode } from 'react';
import { filmOf, frameAtTime } from '@caesura/core/film';
import { seconds } from '@caesura/core/time';
import { usePlan } from '../../app/hooks.ts';
import { useLatest } from '../../app/use-latest.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { cutSelected, placed } from '../../app/view.ts';
import type { LineListHandle } from '../../components/LineList.tsx';
import { AtOtherRate } from './AtOtherRate.tsx';
import { CutPanel } from './CutPanel.tsx';
import { DropLeftOut } from './DropLeftOut.tsx';
import { LayoutBar } from './LayoutBar.tsx';
import { NotLaidOut } from './NotLaidOut.tsx';
import { Proposals } from './Proposals.tsx';
import { ScoreBar, ZOOMS, type ScoreView } from './ScoreBar.tsx';
import { ScoreLines } from './ScoreLines.tsx';
import { ShotTable } from './ShotTable.tsx';
import { useCutEdits } from './use-cut-edits.ts';
import { useCutSelection } from './use-cut-selection.ts';
import { useFilmPlayer } from './use-film-player.ts';
import { usePropose } from './use-propose.ts';
import { useScoreKeys } from './use-score-keys.ts';
import { WishesPanel } from './WishesPanel.tsx';

// The charts come with a large package that no one else needs.
const PacingCharts = lazy(() => import('./PacingCharts.tsx'));

/**
 * The film as a score: lines of four bars, cuts as strokes, shots between them; and the work on the
 * cuts.
 */
export default function ScoreScreen() {
  const plan = usePlan();
  const propose = usePropose(plan);
  const dispatch = useAppDispatch();
  const frame = useAppSelector((state) => state.view.frame);
  const [view, setView] = useState<ScoreView>('lines');
  const [wishing, setWishing] = useState(false);
  const [zoom, setZoom] = useState(2);
  const list = useRef<LineListHandle>(null);
  const { shots } = filmOf(plan);
  const player = useFilmPlayer(plan, list);
  const selection = useCutSelection(plan, shots, list, player);
  const { selected, also, cuts, select, range } = selection;
  const edits = useCutEdits(shots, frame, selection);

  const play = () => {
    if (player.state === 'still') return void player.play(frame);
    const heard = player.stop();
    if (heard === null) return;
    dispatch(cutSelected(null));
    dispatch(placed(frameAtTime(seconds(heard), plan)));
  };
  const zoomBy = (by: 1 | -1) => setZoom((z) => Math.min(ZOOMS.length - 1, Math.max(0, z + by)));
  const relay = () => {
    const between = range();
    if (between) propose.start(between);
  };
  useScoreKeys({
    play,
    byFrame: selection.byFrame,
    byCut: selection.step,
    extend: selection.extend,
    zoom: zoomBy,
    relay,
    ...edits,
    selectNone: () => select(null),
  });

  // The panel shows nothing of the frame, so that a step leaves it as it is.
  const onPanel = {
    onSelect: useLatest(select),
    onToCue: useLatest(edits.toCue),
    onNudge: useLatest(edits.nudge),
    onRemove: useLatest(edits.remove),
    onLock: useLatest(edits.lock),
    onSplit: useLatest(edits.split),
    onRelay: useLatest(relay),
  };

  const views: Readonly<Record<ScoreView, () => ReactNode>> = {
    lines: () => (
      <ScoreLines
        bars={ZOOMS[zoom]!}
        onDrop={edits.drop}
        withPace={wishing}
        {...{ plan, frame, list, selection }}
      />
    ),
    table: () => <ShotTable plan={plan} shots={shots} selected={selected} onSelect={select} />,
    charts: () => (
      <Suspense>
        <PacingCharts plan={plan} shots={shots} />
      </Suspense>
    ),
    rates: () => <AtOtherRate plan={plan} shots={shots} />,
  };
  return (
    <div className="with-panel">
      <div className="score">
        <LayoutBar
          plan={plan}
          wishing={wishing}
          onWishes={() => setWishing(!wishing)}
          onPropose={() => propose.start()}
        >
          <ScoreBar view={view} onView={setView} zoom={zoom} onZoom={zoomBy} />
        </LayoutBar>
        <DropLeftOut plan={plan} />
        <Proposals plan={plan} selected={cuts.length > 1 ? range() : null} propose={propose} />
        {plan.score ? views[view]() : <NotLaidOut hasMusic={plan.music !== null} />}
      </div>
      {wishing ? (
        <WishesPanel plan={plan} frame={frame} cut={selected} />
      ) : (
        <CutPanel plan={plan} shots={shots} selected={selected} also={also} {...onPanel} />
      )}
    </div>
  );
}
