import { useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { filmInstant, filmStart, heardBeats, musicLines, type Music, type Plan } from '@caesura/core/plan';
import { nearestFrame, samples, seconds, type Samples, type Seconds } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { useScreenKeys } from '../../app/keys.ts';
import type { Click } from '../../app/player.ts';
import { useAppDispatch } from '../../app/store.ts';
import { useOutline } from '../../app/use-media.ts';
import { usePlayer } from '../../app/use-player.ts';
import { placed } from '../../app/view.ts';
import { LineList, type LineListHandle } from '../../marks/LineList.tsx';
import { usePlayMark } from '../../marks/use-play-mark.ts';
import { MusicLine } from './MusicLine.tsx';
import { MusicPanel } from './MusicPanel.tsx';

const LINE_HEIGHT = 104;

/** Clicks of all beats, or of none. */
function clicksOf(music: Music, on: boolean): Click[] {
  if (!on) return [];
  const { beats, downbeats, sampleRate } = heardBeats(music);
  const accents = new Set(downbeats);
  return beats.map((beat, i) => ({ at: seconds(beat.at / sampleRate), accent: accents.has(i) }));
}

/** The whole sound as lines of bars, what was heard in it, and the corrections. */
export function MusicView({ plan, music, chooser }: { plan: Plan; music: Music; chooser: ReactNode }) {
  const dispatch = useAppDispatch();
  const edit = useEdit();
  const outline = useOutline(music.outline);
  const heard = useMemo(() => heardBeats(music), [music]);
  const lines = useMemo(() => musicLines(music), [music]);
  const [at, setAt] = useState<Samples>(music.region.in);
  const [click, setClick] = useState(true);
  const player = usePlayer(
    music,
    useMemo(() => clicksOf(music, click), [music, click]),
  );
  const list = useRef<LineListHandle>(null);
  usePlayMark(list, player, 0);

  const rate = music.analysis.sampleRate;
  const inSeconds = (n: number): Seconds => seconds(n / rate);
  const go = (to: number) => {
    const kept = samples(Math.min(music.analysis.length, Math.max(0, Math.round(to))));
    setAt(kept);
    list.current?.show(kept / rate);
    if (player.state === 'playing') player.play(inSeconds(kept), inSeconds(music.analysis.length));
  };
  useEffect(() => {
    dispatch(placed(nearestFrame(filmInstant(music, at), plan.rate)));
  }, [dispatch, music, at, plan.rate]);

  const beatFrom = (direction: 1 | -1) =>
    direction === 1 ? heard.beats.find((b) => b.at > at) : heard.beats.findLast((b) => b.at < at);
  const toBeat = (direction: 1 | -1) => go(beatFrom(direction)?.at ?? at + direction * rate);
  const toLine = (direction: 1 | -1) => {
    const line = lines.findIndex((l) => at / rate < l.to);
    const there = lines[Math.max(0, (line < 0 ? lines.length - 1 : line) + direction)];
    // The first whole sample of the line, so that stepping on does not stay on it.
    if (there) go(Math.ceil(there.from * rate - 1e-6));
  };
  /** Where the person is: what is heard while it plays, else the position. */
  const here = (): Samples => {
    const heardNow = player.position();
    return heardNow === null ? at : samples(Math.min(music.analysis.length, Math.round(heardNow * rate)));
  };
  const toggle = () => {
    if (player.state === 'still') return player.play(inSeconds(at), inSeconds(music.analysis.length));
    setAt(here());
    player.stop();
  };
  const startHere = () => edit('setRegion', here(), music.region.out);
  const endHere = () => edit('setRegion', music.region.in, here());
  const halve = () => edit('shiftLevel', -1);
  const double = () => edit('shiftLevel', 1);
  const shift = () => edit('shiftDownbeat');

  useScreenKeys([
    { label: 'play', footer: true, keys: [{ combo: 'space', cap: 'space', run: toggle }] },
    {
      label: 'beat',
      footer: true,
      keys: [
        { combo: 'arrowleft', cap: '←', run: () => toBeat(-1) },
        { combo: 'arrowright', cap: '→', run: () => toBeat(1) },
      ],
    },
    {
      label: 'line',
      footer: true,
      keys: [
        { combo: 'arrowup', cap: '↑', run: () => toLine(-1) },
        { combo: 'arrowdown', cap: '↓', run: () => toLine(1) },
      ],
    },
    { label: 'start here', footer: true, keys: [{ combo: 's', cap: 'S', run: startHere }] },
    { label: 'end here', footer: true, keys: [{ combo: 'e', cap: 'E', run: endHere }] },
    { label: 'click on or off', keys: [{ combo: 'c', cap: 'C', run: () => setClick(!click) }] },
    { label: 'half as many beats', keys: [{ combo: 'h', cap: 'H', run: halve }] },
    { label: 'twice as many beats', keys: [{ combo: 'd', cap: 'D', run: double }] },
    { label: 'bar starts a beat later', keys: [{ combo: 'b', cap: 'B', run: shift }] },
  ]);
  return (
    <div className="with-panel">
      <LineList
        ref={list}
        lines={lines}
        height={LINE_HEIGHT}
        label="The sound in lines of four bars"
        onPoint={(time) => go(time * rate)}
        draw={(line) => (
          <MusicLine
            line={line}
            music={music}
            heard={heard}
            outline={outline}
            at={at / rate}
            start={filmStart(music)}
          />
        )}
      />
      <MusicPanel
        plan={plan}
        music={music}
        heard={heard}
        click={click}
        onClick={setClick}
        playing={player.state}
        onPlay={toggle}
        onHalve={halve}
        onDouble={double}
        onShift={shift}
        onStartHere={startHere}
        onEndHere={endHere}
        onWhole={() => edit('setRegion', samples(0), music.analysis.length)}
        onRemove={() => edit('removeMusic')}
        chooser={chooser}
      />
    </div>
  );
}
