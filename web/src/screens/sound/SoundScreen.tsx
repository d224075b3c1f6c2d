import { useEffect, useMemo, useRef, useState } from 'react';
import { Tab, Tabs } from 'react-bootstrap';
import { useNavigate, useParams } from 'react-router';
import { filmOf, wholeFilm } from '@caesura/core/film';
import { SUMMED } from '@caesura/core/sound';
import { frames, instantOfFrame, toNumber } from '@caesura/core/time';
import { faultKey } from '@caesura/core/faults';
import { faultsOn } from '../../app/fault-places.ts';
import { useFaults } from '../../app/faults.ts';
import { useEdit, usePlan } from '../../app/hooks.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { useTask } from '../../app/use-task.ts';
import { cutSelected, placed } from '../../app/view.ts';
import { CutList } from '../../components/CutList.tsx';
import { DropArea } from '../../components/DropArea.tsx';
import { FaultMends } from '../../components/FaultMends.tsx';
import { LayOutFirst } from '../../components/LayOutFirst.tsx';
import type { LineListHandle } from '../../components/LineList.tsx';
import { useRehearsal } from '../../rehearse/use-rehearsal.ts';
import { playRangeOf } from '../../rehearse/play-ranges.ts';
import { CutClose } from './CutClose.tsx';
import { EffectFields } from './EffectFields.tsx';
import { bringFiles, EffectFiles } from './EffectFiles.tsx';
import { EffectLines } from './EffectLines.tsx';
import { LinePanel } from './LinePanel.tsx';
import { PutEffects } from './PutEffects.tsx';
import { SoundHead } from './SoundHead.tsx';
import { SumLine } from './SumLine.tsx';
import { useCloseView } from './use-close-view.ts';
import { useEffectActs } from './use-effect-acts.ts';
import { useSoundKeys } from './use-sound-keys.ts';

/** Effects at the cuts, against the music: which, where, how fast, how high, how loud, and why. */
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
  const { shots } = filmOf(plan);
  const effects = useMemo(() => filmOf(plan).effects.toSorted((a, b) => a.peaks - b.peaks), [plan]);
  const last = shots.length - 1;
  const cut = Math.min(last, Math.max(1, Number(params.cut) || selected || 1));
  const cutFrame = shots[cut]?.start;
  const [tab, setTab] = useState('cut');
  const [effectId, setEffect] = useState('');
  const effect = plan.effectFiles.find(({ id }) => id === effectId) ?? plan.effectFiles[0];
  const canvas = useRef<HTMLCanvasElement>(null);
  const list = useRef<LineListHandle>(null);

  useEffect(() => {
    if (cutFrame === undefined) return;
    dispatch(cutSelected(cut));
    dispatch(placed(cutFrame));
    list.current?.show(toNumber(instantOfFrame(cutFrame, plan.rate)));
  }, [dispatch, cut, cutFrame, plan.rate]);

  const [close, mark, onFrame] = useCloseView(plan, cutFrame, list);
  const rehearsal = useRehearsal(canvas, { version: plan, heard: SUMMED }, frame, onFrame);
  const still = rehearsal.state === 'still';
  const toggle = () =>
    still
      ? rehearsal.play(playRangeOf('around', plan, { frame, cut: cutFrame ?? null }, true), 1)
      : rehearsal.stop();
  const go = (to: number) => {
    if (to >= 1 && to <= last) void navigate(`../sound/${to}`, { flushSync: true });
  };
  const goNear = (at: number) => {
    const distance = ({ start }: (typeof shots)[number]) =>
      Math.abs(toNumber(instantOfFrame(start, plan.rate)) - at);
    const nearest = shots.slice(1).toSorted((a, b) => distance(a) - distance(b))[0];
    if (nearest) go(nearest.index);
  };
  const here = effects.filter(({ at, other }) => at.cut === cut || other?.cut === cut);
  const effectActs = useEffectActs(cut, effect, here);
  useSoundKeys({
    ...effectActs,
    play: toggle,
    byCut: (by) => go(cut + by),
    byFrame: (by) =>
      dispatch(placed(frames(Math.min(wholeFilm(plan).to - 1, Math.max(0, frame + by))))),
  });

  if (cutFrame === undefined || last < 1)
    return <LayOutFirst title="No cuts yet" why="Effects are put at cuts." />;
  const rows = shots.slice(1).map(({ index }) => ({
    name:
      effects
        .filter(({ at }) => at.cut === index)
        .map((facts) => facts.effect.name)
        .join(', ') || null,
    wrong: faults.some((fault) => fault.cut === index) ? 'fault' : undefined,
  }));
  const wrongHere = faults.filter((fault) => fault.cut === cut || fault.cut === null);
  return (
    <DropArea hint="Drop sound effects here" onFiles={(files) => bringFiles(files, task, edit)}>
      <div className="joins sounds">
        <div className="cut-column">
          <CutList step="sound" rows={rows} cut={cut} />
        </div>
        <div className="sound-view">
          <SoundHead
            {...{ plan, cut, cutFrame, frame, canvas, state: rehearsal.state, onPlay: toggle }}
          />
          <div className="close-frame">
            <CutClose
              plan={plan}
              line={close}
              cuts={shots.slice(1).map((s) => s.start)}
              cut={cut}
              effects={effects}
            />
            <i className="close-mark" ref={mark} hidden={still} />
          </div>
          {wrongHere.length > 0 && (
            <div className="join-faults" role="group" aria-label="Faults here">
              {wrongHere.map((fault) => (
                <FaultMends key={faultKey(fault)} plan={plan} fault={fault} />
              ))}
            </div>
          )}
          <SumLine plan={plan} onPoint={goNear} />
          <EffectLines ref={list} {...{ plan, effects, cut }} onPoint={goNear} />
        </div>
        <aside className="panel" aria-label="What sounds at the cut">
          <Tabs
            id="sound-tabs"
            variant="underline"
            activeKey={tab}
            onSelect={(key) => setTab(key ?? 'cut')}
            mountOnEnter
            unmountOnExit
          >
            <Tab eventKey="cut" title="At the cut">
              <PutEffects plan={plan} cut={cut} effect={effect} onEffect={setEffect} />
              {here.map((facts) => (
                <EffectFields key={facts.placement.id} plan={plan} facts={facts} />
              ))}
            </Tab>
            <Tab eventKey="effects" title="Effects">
              <EffectFiles plan={plan} task={task} />
            </Tab>
            <Tab eventKey="lines" title="Music and voice">
              <LinePanel plan={plan} />
            </Tab>
          </Tabs>
        </aside>
      </div>
    </DropArea>
  );
}
