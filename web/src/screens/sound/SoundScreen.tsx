import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Button, Tab, Tabs } from 'react-bootstrap';
import { useNavigate, useParams } from 'react-router';
import { Pause, Play } from 'lucide-react';
import { scoreLines, wholeFilm, type Line, filmOf } from '@caesura/core/film';
import { SUMMED } from '@caesura/core/sound';
import { frames, instantOfFrame, seconds, toNumber } from '@caesura/core/time';
import { faultKey } from '@caesura/core/faults';
import { faultsOn } from '../../app/fault-places.ts';
import { useFaults } from '../../app/faults.ts';
import { timecodeAt } from '../../app/format.ts';
import { useEdit, usePlan } from '../../app/hooks.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { useTask } from '../../app/use-task.ts';
import { cutSelected, placed } from '../../app/view.ts';
import { CutList } from '../../components/CutList.tsx';
import { DropArea } from '../../components/DropArea.tsx';
import { Hairpin } from '../../components/Hairpin.tsx';
import { LayOutFirst } from '../../components/LayOutFirst.tsx';
import { LineList, type LineListHandle } from '../../components/LineList.tsx';
import { percentOn } from '../../components/place.ts';
import { useRehearsal } from '../../rehearse/use-rehearsal.ts';
import { playRangeOf } from '../../rehearse/play-ranges.ts';
import { FaultMends } from '../../components/FaultMends.tsx';
import { EffectFields } from './EffectFields.tsx';
import { bringFiles, EffectFiles } from './EffectFiles.tsx';
import { CutClose } from './CutClose.tsx';
import { LinePanel } from './LinePanel.tsx';
import { PutEffects } from './PutEffects.tsx';
import { SumLine } from './SumLine.tsx';
import { useSoundKeys } from './use-sound-keys.ts';

/** Seconds that are seen on either side of a cut. */
const AROUND = 1.5;
const LINE_HEIGHT = 54;

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
  const lines = useMemo(() => scoreLines(plan), [plan]);
  const last = shots.length - 1;
  const cut = Math.min(last, Math.max(1, Number(params.cut) || selected || 1));
  const cutFrame = shots[cut]?.start;
  const [tab, setTab] = useState('cut');
  const [effectId, setEffect] = useState('');
  const effect = plan.effectFiles.find(({ id }) => id === effectId) ?? plan.effectFiles[0];
  const canvas = useRef<HTMLCanvasElement>(null);
  const list = useRef<LineListHandle>(null);
  const mark = useRef<HTMLElement>(null);

  useEffect(() => {
    if (cutFrame === undefined) return;
    dispatch(cutSelected(cut));
    dispatch(placed(cutFrame));
    list.current?.show(toNumber(instantOfFrame(cutFrame, plan.rate)));
  }, [dispatch, cut, cutFrame, plan.rate]);

  const timeOf = (n: number) => toNumber(instantOfFrame(n, plan.rate));
  const middle = timeOf(cutFrame ?? 0);
  const close: Line = useMemo(
    () => ({
      from: seconds(middle - AROUND),
      to: seconds(middle + AROUND),
      span: seconds(2 * AROUND),
      bar: null,
      bars: [],
    }),
    [middle],
  );
  const onFrame = useCallback(
    (n: number) => {
      const at = toNumber(instantOfFrame(n, plan.rate));
      list.current?.mark(at);
      mark.current?.style.setProperty('left', `${percentOn(close, at)}%`);
    },
    [plan.rate, close],
  );
  const rehearsal = useRehearsal(canvas, plan, SUMMED, frame, onFrame);
  const still = rehearsal.state === 'still';
  const toggle = () =>
    still
      ? rehearsal.play(playRangeOf('around', plan, frame, cutFrame ?? null, true), 1)
      : rehearsal.stop();
  const go = (to: number) => {
    if (to >= 1 && to <= last) void navigate(`../sound/${to}`);
  };
  const goNear = (at: number) => {
    const distance = ({ start }: (typeof shots)[number]) => Math.abs(timeOf(start) - at);
    const nearest = shots.slice(1).toSorted((a, b) => distance(a) - distance(b))[0];
    if (nearest) go(nearest.index);
  };
  const here = effects.filter(({ at, other }) => at.cut === cut || other?.cut === cut);
  useSoundKeys({
    play: toggle,
    byCut: (by) => go(cut + by),
    byFrame: (by) =>
      dispatch(placed(frames(Math.min(wholeFilm(plan).to - 1, Math.max(0, frame + by))))),
    put: () => {
      if (effect) edit('putHit', effect.id, cut);
    },
    remove: () =>
      edit(
        'removeEffects',
        here.slice(-1).map(({ placement }) => placement.id),
      ),
    louder: (by) => {
      const loudest = here.at(-1);
      if (loudest)
        edit('changeEffect', loudest.placement.id, {
          gain: Math.round(10 * (loudest.gain + by)) / 10,
        });
    },
    onOff: () => {
      const placement = here.at(-1)?.placement;
      if (placement) edit('changeEffect', placement.id, { off: !placement.off });
    },
  });

  if (cutFrame === undefined || last < 1)
    return <LayOutFirst title="No cuts yet" why="Effects are put at cuts." />;
  const rows = shots.slice(1).map(({ index }) => ({
    name:
      effects
        .filter(({ at }) => at.cut === index)
        .map(({ effect }) => effect.name)
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
          <div className="sound-head">
            <h2>Cut {cut}</h2>
            <span className="figures">
              {cutFrame} · {timecodeAt(cutFrame, plan)}
            </span>
            <Button
              variant="dark"
              onClick={toggle}
              title={`${still ? 'Play around the cut' : 'Stop'} (space)`}
            >
              {still ? <Play size={16} /> : <Pause size={16} />}{' '}
              {rehearsal.state === 'loading' ? 'Making ready' : still ? 'Play around it' : 'Stop'}
            </Button>
            <canvas
              ref={canvas}
              width={480}
              height={270}
              role="img"
              aria-label={`Frame ${frame} of the film`}
            />
          </div>
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
          <LineList
            ref={list}
            lines={lines}
            height={LINE_HEIGHT}
            label="The effects of the film in lines of four bars"
            onPoint={goNear}
            draw={(line) => (
              <div className="hairpins">
                {shots
                  .slice(1)
                  .filter(({ start }) => timeOf(start) >= line.from && timeOf(start) < line.to)
                  .map(({ index, start }) => (
                    <i
                      key={index}
                      className={`hairpin-cut${index === cut ? ' is-open' : ''}`}
                      style={{ left: `${percentOn(line, timeOf(start))}%` }}
                    />
                  ))}
                {effects.map((facts) => (
                  <Hairpin key={facts.placement.id} facts={facts} line={line} />
                ))}
              </div>
            )}
          />
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
