import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { cuesOfSound, correctedBeats, musicLines, usedCues } from '@caesura/core/film';
import { filmInstant, type CueKind, type Plan, type Sound } from '@caesura/core/plan';
import { nearestFrame, samples, seconds, type Samples, type Seconds } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { useScreenKeys } from '../../app/keys.ts';
import type { Click, ClickSound } from '../../sound/click.ts';
import { routeTimes, type Route } from '../../sound/route.ts';
import { useAppDispatch } from '../../app/store.ts';
import { useOutline } from '../../app/use-media.ts';
import { usePlayer } from '../../sound/use-player.ts';
import { placed } from '../../app/view.ts';
import { LineList, type LineListHandle } from '../../components/LineList.tsx';
import { usePlayMark } from '../../components/use-play-mark.ts';
import { endingRoute } from './ending-route.ts';
import { PutRight } from './PutRight.tsx';
import { SectionNames } from './SectionNames.tsx';
import { SoundLine, type Chosen, type Range } from './SoundLine.tsx';
import { SoundPanel } from './SoundPanel.tsx';
import { useTaps } from './use-taps.ts';

const LINE_HEIGHT = 104;
/** Step by which a chosen mark is moved by keys, in seconds. */
const NUDGE = 0.001;

/** Clicks of all beats, if wanted, and ticks of one kind of cue. */
function clicksOf(sound: Sound, beats: boolean, tick: CueKind | null): (route: Route) => Click[] {
  const rate = sound.analysis.sampleRate;
  const heard = correctedBeats(sound);
  const accents = new Set(heard.downbeats);
  const ticks = tick === null ? [] : usedCues(sound).filter((c) => c.kind === tick);
  const clicks: { at: Samples; as: ClickSound }[] = [
    ...(beats
      ? heard.beats.map((b, i) => ({
          at: b.at,
          as: accents.has(i) ? ('accent' as const) : ('beat' as const),
        }))
      : []),
    ...ticks.map((c) => ({ at: c.at, as: 'tick' as const })),
  ];
  return (route) =>
    clicks.flatMap(({ at, as }) =>
      routeTimes(route, seconds(at / rate)).map((after): Click => ({ after, sound: as })),
    );
}

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
  const dispatch = useAppDispatch();
  const edit = useEdit();
  const outline = useOutline(sound.outline);
  const heard = correctedBeats(sound);
  const lines = useMemo(() => musicLines(sound), [sound]);
  const [at, setAt] = useState<Samples>(sound.region.in);
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [range, setRange] = useState<Range | null>(null);
  const [click, setClick] = useState(sound.kind === 'music');
  const [tick, setTick] = useState<CueKind | null>(null);
  const [loop, setLoop] = useState(false);
  const [slow, setSlow] = useState(false);
  const taps = useTaps(sound);
  const player = usePlayer(
    sound,
    useMemo(() => clicksOf(sound, click, tick), [sound, click, tick]),
  );
  const list = useRef<LineListHandle>(null);
  usePlayMark(list, player.state, player.position);

  const rate = sound.analysis.sampleRate;
  const { length } = sound.analysis;
  const inSeconds = (n: number): Seconds => seconds(n / rate);
  const inFile = (n: number): Samples => samples(Math.min(length, Math.max(0, Math.round(n))));
  const start = (from: Samples) => {
    const speed = slow ? 0.5 : 1;
    if (loop && range)
      player.play([{ from: inSeconds(range.from), to: inSeconds(range.to) }], { loop, speed });
    else player.play([{ from: inSeconds(from), to: inSeconds(length) }], { speed });
  };
  const go = (to: number) => {
    const kept = inFile(to);
    setAt(kept);
    list.current?.show(kept / rate);
    if (player.state === 'playing' && !loop) start(kept);
  };
  useEffect(() => {
    dispatch(placed(nearestFrame(filmInstant(sound, at, plan.rate), plan.rate)));
  }, [dispatch, sound, at, plan.rate]);

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
    return heardNow === null ? at : inFile(heardNow * rate);
  };
  const toggle = () => {
    if (player.state === 'still') return void start(at);
    if (!loop) setAt(here());
    player.stop();
  };
  /**
   * The range from one instant to another, on the beats nearest to them when there are any near.
   */
  const mark = (one: Samples, other: Samples) => {
    const near = (x: Samples): Samples =>
      heard.beats.reduce<Samples>(
        (best, b) => (Math.abs(b.at - x) < Math.abs(best - x) ? b.at : best),
        samples(-length),
      );
    const [a, b] = [one, other].map((x) => (Math.abs(near(x) - x) < 0.15 * rate ? near(x) : x)) as [
      Samples,
      Samples,
    ];
    setRange(a === b ? null : { from: samples(Math.min(a, b)), to: samples(Math.max(a, b)) });
  };
  const rangeStart = () => mark(here(), range && range.to > here() ? range.to : length);
  const rangeEnd = () => mark(range && range.from < here() ? range.from : samples(0), here());

  const move = useCallback(
    ({ kind, at: from }: Chosen, to: Samples) => {
      const kept = samples(Math.min(length - 1, Math.max(0, to)));
      const moved =
        kind === 'beat' || kind === 'downbeat'
          ? edit('correctBeats', sound.id, { do: 'move', from, to: kept })
          : edit('editCues', sound.id, [{ kind, from, to: kept }]);
      if (moved) setChosen({ kind, at: kept });
    },
    [edit, sound.id, length],
  );
  const choose = useCallback((cue: Chosen) => {
    setChosen(cue);
    setAt(cue.at);
  }, []);
  const addBeat = () => {
    if (edit('correctBeats', sound.id, { do: 'add', at: here() }))
      setChosen({ kind: 'beat', at: here() });
  };
  const addCue = () => {
    if (edit('editCues', sound.id, [{ kind: 'hand', from: null, to: here() }]))
      setChosen({ kind: 'hand', at: here() });
  };
  const remove = () => {
    if (!chosen) return;
    const { kind, at: from } = chosen;
    const beat = kind === 'beat' || kind === 'downbeat';
    const done = beat
      ? edit('correctBeats', sound.id, { do: 'delete', at: from })
      : edit('editCues', sound.id, [{ kind, from, to: null }]);
    if (done) setChosen(null);
  };
  const nudge = (direction: 1 | -1) => {
    if (chosen) move(chosen, samples(chosen.at + direction * Math.round(NUDGE * rate)));
  };
  /** Chooses the mark after or before the one chosen, or the position. */
  const nextMark = (direction: 1 | -1) => {
    const used = new Set(usedCues(sound));
    const marks = cuesOfSound(sound).filter((c) => used.has(c));
    const from = chosen?.at ?? at;
    const next =
      direction === 1 ? marks.find((c) => c.at > from) : marks.findLast((c) => c.at < from);
    if (!next) return;
    setChosen({ kind: next.kind, at: next.at });
    go(next.at);
  };
  const tap = () => {
    if (player.state === 'playing') taps.tap(here());
  };
  const startHere = () => edit('setRegion', sound.id, here(), sound.region.out);
  const endHere = () => edit('setRegion', sound.id, sound.region.in, here());
  const correct = (correction: Parameters<typeof edit<'correctBeats'>>[2]) => () =>
    edit('correctBeats', sound.id, correction);

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
    {
      label: 'mark',
      footer: true,
      keys: [
        { combo: 'p', cap: 'P', run: () => nextMark(-1) },
        { combo: 'n', cap: 'N', run: () => nextMark(1) },
      ],
    },
    { label: 'tap', footer: true, keys: [{ combo: 't', cap: 'T', run: tap }] },
    { label: 'start here', footer: true, keys: [{ combo: 's', cap: 'S', run: startHere }] },
    { label: 'end here', footer: true, keys: [{ combo: 'e', cap: 'E', run: endHere }] },
    {
      label: 'move the chosen mark by 1 ms',
      keys: [
        { combo: 'shift+arrowleft', cap: 'Shift + ←', run: () => nudge(-1) },
        { combo: 'shift+arrowright', cap: 'Shift + →', run: () => nudge(1) },
      ],
    },
    { label: 'remove the chosen mark', keys: [{ combo: 'delete', cap: 'Delete', run: remove }] },
    { label: 'add a beat', keys: [{ combo: 'a', cap: 'A', run: addBeat }] },
    { label: 'add a cue by hand', keys: [{ combo: 'm', cap: 'M', run: addCue }] },
    {
      label: 'range from here, to here',
      keys: [
        { combo: '[', cap: '[', printed: true, run: rangeStart },
        { combo: ']', cap: ']', printed: true, run: rangeEnd },
      ],
    },
    {
      label: 'loop the range',
      keys: [{ combo: 'l', cap: 'L', run: () => setLoop(!loop && range !== null) }],
    },
    { label: 'half speed', keys: [{ combo: 'j', cap: 'J', run: () => setSlow(!slow) }] },
    { label: 'click on or off', keys: [{ combo: 'c', cap: 'C', run: () => setClick(!click) }] },
    {
      label: 'half as many beats',
      keys: [{ combo: 'h', cap: 'H', run: correct({ do: 'halve' }) }],
    },
    {
      label: 'twice as many beats',
      keys: [{ combo: 'd', cap: 'D', run: correct({ do: 'double' }) }],
    },
    {
      label: 'downbeat here',
      keys: [
        {
          combo: 'b',
          cap: 'B',
          run: () => edit('correctBeats', sound.id, { do: 'downbeat', at: here() }),
        },
      ],
    },
  ]);
  return (
    <div className="with-panel">
      <LineList
        ref={list}
        lines={lines}
        height={LINE_HEIGHT}
        label="The sound in lines of four bars"
        onPoint={(time, extend) => {
          if (extend) return void mark(at, inFile(time * rate));
          setChosen(null);
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
            onChoose={choose}
            onMove={move}
          />
        )}
      />
      <SoundPanel
        plan={plan}
        sound={sound}
        at={at / rate}
        click={click}
        onClick={setClick}
        tick={tick}
        onTick={setTick}
        loop={loop}
        onLoop={setLoop}
        slow={slow}
        onSlow={setSlow}
        canLoop={range !== null}
        playing={player.state}
        onPlay={toggle}
        onStartHere={startHere}
        onEndHere={endHere}
        onHearEnding={(choice) => {
          const { route, manner } = endingRoute(sound, choice);
          player.play(route, manner);
        }}
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
            onRemove={remove}
          />
        }
        chooser={chooser}
      />
    </div>
  );
}
