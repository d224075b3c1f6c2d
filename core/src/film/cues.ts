import { remembered } from './remembered.ts';
import { countedMusics, countsAt, type CountedMusic } from './musics.ts';
import type { Plan, Sound } from '../plan/index.ts';
import { CUE_KINDS, instantAfter, partsOf, usedPlaces, type CueKind } from '../plan/index.ts';
import {
  compare,
  frames,
  multiply,
  nearestFrame,
  offsetFrom,
  rational,
  round,
  samples,
  subtract,
  toNumber,
  type FrameRate,
  type Frames,
  type Instant,
  type Samples,
  type GivenFrames,
} from '../time/index.ts';
import { correctedBeats, cuesOfSound, usedCues, type SoundCue } from './sound-cues.ts';

/** An instant of the film that a cut may land on. */
export interface Cue {
  readonly kind: CueKind;
  /** Exact time from the start of the film. */
  readonly at: Instant;
  /** Frame on which a cut to this cue falls: nearest boundary, less the plan's lead. */
  readonly frame: Frames;
  /**
   * Number of the bar in the film, 1 for the first that starts inside it; 0 for beats before that.
   */
  readonly bar: number;
  /** Beat in the bar, from 1. */
  readonly beat: number;
  readonly strength: number;
  readonly confidence: number;
  /** The sound it belongs to. */
  readonly sound: string;
  readonly name?: string;
}

/** The music and all other sounds of a plan. */
export const soundsOf = ({ music, sounds }: Pick<Plan, 'music' | 'sounds'>): Sound[] => [
  ...(music ? [music] : []),
  ...sounds,
];

type Timed = Pick<Plan, 'music' | 'sounds' | 'rate' | 'lead'>;

/** A beat of the music as the film has it. */
interface CountedBeat {
  /** Samples of the used sound before it. */
  readonly after: Samples;
  /** Bars that have begun in the film, with this one. */
  readonly bar: number;
  readonly beat: number;
}

/**
 * The beats of music in the order in which the film has them, with their bar in the film and their
 * beat in it.
 */
function countedBeats(music: Sound): CountedBeat[] {
  const { beats, downbeats, beatsPerBar } = correctedBeats(music);
  const starts = new Set(downbeats);
  // Before the first downbeat of the file, count back from it as if full bars led up to it.
  const upbeats = (downbeats[0] ?? 0) % beatsPerBar;
  let number = upbeats === 0 ? 0 : beatsPerBar - upbeats;
  const numbers = beats.map((_, i) => {
    const full = number === beatsPerBar && i < (downbeats[0] ?? Infinity);
    return (number = starts.has(i) || full ? 1 : number + 1);
  });
  let bar = 0;
  return partsOf(music).flatMap(({ from, to, before }) =>
    beats.flatMap(({ at }, i): CountedBeat[] => {
      if (at < from || at >= to) return [];
      if (starts.has(i)) bar++;
      return [{ after: samples(before + at - from), bar, beat: numbers[i]! }];
    }),
  );
}

/** The beats by which bars are counted, in order of time, each with when it is in the film. */
function beatsOfFilm(musics: readonly CountedMusic[], rate: FrameRate) {
  let bars = 0;
  return musics.map((music) => {
    const { sound } = music;
    const perSecond = rational(sound.analysis.sampleRate);
    const begins = instantAfter(sound, samples(0), rate);
    const own = countedBeats(sound).filter(({ after }) =>
      countsAt(music, instantAfter(sound, after, rate)),
    );
    // Bars that went by before this music is counted by do not count.
    const skipped = (own[0]?.bar ?? 0) - (own[0]?.beat === 1 ? 1 : 0);
    const before = musics[0] === music ? 0 : bars - skipped;
    bars = (own.at(-1)?.bar ?? 0) + before;
    const after = (at: Instant) => round(multiply(subtract(at, begins), perSecond));
    return { music, own, before, after };
  });
}

/** Bar and beat in the film at each instant of it that is asked for in ascending order. */
function barCounter(
  musics: readonly CountedMusic[],
  rate: FrameRate,
): (at: Instant) => { bar: number; beat: number } {
  if (musics.length === 0) return () => ({ bar: 0, beat: 0 });
  const counted = beatsOfFilm(musics, rate);
  const next = counted.map(() => 0);
  return (at) => {
    const i = counted.findIndex(({ music }) => countsAt(music, at));
    const { music, own, before, after } = counted[i]!;
    const place = after(at);
    while (next[i]! < own.length && own[next[i]!]!.after <= place) next[i]!++;
    const beat = own[next[i]! - 1];
    if (beat) return { bar: beat.bar + before, beat: beat.beat };
    const last = counted[i - 1]?.own.at(-1);
    return last
      ? { bar: last.bar + counted[i - 1]!.before, beat: last.beat }
      : { bar: 0, beat: correctedBeats(music.sound).beatsPerBar };
  };
}

/** Kinds of cues that music counts by. */
const PULSES: ReadonlySet<CueKind> = new Set(['downbeat', 'beat', 'half-beat', 'quarter-beat']);

const PRECEDENCE = new Map(CUE_KINDS.map((kind, i) => [kind, i]));

/** Cues of sounds as cues of the film, in order of frame, then of precedence. */
function gathered(plan: Timed, cuesIn: (sound: Sound) => readonly SoundCue[]): Cue[] {
  const { rate, lead } = plan;
  const musics = countedMusics(plan);
  const cues = soundsOf(plan).flatMap((sound) => {
    const parts = partsOf(sound);
    const music = musics.find((m) => m.sound === sound);
    return cuesIn(sound).flatMap((cue) =>
      usedPlaces(parts, cue.at).flatMap((after): Omit<Cue, 'bar' | 'beat'>[] => {
        const at = instantAfter(sound, after, rate);
        const frame = nearestFrame(at, rate) - lead;
        const counts =
          !PULSES.has(cue.kind) || musics.length === 0 || (music && countsAt(music, at));
        return frame < 0 || !counts ? [] : [{ ...cue, at, frame: frames(frame), sound: sound.id }];
      }),
    );
  });
  const count = barCounter(musics, rate);
  const counted = cues
    .toSorted((a, b) => compare(a.at, b.at))
    .map((cue): Cue => ({ ...cue, ...count(cue.at) }));
  return counted.sort(
    (a, b) => a.frame - b.frame || PRECEDENCE.get(a.kind)! - PRECEDENCE.get(b.kind)!,
  );
}

const keptCues = remembered<readonly Sound[], Cue[]>();
const keptBeats = remembered<Sound, Cue[]>();
/** What the places of cues depend on beside their sounds. */
const timesOf = ({ music, rate, lead }: Timed): unknown[] => [music, rate, lead];

const isBeat = ({ kind }: SoundCue): boolean => kind === 'downbeat' || kind === 'beat';

/**
 * The cues of a plan in order of time: what the switches of each sound let through, inside the
 * parts used. Cues whose frame would fall before frame 0 because of the lead are left out. Where
 * several fall on one frame, beats come first. Beats count of the music by which bars are counted
 * there, which those of other sounds would contradict.
 */
export const cuesOf = (plan: Timed): readonly Cue[] =>
  keptCues(plan.sounds, timesOf(plan), () => gathered(plan, usedCues));

/** Further music of a plan, as what beats depend on beside the music; how much first. */
const furtherMusic = ({ sounds }: Timed): readonly Sound[] =>
  sounds.filter(({ kind }) => kind === 'music');

/** Cues of the music by which bars are counted, remembered by the first. */
const ofMusics = (
  plan: Timed,
  kept: typeof keptBeats,
  cuesIn: (sound: Sound) => readonly SoundCue[],
): readonly Cue[] => {
  const sounds = furtherMusic(plan);
  return plan.music
    ? kept(plan.music, [...timesOf(plan), sounds.length, ...sounds], () =>
        gathered({ ...plan, sounds: [...sounds] }, cuesIn),
      )
    : [];
};

/** All beats of the music, whatever its switches. */
export const beatCuesOf = (plan: Timed): readonly Cue[] =>
  ofMusics(plan, keptBeats, (sound) => cuesOfSound(sound).filter(isBeat));

/** Kinds of cues by which one finds one's way in music and speech. */
const STANDING: ReadonlySet<CueKind> = new Set([
  'section',
  'drop',
  'rise-start',
  'rise-peak',
  'pause-start',
  'pause-end',
  'word',
]);
const keptStanding = remembered<readonly Sound[], Cue[]>();

/** Sections, drops, rises, pauses and words of all sounds, whatever their switches. */
export const standingCuesOf = (plan: Timed): readonly Cue[] =>
  keptStanding(plan.sounds, timesOf(plan), () =>
    gathered(plan, (sound) => cuesOfSound(sound).filter(({ kind }) => STANDING.has(kind))),
  );

const keptParts = remembered<Sound, Cue[]>();

/** The halves and quarters of the beats of the music, whatever its switches. */
export const partBeatsOf = (plan: Timed): readonly Cue[] =>
  ofMusics(plan, keptParts, (sound) =>
    cuesOfSound(sound).filter((cue) => PULSES.has(cue.kind) && !isBeat(cue)),
  );

/** Where a cut falls: the nearest cue and the offset from it. */
export interface Landing {
  readonly cue: Cue;
  /** Frames from the wanted instant (cue less lead) to the cut; positive when late. */
  readonly offsetFrames: number;
  readonly offsetMilliseconds: number;
  /** Whether the cut is on the cue: within half a frame. */
  readonly onCue: boolean;
}

/**
 * Index of the cue whose frame is nearest to `frame`, or −1 when there are none; the earlier of two
 * equals.
 */
export function nearestCueIndex(cues: readonly Cue[], frame: GivenFrames): number {
  let [low, high] = [0, cues.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (cues[middle]!.frame < frame) low = middle + 1;
    else high = middle;
  }
  if (low > 0 && (low === cues.length || frame - cues[low - 1]!.frame <= cues[low]!.frame - frame))
    return low - 1;
  return low < cues.length ? low : -1;
}

/** Where the cut at `frame` falls among the cues, or null when there are none. */
export function landingOf(
  frame: Frames,
  cues: readonly Cue[],
  plan: Pick<Plan, 'rate' | 'lead'>,
): Landing | null {
  const cue = cues[nearestCueIndex(cues, frame)];
  if (!cue) return null;
  const offset = offsetFrom(frame + plan.lead, cue.at, plan.rate);
  const half = rational(1, 2);
  return {
    cue,
    offsetFrames: toNumber(offset.frames),
    offsetMilliseconds: offset.milliseconds,
    onCue: compare(offset.frames, half) <= 0 && compare(offset.frames, rational(-1, 2)) >= 0,
  };
}
