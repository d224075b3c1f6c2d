import { useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { correctedBeats, musicLines, type Line } from '@caesura/core/film';
import {
  filmInstant,
  sampleHeardAt,
  type CueKind,
  type Plan,
  type Sound,
} from '@caesura/core/plan';
import { nearestFrame, samples, seconds, type Samples, type Seconds } from '@caesura/core/time';
import { timeOfFrame } from '../../app/format.ts';
import { useAppDispatch } from '../../app/store.ts';
import { placed } from '../../app/view.ts';
import { useWent } from '../../app/went.ts';
import type { LineListHandle } from '../../components/LineList.tsx';
import { usePlayMark } from '../../components/use-play-mark.ts';
import { usePlayer, type Playing } from '../../sound/use-player.ts';
import { rangeOnBeats } from './beat-range.ts';
import { clicksOf } from './sound-clicks.ts';
import type { Range } from './SoundLine.tsx';

/** How a sound is played. */
export interface ListenSwitches {
  readonly click: boolean;
  readonly tick: CueKind | null;
  readonly loop: boolean;
  readonly slow: boolean;
}

/** Where the person is in a sound, what is marked in it, and playing it. */
export interface Listening {
  readonly player: Playing;
  readonly lines: readonly Line[];
  /** The position while nothing plays. */
  readonly at: Samples;
  readonly range: Range | null;
  readonly switches: ListenSwitches;
  readonly setSwitches: (change: Partial<ListenSwitches>) => void;
  readonly setAt: (at: Samples) => void;
  /** A sample of the file from any number. */
  readonly inFile: (n: number) => Samples;
  /** What is heard while it plays, else the position. */
  readonly here: () => Samples;
  readonly toggle: () => void;
  /** Plays a stretch with the clicks of the sound as it would be after a choice. */
  readonly hear: (from: Samples, to: Samples, as: Sound) => void;
  readonly go: (to: number) => void;
  readonly toBeat: (direction: 1 | -1) => void;
  readonly toLine: (direction: 1 | -1) => void;
  readonly mark: (one: Samples, other: Samples) => void;
  readonly rangeFromHere: () => void;
  readonly rangeToHere: () => void;
}

/** Goes about in a sound by beat, by line and by playing, and marks a range on its beats. */
export function useListening(
  plan: Plan,
  sound: Sound,
  list: RefObject<LineListHandle | null>,
): Listening {
  const dispatch = useAppDispatch();
  const heard = correctedBeats(sound);
  const lines = useMemo(() => musicLines(sound), [sound]);
  const [at, setAt] = useState<Samples>(sound.region.in);
  const [range, setRange] = useState<Range | null>(null);
  const [switches, setAll] = useState<ListenSwitches>({
    click: sound.kind === 'music',
    tick: null,
    loop: false,
    slow: false,
  });
  const { click, tick, loop, slow } = switches;
  const setSwitches = (change: Partial<ListenSwitches>) => setAll({ ...switches, ...change });
  // A bite of a reading has its own clicks, and they are wanted whatever the switch says.
  const bite = useRef<Sound | null>(null);
  const player = usePlayer(
    sound,
    useMemo(() => {
      const usual = clicksOf(sound, click, tick);
      return (route) => (bite.current ? clicksOf(bite.current, true, null) : usual)(route);
    }, [sound, click, tick]),
  );
  usePlayMark(list, player.state, player.position);
  useEffect(() => {
    dispatch(placed(nearestFrame(filmInstant(sound, at, plan.rate), plan.rate)));
  }, [dispatch, sound, at, plan.rate]);

  const rate = sound.analysis.sampleRate;
  const { length } = sound.analysis;
  const inSeconds = (n: number): Seconds => seconds(n / rate);
  const inFile = (n: number): Samples => samples(Math.min(length, Math.max(0, Math.round(n))));
  const start = (from: Samples) => {
    const speed = slow ? 0.5 : 1;
    bite.current = null;
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
  useWent((frame) => {
    const to = sampleHeardAt(sound, seconds(timeOfFrame(frame, plan)), plan.rate);
    if (to !== null) go(to);
  });
  const beatFrom = (direction: 1 | -1) =>
    direction === 1 ? heard.beats.find((b) => b.at > at) : heard.beats.findLast((b) => b.at < at);
  const here = (): Samples => {
    const heardNow = player.position();
    return heardNow === null ? at : inFile(heardNow * rate);
  };
  const mark = (one: Samples, other: Samples) =>
    setRange(
      rangeOnBeats(
        one,
        other,
        heard.beats.map((b) => b.at),
        rate,
      ),
    );
  return {
    player,
    lines,
    at,
    range,
    switches,
    setSwitches,
    setAt,
    inFile,
    here,
    go,
    mark,
    hear: (from, to, as) => {
      setAt(from);
      list.current?.show(from / rate);
      bite.current = as;
      player.play([{ from: inSeconds(from), to: inSeconds(to) }], { speed: slow ? 0.5 : 1 });
    },
    toggle: () => {
      if (player.state === 'still') return void start(at);
      if (!loop) setAt(here());
      player.stop();
    },
    toBeat: (direction) => go(beatFrom(direction)?.at ?? at + direction * rate),
    toLine: (direction) => {
      const line = lines.findIndex((l) => at / rate < l.to);
      const there = lines[Math.max(0, (line < 0 ? lines.length - 1 : line) + direction)];
      // The first whole sample of the line, so that stepping on does not stay on it.
      if (there) go(Math.ceil(there.from * rate - 1e-6));
    },
    rangeFromHere: () => mark(here(), range && range.to > here() ? range.to : length),
    rangeToHere: () => mark(range && range.from < here() ? range.from : samples(0), here()),
  };
}
