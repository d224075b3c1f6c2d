import type { TrueClip } from '../footage/clips.ts';
import type { TrueSong } from './song.ts';

/** A shot as a layout has it; frames of the film and of the clip. */
export interface JudgedShot {
  readonly start: number;
  readonly end: number;
  readonly clip: string;
  readonly sourceIn: number;
  readonly sourceOut: number;
  /** Source frames from one frame of the film to the next. */
  readonly stride: number;
}

/** A film to be judged by what is true of its song and its clips. */
export interface JudgedFilm {
  /** Frames a second. */
  readonly rate: number;
  /** Frames. */
  readonly target: number;
  /** Seconds of the song at the start of the film. */
  readonly from: number;
  /** Wanted length of a usual shot, in beats. */
  readonly pace: number;
  readonly shots: readonly JudgedShot[];
  readonly song: Omit<TrueSong, 'samples' | 'sampleRate'>;
  readonly clips: readonly TrueClip[];
}

/** How good a first cut is; see `judged`. */
export interface FirstCutFigures {
  readonly onBeat: number;
  readonly onBar: number;
  readonly repeated: number;
  readonly still: number;
  readonly landed: number;
  readonly onDrop: number;
  readonly arc: number;
  readonly exact: number;
}

/**
 * Seconds by which a cut may be off a beat; frames before and after an event that are seen at
 * least.
 */
const [NEAR_BEAT, SEEN_ABOUT] = [0.02, 3];
/** Strength of events that must land, and of those that do for a drop. */
const [STRONG, CLEAR] = [0.7, 0.4];

const nearest = (times: readonly number[], at: number): number =>
  times.reduce((best, t) => Math.min(best, Math.abs(t - at)), Infinity);

/** Correlation of two lists (Pearson 1895); 0 where one does not change. */
export function correlation(a: readonly number[], b: readonly number[]): number {
  const mean = (x: readonly number[]) => x.reduce((s, v) => s + v, 0) / x.length;
  const [ma, mb] = [mean(a), mean(b)];
  const sum = (f: (i: number) => number) => a.reduce((s, _, i) => s + f(i), 0);
  const both = sum((i) => (a[i]! - ma) * (b[i]! - mb));
  const spread = Math.sqrt(sum((i) => (a[i]! - ma) ** 2) * sum((i) => (b[i]! - mb) ** 2));
  return spread > 1e-12 ? both / spread : 0;
}

/**
 * The length of a shot that a build to the drop asks for at a time of the song, in beats: falling
 * from twice the pace at the start of the film to the pace where the rise begins, to half a beat or
 * a quarter of the pace before the drop, then the pace, at the end twice of it.
 */
function arcAt({ song, pace, from, target, rate }: JudgedFilm, at: number): number {
  const beat = song.beats[1]! - song.beats[0]!;
  const between = (a: number, b: number, part: number) =>
    a * (b / a) ** Math.min(1, Math.max(0, part));
  const build = Math.max(from, song.rise.start);
  if (at < build) return between(2 * pace, pace, (at - from) / (build - from));
  const peak = Math.min(song.drop, song.rise.peak);
  // The last shot of the build begins a beat before its peak, or less, and is of the shortest.
  if (at < peak - NEAR_BEAT)
    return between(pace, Math.max(0.5, pace / 4), (at - build) / (peak - beat - build));
  const calm = song.sections.findLast((s) => s > song.drop + 12 * beat);
  const end = from + target / rate;
  return calm !== undefined && at >= calm && calm < end - 6 * beat
    ? between(pace, 2 * pace, (at - calm) / (end - calm))
    : pace;
}

/** Frames of the film on which events of its clips are seen, with their shots. */
function eventsSeen({ shots, clips }: JudgedFilm) {
  return shots.flatMap((shot) =>
    (clips.find((c) => c.file === shot.clip)?.events ?? []).flatMap((event) => {
      const after = Math.ceil((event.at - shot.sourceIn) / shot.stride - 1e-9);
      const inside = event.at >= shot.sourceIn && after < shot.end - shot.start;
      return inside ? [{ event, shot, after, frame: shot.start + after }] : [];
    }),
  );
}

/** The part of the film's time in which source frames are shown that were shown before. */
function repeatedPart({ shots, target }: JudgedFilm): number {
  const shown = new Map<string, Set<number>>();
  const again = shots.reduce((sum, { clip, sourceIn, sourceOut, start, end }) => {
    const before = shown.get(clip) ?? new Set<number>();
    let twice = 0;
    for (let k = sourceIn; k < sourceOut; k++) if (before.has(k)) twice++;
    for (let k = sourceIn; k < sourceOut; k++) before.add(k);
    shown.set(clip, before);
    return sum + ((end - start) * twice) / (sourceOut - sourceIn);
  }, 0);
  return again / target;
}

/** The part of the film's time in which a clip is shown that is still by its script. */
function stillPart({ shots, clips, target }: JudgedFilm): number {
  let still = 0;
  for (const { clip, sourceIn, stride, start, end } of shots) {
    const ranges = clips.find((c) => c.file === clip)?.still ?? [];
    for (let k = 0; k < end - start; k++) {
      const at = sourceIn + Math.floor(k * stride + 1e-9);
      if (ranges.some(([from, to]) => at >= from && at < to)) still++;
    }
  }
  return still / target;
}

/**
 * Of cuts where the arc asks for a bar or more those on a bar line, a section or the drop; of
 * faster stretches the bars with cuts of which one is on the bar line.
 */
function onBarPart(film: JudgedFilm): number {
  const { shots, song, rate, from } = film;
  const strong = [...song.downbeats, song.drop, ...song.sections];
  const cuts = shots.slice(1).map(({ start }) => from + start / rate);
  const onStrong = (at: number) => nearest(strong, at) <= NEAR_BEAT + 0.5 / rate;
  const slow = cuts.filter((at) => arcAt(film, at) >= 4);
  const bars = song.downbeats.flatMap((bar, i) => {
    const next = song.downbeats[i + 1] ?? Infinity;
    const inside = cuts.filter((at) => at >= bar - 0.05 && at < next - 0.05 && arcAt(film, at) < 4);
    return inside.length > 0 ? [inside.some(onStrong)] : [];
  });
  const right = slow.filter(onStrong).length + bars.filter(Boolean).length;
  return right / Math.max(1, slow.length + bars.length);
}

/** Judges a first cut by what is true of its song and its clips, each figure as a part of 1. */
export function judged(film: JudgedFilm): FirstCutFigures {
  const { shots, song, rate, from, target } = film;
  const cuts = shots.slice(1).map(({ start }) => from + start / rate);
  const beats = song.beats.flatMap((t, i) => {
    const next = song.beats[i + 1];
    // Halves of beats count where shots of less than a beat are asked for.
    return next !== undefined && arcAt(film, t) < 1 ? [t, (t + next) / 2] : [t];
  });
  const seen = eventsSeen(film);
  const strong = seen.filter(({ event }) => event.strength >= STRONG);
  const frame = 1 / rate;
  const landed = strong.filter(
    ({ frame: f, after, shot }) =>
      after >= SEEN_ABOUT &&
      shot.end - shot.start - after > SEEN_ABOUT &&
      // A frame of a clip that is slower than the film lasts longer than one of the film.
      nearest(song.beats, from + f / rate) <= Math.max(1, 1 / shot.stride) * frame,
  );
  const onDrop = seen.some(
    ({ event, frame: f }) =>
      event.strength >= CLEAR && Math.abs(from + f / rate - song.drop) <= 1.5 * frame,
  );
  return {
    // A cut is half a frame off at most by rounding.
    onBeat:
      cuts.filter((at) => nearest(beats, at) <= Math.max(NEAR_BEAT, 0.5 * frame + 0.004)).length /
      Math.max(1, cuts.length),
    onBar: onBarPart(film),
    repeated: repeatedPart(film),
    still: stillPart(film),
    landed: landed.length / Math.max(1, strong.length),
    onDrop: Number(onDrop),
    // In the middle of each: the shot whose event is on the drop begins before it.
    arc: correlation(
      shots.map(({ start, end }) => Math.log(end - start)),
      shots.map(({ start, end }) => Math.log(arcAt(film, from + (start + end) / 2 / rate))),
    ),
    exact: Number(
      shots[0]!.start === 0 &&
        shots.at(-1)!.end === target &&
        shots.every((s, i) => s.start === (shots[i - 1]?.end ?? 0)),
    ),
  };
}
