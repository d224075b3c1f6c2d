import { lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Button, ButtonGroup } from 'react-bootstrap';
import { Link } from 'react-router';
import { OUTLINE_RATE } from '@caesura/core/listen';
import { rangeOfShots } from '@caesura/core/layout';
import { frameAtTime, scoreLines, filmOf } from '@caesura/core/film';
import { partsOf, type Plan } from '@caesura/core/plan';
import { frames, instantOfFrame, seconds, toNumber, type Frames } from '@caesura/core/time';
import { useEdit, usePlan } from '../../app/hooks.ts';
import type { Click } from '../../sound/click.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { useOutline } from '../../app/use-media.ts';
import { comesIn, filmRoute, usedFade } from '../../sound/film-route.ts';
import { usePlayer } from '../../sound/use-player.ts';
import { cutSelected, cutsSelected, placed } from '../../app/view.ts';
import { LineList, type LineListHandle } from '../../components/LineList.tsx';
import { usePlayMark } from '../../components/use-play-mark.ts';
import { AtOtherRate } from './AtOtherRate.tsx';
import { CutPanel } from './CutPanel.tsx';
import { LayoutBar } from './LayoutBar.tsx';
import { PaceCurve, usePace } from './PaceCurve.tsx';
import { Proposals } from './Proposals.tsx';
import { useCutDrag } from './use-cut-drag.ts';
import { useScoreKeys } from './use-score-keys.ts';
import { WishesPanel } from './WishesPanel.tsx';
import { usePropose } from './use-propose.ts';
import { ScoreLine } from '../../components/ScoreLine.tsx';
import { ShotTable } from './ShotTable.tsx';

// The charts come with a large package that no one else needs.
const PacingCharts = lazy(() => import('./PacingCharts.tsx'));

const LINE_HEIGHT = 102;
/** Bars on a line at each zoom. */
const ZOOMS = [16, 8, 4, 2, 1, 1 / 2, 1 / 4] as const;
/** Frames on a line up to which each has its tick. */
const TICKED = 130;

const VIEWS = { lines: 'Lines', table: 'Table', charts: 'Charts', rates: 'Rates' } as const;
type Shown = keyof typeof VIEWS;

const timeOf = (frame: number, plan: Plan): number => toNumber(instantOfFrame(frame, plan.rate));

/** A click on every cut, for a play that starts at a time of the film. */
const cutClicks = (plan: Plan, from: number): Click[] =>
  (plan.score?.shots.slice(1) ?? []).map((s) => ({
    after: timeOf(s.start, plan) - from,
    sound: 'beat',
  }));

/** The outline of the music as the film has it: its parts one after the other. For drawing only. */
function filmOutline(outline: Uint8Array | null, music: Plan['music']): Uint8Array | null {
  if (!outline || !music) return null;
  const at = (sample: number) =>
    2 * Math.round((sample / music.analysis.sampleRate) * OUTLINE_RATE);
  const parts = partsOf(music).map(({ from, to }) => outline.subarray(at(from), at(to)));
  const joined = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let length = 0;
  for (const part of parts) {
    joined.set(part, length);
    length += part.length;
  }
  return joined;
}

/** The film as a score: lines of four bars, cuts as strokes, shots between them; and the work on the cuts. */
export default function ScoreScreen() {
  const plan = usePlan();
  const propose = usePropose(plan);
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const { frame, cut, also: alsoCuts } = useAppSelector((state) => state.view);
  const [shown, setShown] = useState<Shown>('lines');
  const [wishing, setWishing] = useState(false);
  const [zoom, setZoom] = useState(2);
  const list = useRef<LineListHandle>(null);
  const { music } = plan;
  const fileOutline = useOutline(music?.outline ?? null);
  const outline = useMemo(() => filmOutline(fileOutline, music), [fileOutline, music]);
  const lines = useMemo(() => scoreLines(plan, ZOOMS[zoom]), [plan, zoom]);
  const pace = usePace(plan);
  const cues = useMemo(() => filmOf(plan).cues, [plan]);
  const shots = useMemo(() => filmOf(plan).shots, [plan]);
  const joins = useMemo(
    () => filmOf(plan).joins.filter((j) => j.before + j.after > 0),
    [plan, shots],
  );
  const effects = useMemo(() => filmOf(plan).effects, [plan, shots]);
  /** Time of the film at which the play that is heard started. */
  const startedAt = useRef(0);
  const player = usePlayer(
    music,
    useCallback(() => cutClicks(plan, startedAt.current), [plan]),
  );
  const { elapsed } = player;
  const heardAt = useCallback(() => {
    const since = elapsed();
    return since === null ? null : startedAt.current + since;
  }, [elapsed]);
  const offset = music ? -comesIn(music, plan.rate) : 0;
  usePlayMark(list, player.state, heardAt);

  const last = shots.length - 1;
  const selected = cut !== null && cut <= last ? cut : null;
  const also = useMemo(() => alsoCuts.filter((c) => c <= last), [alsoCuts, last]);
  const cuts = selected === null ? [] : [selected, ...also].sort((a, b) => a - b);
  // A cut that moved takes the position with it, also when it is undone.
  const cutFrame = selected === null ? null : shots[selected]!.start;
  useEffect(() => {
    if (cutFrame !== null) dispatch(placed(cutFrame));
  }, [dispatch, cutFrame]);

  const goTo = (to: number) => {
    const kept = frames(Math.min((plan.score?.length ?? plan.target) - 1, Math.max(0, to)));
    dispatch(placed(kept));
    list.current?.show(timeOf(kept, plan));
    if (player.state === 'playing') play(kept);
  };
  const select = (index: number | null) => {
    dispatch(cutSelected(index));
    if (index !== null) goTo(shots[index]!.start);
  };
  const drag = useCutDrag(list, plan, cues, (held, to) => {
    const by = to - shots[held]!.start;
    if (cuts.length > 1 && cuts.includes(held)) return edit('moveCuts', cuts, by);
    dispatch(cutSelected(held));
    return edit('moveCut', held, to);
  });
  /** Chooses a cut by itself, one more, or all up to it. */
  const choose = (index: number, how: 'alone' | 'with' | 'to') => {
    if (drag.dragged()) return;
    if (how === 'alone' || selected === null) return select(index);
    const [from, to] = [Math.min(selected, index), Math.max(selected, index)];
    const range = Array.from({ length: to - from + 1 }, (_, i) => from + i).filter(
      (c) => c > 0 || c === selected,
    );
    const toggled = also.includes(index) ? also.filter((c) => c !== index) : [...also, index];
    dispatch(cutsSelected({ cut: selected, also: how === 'to' ? range : toggled }));
  };
  const extend = (by: 1 | -1) => {
    if (selected === null) return step(by);
    const end = by === 1 ? Math.max(...cuts) : Math.min(...cuts);
    const next = Math.min(last, Math.max(1, end + by));
    dispatch(cutsSelected({ cut: selected, also: [...also, next] }));
    list.current?.show(timeOf(shots[next]!.start, plan));
  };
  /** The shots between the first and the last selected cut; with one, the shot that starts there. */
  const range = () => {
    if (cuts.length === 0) return null;
    return rangeOfShots(
      plan,
      cuts[0]!,
      Math.max(cuts[0]!, (cuts.length > 1 ? cuts.at(-1)! : cuts[0]! + 1) - 1),
    );
  };
  const step = (by: 1 | -1) => {
    if (last < 1) return;
    const next =
      by === 1
        ? shots.find((s) => s.index > 0 && s.start > frame)
        : shots.findLast((s) => s.index > 0 && s.start < frame);
    if (selected !== null) select(Math.min(last, Math.max(0, selected + by)));
    else if (next) select(next.index);
  };
  const byFrame = (by: 1 | -1) => {
    dispatch(cutSelected(null));
    goTo(frame + by);
  };
  const play = (from: Frames) => {
    if (!music) return;
    const [start, end] = [timeOf(from, plan), timeOf(plan.score?.length ?? plan.target, plan)];
    startedAt.current = start;
    const fade = usedFade(music, start - comesIn(music, plan.rate));
    player.play(filmRoute(music, plan.rate, start, end), { fade });
  };
  const toggle = () => {
    if (player.state === 'still') return play(frame);
    const heard = heardAt();
    player.stop();
    if (heard === null) return;
    dispatch(cutSelected(null));
    dispatch(placed(frameAtTime(seconds(heard), plan)));
  };
  const isCut = selected !== null && selected > 0;
  const toCue = (direction: 1 | -1) => {
    if (isCut) edit('moveCutToCue', selected, direction);
  };
  const nudge = (by: 1 | -1) => {
    if (cuts.length > 1) edit('moveCuts', cuts, by);
    else if (isCut) edit('nudgeCut', selected, by);
  };
  const remove = () => {
    if (isCut && edit('removeCut', selected))
      select(last === 1 ? null : Math.min(selected, last - 1));
  };
  const lock = () => {
    if (isCut) edit('lockCut', selected, !shots[selected]!.shot.locked);
  };
  const split = () => {
    const index = shots.findLastIndex((s) => s.start <= frame);
    if (edit('splitShot', frame)) dispatch(cutSelected(index + 1));
  };
  const slip = (by: number) => {
    if (selected !== null) edit('slipShot', selected, by);
  };
  const swap = (by: 1 | -1) => {
    if (selected === null || selected + by < 0 || selected + by > last) return;
    if (edit('swapShots', selected, selected + by)) select(selected + by);
  };
  const lengthen = (by: 1 | -1) => {
    if (selected !== null) edit('setShotLength', selected, shots[selected]!.length + by, 'next');
  };
  const zoomBy = (by: 1 | -1) => setZoom((z) => Math.min(ZOOMS.length - 1, Math.max(0, z + by)));
  const relay = () => {
    const between = range();
    if (between) propose.start(between);
  };

  useScoreKeys({
    play: toggle,
    byFrame,
    byCut: step,
    extend,
    zoom: zoomBy,
    ...{ toCue, nudge, slip, lengthen, swap, split, lock, relay, remove },
    selectNone: () => select(null),
  });

  return (
    <div className="with-panel">
      <div className="score">
        <LayoutBar
          plan={plan}
          wishing={wishing}
          onWishes={() => setWishing(!wishing)}
          onPropose={() => propose.start()}
        >
          {shown === 'lines' && (
            <ButtonGroup aria-label="Zoom">
              <Button
                variant="outline-dark"
                disabled={zoom === 0}
                onClick={() => zoomBy(-1)}
                title="More bars on a line (−)"
              >
                −
              </Button>
              <Button
                variant="outline-dark"
                disabled={zoom === ZOOMS.length - 1}
                onClick={() => zoomBy(1)}
                title="Fewer bars on a line (+)"
              >
                +
              </Button>
            </ButtonGroup>
          )}
          <ButtonGroup aria-label="Show">
            {(Object.keys(VIEWS) as Shown[]).map((name) => (
              <Button
                key={name}
                variant="outline-dark"
                active={shown === name}
                aria-pressed={shown === name}
                onClick={() => setShown(name)}
              >
                {VIEWS[name]}
              </Button>
            ))}
          </ButtonGroup>
        </LayoutBar>
        <Proposals plan={plan} selected={cuts.length > 1 ? range() : null} propose={propose} />
        {!plan.score ? (
          <div className="empty">
            <h2>Not laid out yet</h2>
            <p>
              {plan.music
                ? 'Choose a pace above and lay out, or let three layouts be proposed: the cuts land on the cues, and the film is the target to the frame.'
                : 'Add music in Listen so that cuts can land on its beats, or give the pace in seconds or frames, then lay out.'}
            </p>
            {!plan.music && (
              <Link className="btn btn-outline-dark" to="../listen">
                To Listen
              </Link>
            )}
          </div>
        ) : shown === 'table' ? (
          <ShotTable plan={plan} shots={shots} selected={selected} onSelect={select} />
        ) : shown === 'charts' ? (
          <Suspense>
            <PacingCharts plan={plan} shots={shots} />
          </Suspense>
        ) : shown === 'rates' ? (
          <AtOtherRate plan={plan} shots={shots} />
        ) : (
          <LineList
            ref={list}
            lines={lines}
            height={LINE_HEIGHT}
            label="The score in lines of four bars"
            onPoint={(at) => {
              dispatch(cutSelected(null));
              goTo(frameAtTime(at, plan));
            }}
            draw={(line) => (
              <>
                <ScoreLine
                  plan={plan}
                  line={line}
                  cues={cues}
                  shots={shots}
                  joins={joins}
                  effects={effects}
                  outline={outline}
                  offset={offset}
                  position={timeOf(frame, plan)}
                  selected={selected}
                  also={also}
                  ticks={(line.span * plan.rate.num) / plan.rate.den <= TICKED}
                  onSelect={choose}
                  onHold={drag.hold}
                />
                {wishing && pace && <PaceCurve plan={plan} line={line} pace={pace} />}
              </>
            )}
          />
        )}
      </div>
      {wishing ? (
        <WishesPanel plan={plan} frame={frame} cut={selected} />
      ) : (
        <CutPanel
          plan={plan}
          shots={shots}
          selected={selected}
          onSelect={select}
          onToCue={toCue}
          onNudge={nudge}
          onRemove={remove}
          onLock={lock}
          onSplit={split}
          also={also}
          onRelay={relay}
        />
      )}
    </div>
  );
}
