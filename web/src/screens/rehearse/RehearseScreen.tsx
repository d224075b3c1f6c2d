import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { joinsOf } from '@caesura/core/joins';
import { cuesOf, frameAtTime, sampleHeardAt, scoreLines, shotFacts, wholeFilm } from '@caesura/core/plan';
import { accentFacts } from '@caesura/core/sound';
import { frames, instantOfFrame, seconds, toNumber } from '@caesura/core/time';
import { useEdit, usePlan } from '../../app/hooks.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { cutSelected, placed } from '../../app/view.ts';
import { LineList, type LineListHandle } from '../../marks/LineList.tsx';
import { ScoreLine } from '../../marks/ScoreLine.tsx';
import { AnimaticMaker } from '../../rehearse/AnimaticMaker.tsx';
import { ComparePanel } from './ComparePanel.tsx';
import { HeardHere } from './HeardHere.tsx';
import { PlayBar } from './PlayBar.tsx';
import { NotesPanel } from './NotesPanel.tsx';
import { overlayOf } from '../../rehearse/overlay.ts';
import { useRehearsal } from '../../rehearse/use-rehearsal.ts';
import { ALL_ON, heardWith, seenWith, SPEED_KEYS, type Speed } from './switches.ts';
import { SwitchesPanel } from './SwitchesPanel.tsx';
import { useRehearseKeys } from './use-rehearse-keys.ts';
import { orderOf, type Plays } from '../../rehearse/what-plays.ts';

const LINE_HEIGHT = 102;

/** The film as planned: played with its joins, ramps and sound, round a cut, slowly, against another version. */
export default function RehearseScreen() {
  const plan = usePlan();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const { frame, cut } = useAppSelector((state) => state.view);
  const other = useAppSelector((state) => state.compare);
  const [plays, setPlays] = useState<Plays>('around');
  const [loop, setLoop] = useState(true);
  const [speed, setSpeed] = useState<Speed>('1');
  const [switches, setSwitches] = useState(ALL_ON);
  const [showsOther, setShowsOther] = useState(false);
  const [noteFrame, setNoteFrame] = useState<number | null>(null);

  const chosen = showsOther && other ? other.plan : plan;
  const { joins, ramps, figures, music, voice, accent, click } = switches;
  const version = useMemo(() => seenWith(chosen, { joins, ramps }), [chosen, joins, ramps]);
  const heard = useMemo(() => heardWith({ music, voice, accent, click }), [music, voice, accent, click]);
  const lines = useMemo(() => scoreLines(chosen), [chosen]);
  const cues = useMemo(() => cuesOf(chosen), [chosen]);
  const shots = useMemo(() => shotFacts(version), [version]);
  const joined = useMemo(() => joinsOf(version, shots).filter((j) => j.before + j.after > 0), [version, shots]);
  const accents = useMemo(() => accentFacts(version, shots), [version, shots]);
  const words = useMemo(() => overlayOf(version), [version]);

  const canvas = useRef<HTMLCanvasElement>(null);
  const screen = useRef<HTMLElement>(null);
  const overlay = useRef<HTMLDivElement>(null);
  const list = useRef<LineListHandle>(null);
  const timeOf = (n: number) => toNumber(instantOfFrame(n, plan.rate));
  const onFrame = useCallback(
    (n: number) => {
      const { timecode, place, shot } = words(n);
      overlay.current?.querySelectorAll('span').forEach((span, i) => {
        span.textContent = [timecode, place, shot][i]!;
      });
      const at = toNumber(instantOfFrame(n, plan.rate));
      list.current?.mark(at);
      list.current?.show(at);
    },
    [words, plan.rate],
  );
  const rehearsal = useRehearsal(canvas, version, heard, frame, onFrame);
  const still = rehearsal.state === 'still';

  const last = shots.length - 1;
  const selected = cut !== null && cut > 0 && cut <= last ? cut : null;
  const { to: end } = wholeFilm(chosen);
  /** Plays what is chosen; from a frame on where one is given that lies in it. */
  const start = (from?: number, cutFrame = selected === null ? null : shots[selected]!.start) => {
    const order = orderOf(plays, chosen, from ?? frame, cutFrame, loop);
    rehearsal.play(from === undefined || plays === 'around' ? order : { ...order, at: from }, Number(speed));
  };
  const toggle = () => (still ? start() : rehearsal.stop());
  /** Goes on with another choice where something plays. */
  const restart = useRef<() => void>(() => undefined);
  useEffect(() => {
    restart.current = () => {
      if (!still) start();
    };
  });
  const first = useRef(true);
  useEffect(() => {
    if (first.current) first.current = false;
    else restart.current();
  }, [plays, loop, speed]);

  /** Puts the position on a frame of the film. */
  const place = (to: number) => {
    const kept = frames(Math.min(end - 1, Math.max(0, to)));
    dispatch(placed(kept));
    list.current?.show(timeOf(kept));
    return kept;
  };
  const goTo = (to: number) => {
    const kept = place(to);
    if (!still) start(kept);
  };
  const select = (index: number) => {
    dispatch(cutSelected(index));
    const at = place(shots[index]!.start);
    if (!still) start(at, at);
  };
  const byFrame = (by: 1 | -1) => {
    const at = rehearsal.frame() ?? frame;
    if (!still) rehearsal.stop();
    place(at + by);
  };
  const byCut = (by: 1 | -1) => {
    if (last < 1) return;
    const at = rehearsal.frame() ?? frame;
    const next =
      selected !== null
        ? selected + by
        : by === 1
          ? shots.findIndex((s) => s.start > at)
          : shots.findLastIndex((s) => s.start < at);
    if (next >= 1 && next <= last) select(next);
  };
  /** The cut that is chosen, or the one nearest to what is heard. */
  const thisCut = (): number | null => {
    if (selected !== null) return selected;
    const at = rehearsal.frame() ?? frame;
    const nearest = shots
      .slice(1)
      .toSorted((a, b) => Math.abs(a.start - at) - Math.abs(b.start - at))
      .at(0);
    return nearest?.index ?? null;
  };
  const nudge = (by: 1 | -1) => {
    const nudged = thisCut();
    if (nudged !== null && !showsOther) edit('nudgeCut', nudged, by);
  };
  const tap = () => {
    const at = rehearsal.frame();
    if (!plan.music || at === null) return;
    const sample = sampleHeardAt(plan.music, seconds(timeOf(at)), plan.rate);
    if (sample !== null) edit('editCues', plan.music.id, [{ kind: 'hand', from: null, to: sample }]);
  };
  const holdNote = () => setNoteFrame(rehearsal.frame() ?? frame);
  const note = () => {
    holdNote();
    document.getElementById('note')?.focus();
  };
  const fullScreen = () => {
    if (document.fullscreenElement) void document.exitFullscreen();
    else void screen.current?.requestFullscreen();
  };
  const showOther = (shown: boolean) => setShowsOther(shown && other !== null);
  const plain = () => setSwitches({ ...switches, joins: !(joins && ramps), ramps: !(joins && ramps) });
  useRehearseKeys({
    play: toggle,
    byFrame,
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
    return (
      <div className="empty">
        <h2>Nothing to play yet</h2>
        <p>The film is played as it is laid out. Lay it out first.</p>
        <Link className="btn btn-outline-dark" to="../score">
          To Score
        </Link>
      </div>
    );
  const shown = words(frame);
  return (
    <div className="with-panel">
      <div className="rehearse">
        <section
          className="film-screen"
          ref={screen}
          aria-label="The film"
          style={{ '--ratio': `${plan.size.width} / ${plan.size.height}` } as React.CSSProperties}
        >
          <canvas
            ref={canvas}
            width={480}
            height={270}
            role="img"
            aria-label={`Frame ${frame} of the film`}
            onDoubleClick={fullScreen}
          />
          {figures && (
            <div className="film-words figures" ref={overlay}>
              <span>{shown.timecode}</span>
              <span>{shown.place}</span>
              <span>{shown.shot}</span>
            </div>
          )}
        </section>
        <PlayBar
          {...{ rehearsal, plays, loop }}
          onToggle={toggle}
          onPlays={setPlays}
          onLoop={() => setLoop(!loop)}
          onFullScreen={fullScreen}
        />
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
            <ScoreLine
              plan={version}
              line={line}
              cues={cues}
              shots={shots}
              joins={joined}
              accents={accents}
              outline={null}
              offset={0}
              position={timeOf(frame)}
              selected={selected}
              also={[]}
              ticks={false}
              onSelect={select}
              onHold={() => undefined}
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
        <h3>Animatic</h3>
        <AnimaticMaker plan={version} heard={heard} />
      </aside>
    </div>
  );
}
