import { useCallback, useRef, type ReactNode } from 'react';
import type { Plan, Sound } from '@caesura/core/plan';
import { useEdit } from '../../app/hooks.ts';
import { useOutline } from '../../app/use-media.ts';
import { LineList, type LineListHandle } from '../../components/LineList.tsx';
import { endingRoute } from './ending-route.ts';
import { PutRight } from './PutRight.tsx';
import { SectionNames } from './SectionNames.tsx';
import { ReadingList } from './ReadingList.tsx';
import { SoundLine, type Chosen } from './SoundLine.tsx';
import { SoundPanel } from './SoundPanel.tsx';
import { useListenKeys } from './use-listen-keys.ts';
import { useListening } from './use-listening.ts';
import { useReadings, type Offered } from './use-readings.ts';
import { useMarks } from './use-marks.ts';
import { useTaps } from './use-taps.ts';

/** The least and the most that a line is high, in pixels; between them they fill the screen. */
const HEIGHTS = [104, 200] as const;

/** A whole sound as lines of bars, what was heard in it, and the corrections. */
export function SoundView({
  plan,
  sound,
  chooser,
}: {
  plan: Plan;
  sound: Sound;
  chooser: ReactNode;
}) {
  const edit = useEdit();
  const outline = useOutline(sound.outline);
  const list = useRef<LineListHandle>(null);
  const taps = useTaps(sound);
  const listening = useListening(plan, sound, list);
  const marks = useMarks(sound);
  const { player, at, range, here, go, setAt, switches, setSwitches } = listening;
  const { chosen, choose } = marks;
  const readings = useReadings(sound, at, range);
  const rate = sound.analysis.sampleRate;

  const onChoose = useCallback(
    (cue: Chosen) => {
      choose(cue);
      setAt(cue.at);
    },
    [choose, setAt],
  );
  const tap = () => {
    if (player.state === 'playing') taps.tap(here());
  };
  const startHere = () => edit('setRegion', sound.id, here(), sound.region.out);
  const endHere = () => edit('setRegion', sound.id, sound.region.in, here());
  const addBeat = () => marks.addBeat(here());
  const addCue = () => marks.addCue(here());
  const offered = [...readings.beats, ...readings.bars];
  const hear = ({ reading, sound: as }: Offered) => listening.hear(reading.from, reading.to, as);
  useListenKeys({
    play: listening.toggle,
    toBeat: listening.toBeat,
    toLine: listening.toLine,
    nextMark: (direction) => {
      const next = marks.chooseNext(direction, at);
      if (next) go(next.at);
    },
    tap,
    startHere,
    endHere,
    nudge: marks.nudge,
    remove: marks.remove,
    addBeat,
    addCue,
    rangeFromHere: listening.rangeFromHere,
    rangeToHere: listening.rangeToHere,
    loop: () => setSwitches({ loop: !switches.loop && range !== null }),
    slow: () => setSwitches({ slow: !switches.slow }),
    click: () => setSwitches({ click: !switches.click }),
    halve: () => edit('correctBeats', sound.id, { do: 'halve' }),
    double: () => edit('correctBeats', sound.id, { do: 'double' }),
    downbeat: () => edit('correctBeats', sound.id, { do: 'downbeat', at: here() }),
    readings: offered.length,
    chooseReading: readings.choose,
    hearReading: (index) => offered[index] && hear(offered[index]),
  });
  return (
    <div className="with-panel">
      <LineList
        ref={list}
        lines={listening.lines}
        heights={HEIGHTS}
        label="The sound in lines of four bars"
        onPoint={(time, extend) => {
          if (extend) return void listening.mark(at, listening.inFile(time * rate));
          choose(null);
          go(time * rate);
        }}
        draw={(line) => (
          <SoundLine
            line={line}
            sound={sound}
            outline={outline}
            at={at / rate}
            chosen={chosen}
            range={range}
            onChoose={onChoose}
            onMove={marks.move}
          />
        )}
      />
      <SoundPanel
        plan={plan}
        sound={sound}
        at={at / rate}
        switches={switches}
        onSwitch={setSwitches}
        canLoop={range !== null}
        playing={player.state}
        onPlay={listening.toggle}
        onStartHere={startHere}
        onEndHere={endHere}
        onHearEnding={(choice) => {
          const { route, manner } = endingRoute(sound, choice);
          player.play(route, manner);
        }}
        onGo={go}
        readings={<ReadingList readings={readings} onHear={hear} />}
        sectionNames={<SectionNames sound={sound} onGo={go} />}
        putRight={
          <PutRight
            sound={sound}
            here={here}
            chosen={chosen}
            range={range}
            taps={taps}
            playing={player.state === 'playing'}
            onTap={tap}
            onAddBeat={addBeat}
            onAddCue={addCue}
            onRemove={marks.remove}
          />
        }
        chooser={chooser}
      />
    </div>
  );
}
