import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { copySpeedsOf } from '@caesura/core/copying';
import { speedAt } from '@caesura/core/curves';
import { speedsOf } from '@caesura/core/edits';
import { filmOf, type ShotFacts } from '@caesura/core/film';
import { toSpeed } from '@caesura/core/ramps';
import { frames } from '@caesura/core/time';
import { shotOf } from '../../app/fault-places.ts';
import { useCopying } from '../../app/copying.ts';
import { useFaults } from '../../app/faults.ts';
import { usePlan } from '../../app/hooks.ts';
import { oneKey, SIDEWAYS, twoKeys, UP_AND_DOWN, useScreenKeys } from '../../app/keys.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { placed, shotsChosen } from '../../app/view.ts';
import { useWent } from '../../app/went.ts';
import { FaultsHere } from '../../components/FaultsHere.tsx';
import { ListColumn } from '../../components/ListColumn.tsx';
import { LayOutFirst } from '../../components/LayOutFirst.tsx';
import { isChanged } from '../../components/is-changed.ts';
import { AskPanel } from './AskPanel.tsx';
import { BetweenPanel } from './BetweenPanel.tsx';
import { HoldsPanel } from './HoldsPanel.tsx';
import { KeyTable } from './KeyTable.tsx';
import { RampEnds } from './RampEnds.tsx';
import { SameOn } from './SameOn.tsx';
import { ShotDrawing } from './ShotDrawing.tsx';
import { ShotList, type Choosing } from './ShotList.tsx';
import { ShotStage } from './ShotStage.tsx';
import { OfferList } from './OfferList.tsx';
import { SpeedEdits, useHeldEdit } from './use-held-edit.ts';
import { useShotStage } from './use-shot-stage.ts';

/** What of the list is shown. */
const FILTERS = { all: 'all', changed: 'changed', faults: 'faults' } as const;
type Filter = keyof typeof FILTERS;

/** Frames of the film by which a source frame is stepped: to the next on which another is shown. */
function bySource({ time, length, start }: ShotFacts, at: number, by: 1 | -1): number {
  const k = at - start;
  if (!time) return at + by;
  const now = time.at(k);
  for (let to = k + by; to >= 0 && to < length; to += by)
    if (time.at(to) !== now) return start + to;
  return at;
}

/**
 * The speeds of every shot: all in one list, the open one whole, and plain questions about it whose
 * answers say what gives way before they are done.
 */
export default function SpeedsScreen() {
  const plan = usePlan();
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const params = useParams();
  const { frame, shots: before } = useAppSelector((state) => state.view);
  const film = filmOf(plan);
  const view = useRef<HTMLDivElement>(null);
  const [filter, setFilter] = useState<Filter>('all');
  const [also, setAlso] = useState<ReadonlySet<number>>(() => new Set(before));
  const { all: faults } = useFaults();
  const ofSpeeds = useMemo(
    () => faults.filter(({ area, code }) => area === 'speeds' || code === 'source-ends'),
    [faults],
  );
  const wrong = useMemo(() => new Set(ofSpeeds.map(shotOf)), [ofSpeeds]);
  const byFrame = film.shots.findLast(({ start }) => start <= frame)?.index ?? 0;
  const asked = Number(params.shot) - 1;
  const open = film.shots[asked] ? asked : (before[0] ?? byFrame);
  const facts = film.shots[open];
  const { apply: edit, refused } = useHeldEdit(plan, open);
  const listed = useMemo(
    () => ({
      all: film.shots,
      changed: film.shots.filter(isChanged),
      faults: film.shots.filter(({ index }) => wrong.has(index)),
    }),
    [film.shots, wrong],
  );
  const shown = listed[filter];
  const chosen = useMemo(
    () => [...new Set([open, ...(also.has(open) ? also : [])])].sort((a, b) => a - b),
    [open, also],
  );
  // At once, and not when there is time for it: what is pressed next is meant for this shot.
  const go = useCallback(
    (shot: number) => void navigate(`../speeds/${shot + 1}`, { replace: true, flushSync: true }),
    [navigate],
  );
  const start = facts?.start;
  const end = facts?.end;
  useEffect(() => {
    if (start === undefined || end === undefined) return;
    dispatch(shotsChosen([open]));
    if (frame < start || frame >= end) dispatch(placed(start));
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [dispatch, open]);
  const choose = (shot: number, how: Choosing) => {
    if (how === 'only') {
      setAlso(new Set([shot]));
      go(shot);
      return;
    }
    const rows = shown.map(({ index }) => index);
    if (how === 'to') {
      const [a, b] = [rows.indexOf(open), rows.indexOf(shot)].sort((x, y) => x - y) as [
        number,
        number,
      ];
      setAlso(new Set([open, ...rows.slice(Math.max(0, a), b + 1)]));
      return;
    }
    const next = new Set(chosen);
    if (!next.delete(shot)) next.add(shot);
    setAlso(next.add(open));
  };
  const stage = useShotStage(plan, facts, frame);
  const step = (by: 1 | -1) => {
    const at = shown.findIndex(({ index }) => index === open);
    const next = shown[Math.min(shown.length - 1, Math.max(0, at + by))];
    if (next) choose(next.index, 'only');
  };
  const to = (at: number) => {
    if (facts) dispatch(placed(frames(Math.min(facts.end - 1, Math.max(facts.start, at)))));
  };
  // What was gone to opens its shot.
  useWent((at) => {
    const shot = film.shots.findLast(({ start: from }) => from <= at);
    if (shot && shot.index !== open) choose(shot.index, 'only');
  });
  const keyHere = () => {
    if (!facts?.time) return;
    const at = frame - facts.start;
    edit('setRampKey', open, { at, speed: toSpeed(speedAt(facts.time.curve, at)) });
  };
  const copying = useCopying(
    plan,
    () => copySpeedsOf(plan, open),
    () => ({ from: facts?.start ?? frame, cuts: [], shots: chosen, places: [] }),
  );
  useScreenKeys([
    ...copying.keys,
    oneKey(stage.still ? 'play the shot' : 'stop', ['space', 'space'], stage.play, {
      footer: true,
    }),
    oneKey('half speed', ['h', 'H'], () => stage.setHalf(!stage.half)),
    oneKey('with or without ramps', ['w', 'W'], () => stage.setPlain(!stage.plain)),
    oneKey('blended or as they are', ['b', 'B'], () => stage.setBlended(!stage.blended)),
    twoKeys('frame', SIDEWAYS, (by) => to(frame + by)),
    twoKeys(
      'source frame',
      [
        ['shift+arrowleft', 'Shift ←'],
        ['shift+arrowright', 'Shift →'],
      ],
      (by) => facts && to(bySource(facts, frame, by)),
      { footer: false },
    ),
    twoKeys('shot', UP_AND_DOWN, step),
    oneKey('key here', ['n', 'N'], keyHere, { footer: true }),
  ]);
  if (!plan.score || !facts)
    return (
      <LayOutFirst title="No speeds yet" why="Speeds are set of shots, and there are none yet." />
    );
  const here = ofSpeeds.filter((fault) => shotOf(fault) === open);
  const ramp = speedsOf(plan, open);
  return (
    <SpeedEdits value={edit}>
      <div className="speeds">
        <ListColumn
          names={FILTERS}
          listed={listed}
          filter={filter}
          onFilter={setFilter}
          chosen={chosen.length}
          onChooseAll={() => setAlso(new Set([open, ...shown.map(({ index }) => index)]))}
        >
          <ShotList
            shots={shown}
            open={open}
            chosen={new Set(chosen)}
            wrong={wrong}
            onChoose={choose}
          />
        </ListColumn>
        <div className="move-view" ref={view}>
          <ShotDrawing {...{ film, facts, ramp, view }} at={frame} />
          {(refused !== null || here.length > 0) && (
            <div className="speed-told">
              {refused && (
                <section aria-label="Refused">
                  <p className="wrong" role="status">
                    {refused.why}
                  </p>
                  <OfferList
                    offers={refused.offers}
                    onTake={({ answer, holds }) => edit('placeSpeeds', open, { ...answer, holds })}
                  />
                </section>
              )}
              <FaultsHere plan={plan} faults={here} />
            </div>
          )}
        </div>
        <aside className="panel speed-panel" aria-label="What its speeds are">
          <ShotStage size={plan.size} stage={stage} />
          {facts.clip && (
            <>
              <AskPanel key={`ask ${facts.shot.id}`} {...{ film, facts, chosen }} at={frame} />
              <HoldsPanel {...{ film, facts, chosen }} />
              <RampEnds key={`ends ${facts.shot.id}`} {...{ film, facts }} />
              <KeyTable {...{ film, facts, ramp }} at={frame} />
              <BetweenPanel {...{ facts, chosen }} />
              <SameOn {...{ plan, facts, chosen }} />
            </>
          )}
        </aside>
      </div>
    </SpeedEdits>
  );
}
