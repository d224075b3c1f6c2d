import { GhostNote } from './GhostNote.tsx';
import { lazy, Suspense, useMemo, useRef, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { copyShots } from '@caesura/core/copying';
import { filmOf, frameAtTime } from '@caesura/core/film';
import { rangeOfShots } from '@caesura/core/layout';
import { CaesuraError, seconds } from '@caesura/core/time';
import { usePlan } from '../../app/hooks.ts';
import { useLatest } from '../../app/use-latest.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { cutPlaces, useCopying } from '../../app/copying.ts';
import { cutSelected, placed } from '../../app/view.ts';
import { useWent } from '../../app/went.ts';
import { DropLeftOut } from '../../components/DropLeftOut.tsx';
import type { LineListHandle } from '../../components/LineList.tsx';
import { AtOtherRate } from './AtOtherRate.tsx';
import { CutPanel } from './CutPanel.tsx';
import { LayoutBar } from './LayoutBar.tsx';
import { NotLaidOut } from './NotLaidOut.tsx';
import { Proposals, withOffer } from './Proposals.tsx';
import { ScoreBar, ZOOMS, type ScoreView } from './ScoreBar.tsx';
import { ScoreLines } from './ScoreLines.tsx';
import { ShotTable } from './ShotTable.tsx';
import { useCutEdits } from './use-cut-edits.ts';
import { useCutSelection } from './use-cut-selection.ts';
import { useFilmPlayer } from './use-film-player.ts';
import { ScoreMenu, type AskedMenu } from './ScoreMenu.tsx';
import { ShotsPanel } from './ShotsPanel.tsx';
import { usePropose } from './use-propose.ts';
import { useShotSelection } from './use-shot-selection.ts';
import { useScoreKeys } from './use-score-keys.ts';
import { WishesPanel } from './WishesPanel.tsx';
import type { Offer } from '../../workers/layout-worker.ts';

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
  const [withPace, setWithPace] = useState(false);
  const [preview, setPreview] = useState<Offer | null>(null);
  // An offer that is gone, or put away while it was pointed at, is no longer shown.
  const previewed = preview && propose.offers.includes(preview) ? preview : null;
  const shown = useMemo(() => {
    if (!previewed) return plan;
    try {
      return withOffer(plan, previewed, propose.range);
    } catch (error) {
      // The plan was changed since, so that the stretch no longer fits; taking it says why.
      if (error instanceof CaesuraError) return plan;
      throw error;
    }
  }, [plan, previewed, propose.range]);
  const [zoom, setZoom] = useState(2);
  const list = useRef<LineListHandle>(null);
  const { shots } = filmOf(plan);
  const player = useFilmPlayer(plan, list);
  const selection = useCutSelection(plan, shots, list, player);
  const { selected, also, cuts, select, range } = selection;
  const ofShots = useShotSelection(plan, shots, list, selection.goTo);
  const { chosen } = ofShots;
  useWent(selection.goTo);
  const edits = useCutEdits(shots, frame, selection, ofShots);
  const [asked, setAsked] = useState<AskedMenu | null>(null);
  const menuOf = asked && shots[asked.shot];
  const stretch = () => ofShots.range() ?? (cuts.length > 1 ? range() : null);

  const play = () => {
    if (player.state === 'still') return void player.play(frame);
    const heard = player.stop();
    if (heard === null) return;
    dispatch(cutSelected(null));
    dispatch(placed(frameAtTime(seconds(heard), plan)));
  };
  const zoomBy = (by: 1 | -1) => setZoom((z) => Math.min(ZOOMS.length - 1, Math.max(0, z + by)));
  const relay = () => {
    const between = ofShots.range() ?? range();
    if (between) propose.start(between);
  };
  const shotHere = shots.findLast(({ start }) => start <= frame)?.index ?? 0;
  const copying = useCopying(
    plan,
    () => {
      const of = stretch();
      const between = of && shots.filter(({ start }) => start >= of.from && start < of.to);
      if (chosen.length > 0) return copyShots(plan, chosen);
      return copyShots(plan, between?.map(({ index }) => index) ?? [selected ?? shotHere]);
    },
    () => {
      const firstShot = chosen.length > 0 ? Math.min(...chosen) : (cuts[0] ?? null);
      const cutsMeant = cuts.filter((cut) => cut > 0);
      return {
        from: firstShot === null ? frame : shots[firstShot]!.start,
        cuts: cutsMeant,
        shots: chosen.length > 0 ? chosen : [selected ?? shotHere],
        places: cutsMeant.length > 0 ? cutPlaces(plan, cutsMeant) : [{ frame, cut: null }],
      };
    },
  );
  useScoreKeys(
    {
      play,
      byFrame: selection.byFrame,
      byCut: chosen.length > 0 ? ofShots.step : selection.step,
      extend: chosen.length > 0 ? ofShots.extend : selection.extend,
      zoom: zoomBy,
      relay,
      ...edits,
      selectNone: () => select(null),
    },
    copying.keys,
  );

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

  // What is done in the menu is done with the shot under it, or with all that are chosen.
  const onMenu = useLatest((menu: AskedMenu) => {
    if (!chosen.includes(menu.shot)) ofShots.choose(menu.shot, 'alone');
    setAsked(menu);
  });

  const views: Readonly<Record<ScoreView, () => ReactNode>> = {
    lines: () => (
      <ScoreLines
        bars={ZOOMS[zoom]!}
        onDrop={edits.drop}
        withPace={withPace || wishing}
        shots={ofShots}
        onMenu={onMenu}
        {...{ plan: shown, frame, list, selection }}
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
          <ScoreBar
            {...{ view, zoom, withPace }}
            onView={setView}
            onZoom={zoomBy}
            onPace={() => setWithPace(!withPace)}
          />
        </LayoutBar>
        <GhostNote />
        <DropLeftOut plan={plan} others={<Link to="../listen">Other parts</Link>} />
        <Proposals plan={plan} selected={stretch()} propose={propose} onPreview={setPreview} />
        {plan.score ? views[view]() : <NotLaidOut plan={plan} />}
      </div>
      {wishing ? (
        <WishesPanel plan={plan} frame={frame} cut={selected} />
      ) : chosen.length > 0 ? (
        <ShotsPanel
          plan={plan}
          chosen={[...chosen].sort((a, b) => a - b).map((i) => shots[i]!)}
          onSplit={edits.split}
          onRelay={relay}
        />
      ) : (
        <CutPanel plan={plan} shots={shots} selected={selected} also={also} {...onPanel} />
      )}
      {asked && menuOf && (
        <ScoreMenu
          key={`${asked.shot} ${asked.x} ${asked.y}`}
          plan={plan}
          facts={menuOf}
          asked={asked}
          onPlay={() => void player.play(menuOf.start)}
          onSplit={edits.split}
          onRelay={() => propose.start(rangeOfShots(plan, asked.shot, asked.shot))}
          onCopy={copying.copy}
          onPaste={copying.paste}
          onClose={() => setAsked(null)}
        />
      )}
    </div>
  );
}
