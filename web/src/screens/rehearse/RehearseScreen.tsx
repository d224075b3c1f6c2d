import { useCallback, useMemo, useRef, useState } from 'react';
import { frameAtTime, scoreLines, filmOf, wholeFilm } from '@caesura/core/film';
import { sampleHeardAt } from '@caesura/core/plan';
import { frames, instantOfFrame, seconds, toNumber } from '@caesura/core/time';
import { useEdit, usePlan } from '../../app/hooks.ts';
import { useLatest } from '../../app/use-latest.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { cutSelected, placed } from '../../app/view.ts';
import { useWent } from '../../app/went.ts';
import { LayOutFirst } from '../../components/LayOutFirst.tsx';
import { LineList, type LineListHandle } from '../../components/LineList.tsx';
import { onLine, useLineItems } from '../../components/line-items.ts';
import { ScoreLine } from '../../components/ScoreLine.tsx';
import { AnimaticMaker } from '../../rehearse/AnimaticMaker.tsx';
import { ComparePanel } from './ComparePanel.tsx';
import { HeardHere } from './HeardHere.tsx';
import { FilmScreen, type FilmScreenHandle } from './FilmScreen.tsx';
import { PlayBar } from './PlayBar.tsx';
import { NotesPanel } from './NotesPanel.tsx';
import { playRangeOf } from '../../rehearse/play-ranges.ts';
import { overlayOf } from '../../rehearse/overlay.ts';
import { useRehearsal } from '../../rehearse/use-rehearsal.ts';
import { ALL_ON, soundsWith, seenWith, SPEED_KEYS } from '../../rehearse/switches.ts';
import { SwitchesPanel } from './SwitchesPanel.tsx';
import { useGoing } from './use-going.ts';
import { usePlaying } from './use-playing.ts';
import { useShuttle } from './use-shuttle.ts';
import { useRehearseKeys } from './use-rehearse-keys.ts';
import { Word } from '../../components/Word.tsx';

/** Pixels that a line is high, however high the screen: the picture has the rest. */
const HEIGHTS = [102, 102] as const;
/** Milliseconds between one place of the position and the next while it plays. */
const FOLLOWS = 200;

const NO_CUTS: readonly number[] = [];
/** Cuts are not dragged while the film is rehearsed. */
const notHeld = () => undefined;

/**
 * The film as planned: played with its joins, ramps and sound, round a cut, slowly, against another
 * version.
 */
export default function RehearseScreen() {
  const plan = usePlan();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const { frame, cut } = useAppSelector((state) => state.view);
  const other = useAppSelector((state) => state.compare);
  const [switches, setSwitches] = useState(ALL_ON);
  const [showsOther, setShowsOther] = useState(false);
  const [noteFrame, setNoteFrame] = useState<number | null>(null);

  const chosen = showsOther && other ? other.plan : plan;
  const {
    joins,
    phrases,
    ramps,
    blending,
    steadying,
    figures,
    music,
    voice,
    placement,
    own,
    click,
  } = switches;
  const version = useMemo(
    () => seenWith(chosen, { joins, phrases, ramps, blending, steadying }),
    [chosen, joins, phrases, ramps, blending, steadying],
  );
  const heard = useMemo(
    () => soundsWith({ music, voice, placement, own, click }),
    [music, voice, placement, own, click],
  );
  const lines = useMemo(() => scoreLines(chosen), [chosen]);
  const { cues } = filmOf(chosen);
  const { shots, joins: windows, phrases: arcs, effects, standing, events } = filmOf(version);
  const itemsOf = useLineItems(
    { cues, shots, joins: windows, phrases: arcs, effects, standing, events },
    lines,
    version.rate,
  );
  const words = useMemo(() => overlayOf(version), [version]);

  const canvas = useRef<HTMLCanvasElement>(null);
  const screen = useRef<FilmScreenHandle>(null);
  const list = useRef<LineListHandle>(null);
  const timeOf = (n: number) => toNumber(instantOfFrame(n, plan.rate));
  const followed = useRef(0);
  const onFrame = useCallback(
    (n: number, isPlaying: boolean) => {
      // The position and the notes follow a few times a second: often enough to be read.
      const now = performance.now();
      if (isPlaying && now - followed.current > FOLLOWS) {
        followed.current = now;
        dispatch(placed(frames(n)));
      }
      screen.current?.tell(n);
      const at = toNumber(instantOfFrame(n, plan.rate));
      list.current?.mark(at);
      list.current?.show(at);
    },
    [plan.rate, dispatch],
  );
  const rehearsal = useRehearsal(canvas, { version, heard }, frame, onFrame);
  const still = rehearsal.state === 'still';

  const last = shots.length - 1;
  const selected = cut !== null && cut > 0 && cut <= last ? cut : null;
  const playing = usePlaying(
    rehearsal,
    chosen,
    frame,
    selected === null ? null : shots[selected]!.start,
  );
  const { plays, loop, speed, setPlays, setLoop, setSpeed } = playing;
  const { goTo, select, byFrame, byCut, thisCut } = useGoing(
    chosen,
    shots,
    { frame, selected },
    { rehearsal, start: playing.start, list },
  );
  useWent(goTo);
  const shuttle = useShuttle({
    ...{ rate: toNumber(plan.rate), to: wholeFilm(chosen).to },
    here: () => rehearsal.frame() ?? frame,
    isPlaying: () => !still,
    place: (to) => dispatch(placed(frames(to))),
    play: (from) => {
      rehearsal.play(
        { ...playRangeOf('all', chosen, { frame: from, cut: null }, loop), at: from },
        Number(speed),
      );
    },
    stop: () => {
      if (!still) rehearsal.stop();
    },
  });
  const toggle = () => {
    if (shuttle.speed !== 0 && shuttle.speed !== 1) shuttle.halt();
    else {
      shuttle.halt();
      playing.toggle();
    }
  };
  const onSelect = useLatest(select);
  const nudge = (by: 1 | -1) => {
    const nudged = thisCut();
    if (nudged !== null && !showsOther) edit('nudgeCut', nudged, by);
  };
  const tap = () => {
    const at = rehearsal.frame();
    if (!plan.music || at === null) return;
    const sample = sampleHeardAt(plan.music, seconds(timeOf(at)), plan.rate);
    if (sample !== null)
      edit('editCues', plan.music.id, [{ kind: 'hand', from: null, to: sample }]);
  };
  const holdNote = () => setNoteFrame(rehearsal.frame() ?? frame);
  const note = () => {
    holdNote();
    document.getElementById('note')?.focus();
  };
  const fullScreen = () => screen.current?.fill();
  const showOther = (shown: boolean) => setShowsOther(shown && other !== null);
  const plain = () => {
    const all = joins && phrases && ramps;
    setSwitches({ ...switches, joins: !all, phrases: !all, ramps: !all });
  };
  useRehearseKeys({
    play: toggle,
    shuttle: shuttle.go,
    halt: () => {
      shuttle.halt();
      if (!still) rehearsal.stop();
    },
    byFrame: (by) => {
      shuttle.halt();
      byFrame(by);
    },
    byCut,
    nudge,
    tap,
    note,
    plain,
    fullScreen,
    other: () => showOther(!showsOther),
    loop: () => setLoop(!loop),
    speed: (i) => setSpeed(SPEED_KEYS[i]),
  });

  if (!plan.score)
    return <LayOutFirst title="Nothing to play yet" why="The film is played as it is laid out." />;
  return (
    <div className="with-panel">
      <div className="rehearse">
        <FilmScreen
          ref={screen}
          canvas={canvas}
          plan={plan}
          frame={frame}
          words={words}
          figures={figures}
        />
        <PlayBar
          {...{ rehearsal, plays, loop }}
          onToggle={toggle}
          shuttle={shuttle.speed}
          onPlays={setPlays}
          onLoop={() => setLoop(!loop)}
          onFullScreen={fullScreen}
        />
        <LineList
          ref={list}
          lines={lines}
          heights={HEIGHTS}
          label="The score in lines of four bars"
          onPoint={(at) => {
            dispatch(cutSelected(null));
            goTo(frameAtTime(at, plan));
          }}
          draw={(line) => (
            <ScoreLine
              plan={version}
              line={line}
              items={itemsOf.get(line)!}
              outline={null}
              offset={0}
              position={onLine(line, timeOf(frame))}
              selected={selected}
              also={NO_CUTS}
              ticks={false}
              onSelect={onSelect}
              onHold={notHeld}
              onShots={null}
              chosen={NO_CUTS}
            />
          )}
        />
      </div>
      <aside className="panel is-narrow" aria-label="How it plays">
        <SwitchesPanel
          {...{ speed, switches }}
          onSpeed={setSpeed}
          onSwitch={(name, on) => setSwitches({ ...switches, [name]: on })}
        >
          {still && <HeardHere plan={version} frame={frame} heard={heard} />}
        </SwitchesPanel>
        <h3>Against another version</h3>
        <ComparePanel plan={plan} other={other} showsOther={showsOther} onShow={showOther} />
        <h3>Notes</h3>
        <NotesPanel plan={plan} frame={noteFrame ?? frame} onBegin={holdNote} onGo={goTo} />
        <h3>
          <Word>Animatic</Word>
        </h3>
        <AnimaticMaker plan={version} heard={heard} />
      </aside>
    </div>
  );
}
