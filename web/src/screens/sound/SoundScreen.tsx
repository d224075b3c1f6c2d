import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Tab, Tabs } from 'react-bootstrap';
import { useNavigate, useParams } from 'react-router';
import { copyEffects } from '@caesura/core/copying';
import type { Fault } from '@caesura/core/faults';
import { filmOf, wholeFilm } from '@caesura/core/film';
import { SUMMED } from '@caesura/core/sound';
import { frames, instantOfFrame, toNumber } from '@caesura/core/time';
import { faultsOn } from '../../app/fault-places.ts';
import { useCopying } from '../../app/copying.ts';
import { useFaults } from '../../app/faults.ts';
import { useEdit, usePlan } from '../../app/hooks.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { useTask } from '../../app/use-task.ts';
import { cutSelected, placed } from '../../app/view.ts';
import { useWent } from '../../app/went.ts';
import { DropArea } from '../../components/DropArea.tsx';
import { FaultsHere } from '../../components/FaultsHere.tsx';
import { LayOutFirst } from '../../components/LayOutFirst.tsx';
import type { LineListHandle } from '../../components/LineList.tsx';
import { ListColumn } from '../../components/ListColumn.tsx';
import { useSelection } from '../../components/use-selection.ts';
import { Working } from '../../components/Working.tsx';
import { useRehearsal } from '../../rehearse/use-rehearsal.ts';
import { playRangeOf } from '../../rehearse/play-ranges.ts';
import { ChosenEffects } from './ChosenEffects.tsx';
import { CutClose } from './CutClose.tsx';
import { EffectChoice } from './EffectChoice.tsx';
import { EffectFields } from './EffectFields.tsx';
import { bringFiles, EffectFiles } from './EffectFiles.tsx';
import { EffectLines } from './EffectLines.tsx';
import { soundItems, type SoundItem } from './items.ts';
import { LinePanel } from './LinePanel.tsx';
import { PutEffects } from './PutEffects.tsx';
import { SoundHead } from './SoundHead.tsx';
import { SoundList } from './SoundList.tsx';
import { SumLine } from './SumLine.tsx';
import { useCloseView } from './use-close-view.ts';
import { useEffectActs } from './use-effect-acts.ts';
import { useSoundKeys } from './use-sound-keys.ts';

/** What of the list is shown. */
const FILTERS = { all: 'all', sounding: 'with effects', faults: 'faults' } as const;
type Filter = keyof typeof FILTERS;

/** Whether a fault is at a place of the list. */
const isAt = (fault: Fault, { join, effects }: SoundItem): boolean =>
  (join !== null && fault.cut === join.cut) ||
  effects.some(({ placement }) => placement.id === fault.target);

/** Goes to a place where it is; an edit of it moves nothing. */
function usePositionAt(item: SoundItem | undefined, show: (frame: number) => void): void {
  const dispatch = useAppDispatch();
  const [key, frame, cut] = [item?.key, item?.frame, item?.join?.cut];
  useEffect(() => {
    if (frame === undefined) return;
    if (cut !== undefined) dispatch(cutSelected(cut));
    dispatch(placed(frames(Math.max(0, frame))));
    show(frame);
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [dispatch, key]);
}

/**
 * Everything that sounds with the pictures: effects at the cuts and between them, against the music
 * and its levels: which, where, how fast, how high, how loud, and why.
 */
export default function SoundScreen() {
  const plan = usePlan();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const params = useParams();
  const task = useTask();
  const { cut: selected, frame } = useAppSelector((state) => state.view);
  const { all } = useFaults();
  const faults = useMemo(() => faultsOn(all, 'sound'), [all]);
  const film = filmOf(plan);
  const items = useMemo(() => soundItems(film), [film]);
  const [filter, setFilter] = useState<Filter>('all');
  const [tab, setTab] = useState('cut');
  const [media, setMedia] = useState('');
  const effect = plan.effectFiles.find((file) => file.media === media) ?? plan.effectFiles[0];
  const canvas = useRef<HTMLCanvasElement>(null);
  const list = useRef<LineListHandle>(null);
  const item =
    items.find(({ key }) => key === params.at) ??
    items.find(({ key }) => key === String(selected ?? 1)) ??
    items[0];
  const open = item?.key ?? '';
  // At once, and not when there is time for it: what is pressed next is meant for this place.
  const go = useCallback(
    (key: string) => void navigate(`../sound/${key}`, { replace: true, flushSync: true }),
    [navigate],
  );
  const wrong = useMemo(
    () => new Set(items.filter((i) => faults.some((f) => isAt(f, i))).map(({ key }) => key)),
    [items, faults],
  );
  const listed: Record<Filter, readonly SoundItem[]> = {
    all: items,
    sounding: items.filter(({ effects }) => effects.length > 0),
    faults: items.filter(({ key }) => wrong.has(key)),
  };
  const shown = listed[filter];
  const selection = useSelection(shown, open, go);
  const chosen = items.filter(({ key }) => selection.keys.has(key));

  const { close, mark, onFrame, span, setSpan } = useCloseView(plan, item?.frame, list);
  usePositionAt(item, (at) => list.current?.show(toNumber(instantOfFrame(at, plan.rate))));
  useWent((at) => list.current?.show(toNumber(instantOfFrame(frames(at), plan.rate))));
  const rehearsal = useRehearsal(canvas, { version: plan, heard: SUMMED }, frame, onFrame);
  const still = rehearsal.state === 'still';
  const toggle = () =>
    still
      ? rehearsal.play(playRangeOf('around', plan, { frame, cut: item?.frame ?? null }, true), 1)
      : rehearsal.stop();
  const byItem = (by: 1 | -1) => {
    const at = shown.findIndex(({ key }) => key === open);
    const next = shown[Math.min(shown.length - 1, Math.max(0, at + by))];
    if (next) selection.choose(next, 'only');
  };
  const goNear = (at: number) => {
    const distance = (other: SoundItem) =>
      Math.abs(toNumber(instantOfFrame(other.frame, plan.rate)) - at);
    const nearest = items.toSorted((a, b) => distance(a) - distance(b))[0];
    if (nearest) selection.choose(nearest, 'only');
  };
  const copying = useCopying(
    plan,
    () =>
      copyEffects(
        plan,
        chosen.flatMap(({ effects }) => effects.map(({ placement }) => placement.id)),
        frames(Math.max(0, chosen[0]?.frame ?? frame)),
      ),
    () => ({
      from: frame,
      cuts: chosen.flatMap(({ join }) => (join ? [join.cut] : [])),
      shots: chosen.flatMap(({ join }) => (join ? [join.into.index] : [])),
      places: chosen.map((one) => ({ frame: frames(one.frame), cut: one.join?.cut ?? null })),
    }),
  );
  useSoundKeys(
    {
      ...useEffectActs(plan, effect, chosen),
      play: toggle,
      byCut: byItem,
      byFrame: (by) =>
        dispatch(placed(frames(Math.min(wholeFilm(plan).to - 1, Math.max(0, frame + by))))),
    },
    copying.keys,
  );

  if (!item)
    return <LayOutFirst title="No cuts yet" why="Effects are put at cuts and between them." />;
  const here = faults.filter((fault) => fault.cut === null || isAt(fault, item));
  return (
    <DropArea hint="Drop sound effects here" onFiles={(files) => bringFiles(files, task, edit)}>
      <div className="moves sounds">
        <ListColumn
          names={FILTERS}
          listed={listed}
          filter={filter}
          onFilter={setFilter}
          chosen={chosen.length}
          onChooseAll={() => selection.chooseAll(shown)}
        >
          <SoundList film={film} items={shown} open={open} selection={selection} wrong={wrong} />
        </ListColumn>
        <div className="sound-view">
          <SoundHead
            {...{ plan, item, canvas, span, state: rehearsal.state, onPlay: toggle }}
            onSpan={setSpan}
          />
          <div className="close-frame">
            <CutClose film={film} line={close} item={item} />
            <i className="close-mark" ref={mark} hidden={still} />
          </div>
          <FaultsHere plan={plan} faults={here} />
          <SumLine plan={plan} onPoint={goNear} />
          <EffectLines ref={list} {...{ plan, film, item }} onPoint={goNear} />
        </div>
        <aside className="panel" aria-label="What sounds here">
          <Tabs
            id="sound-tabs"
            variant="underline"
            activeKey={tab}
            onSelect={(key) => setTab(key ?? 'cut')}
            mountOnEnter
            unmountOnExit
          >
            <Tab eventKey="cut" title="Here">
              <EffectChoice plan={plan} chosen={effect?.id ?? ''} task={task} onChoose={setMedia} />
              {task.working && <Working {...task.working} onStop={task.stop} />}
              {effect && <PutEffects {...{ film, item, chosen, effect }} position={frame} />}
              {chosen.length > 1 ? (
                <ChosenEffects chosen={chosen} />
              ) : (
                item.effects.map((facts) => (
                  <EffectFields
                    key={facts.placement.id}
                    film={film}
                    facts={facts}
                    position={frame}
                  />
                ))
              )}
            </Tab>
            <Tab eventKey="effects" title="Effects">
              <EffectFiles plan={plan} task={task} />
            </Tab>
            <Tab eventKey="lines" title="Music and voice">
              <LinePanel film={film} position={frame} />
            </Tab>
          </Tabs>
        </aside>
      </div>
    </DropArea>
  );
}
