import type { ShotFacts } from '../film/shots.ts';
import type { Clip, ClipSound, Plan, ShotSound } from '../plan/index.ts';
import { ownSoundAt } from '../ramps/own-sound.ts';
import {
  instantOfFrame,
  samples,
  seconds,
  semitonesOfRate,
  toNumber,
  type Seconds,
} from '../time/index.ts';
import type { AudioEvent, CoursePoint } from './audio-event.ts';

/**
 * Frames by which a sound reaches over a cut so that it goes over into the next: one on either side
 * makes two, which is heard as no click and as no dissolve; common practice, no source.
 */
export const OVER_CUT = 1;
/** Seconds over which it goes and comes where its speed silences it. */
const AT_SILENCE = 0.01;

/** How a shot is heard: what it says, what its clip says, and what is usual. */
export interface HeardShot {
  readonly sound: ClipSound;
  readonly gain: number;
  readonly lead: number;
  readonly lag: number;
  readonly fadeIn: number | null;
  readonly fadeOut: number | null;
  readonly pitch: NonNullable<ShotSound['pitch']>;
}

/** How a shot is heard; null where it is not, or its clip has no sound. */
export function heardShot({ shot, clip }: Pick<ShotFacts, 'shot' | 'clip'>): HeardShot | null {
  const own = shot.sound ?? {};
  if (!clip?.sound || !(own.on ?? clip.heard?.on ?? false)) return null;
  return {
    sound: clip.sound,
    gain: (clip.heard?.gain ?? 0) + (own.gain ?? 0),
    lead: own.lead ?? 0,
    lag: own.lag ?? 0,
    fadeIn: own.fadeIn ?? null,
    fadeOut: own.fadeOut ?? null,
    pitch: own.pitch ?? 'follows',
  };
}

/**
 * Sample of a clip's sound at a place of its pictures, in source frames. Another rate that the
 * person gave a clip does not move its sound against its pictures; where the frames lie unevenly
 * they are counted at that rate.
 */
export function sampleOfSource(
  { sound, rate: given, times }: Pick<Clip, 'rate' | 'times'> & { readonly sound: ClipSound },
  source: number,
): number {
  const rate = times ? given : sound.rate;
  return sound.start + (source * rate.den * sound.sampleRate) / rate.num;
}

/**
 * Source position on a frame of a shot, before it and after its end at the speed that it has there:
 * a sound that leads or lags knows no ramp beyond its shot.
 */
export function positionAt({ time, length }: ShotFacts, k: number): number {
  const { exact } = time!;
  if (k < 0) return exact(0) + k * (exact(1) - exact(0));
  if (k > length) return exact(length) + (k - length) * (exact(length) - exact(length - 1));
  return exact(k);
}

/**
 * Where of its clip's sound a shot is on a frame of it, in samples; null where the clip has none.
 */
export function ownSampleAt(facts: ShotFacts): ((k: number) => number) | null {
  const { clip, time } = facts;
  if (!clip?.sound || !time) return null;
  const sounding = { ...clip, sound: clip.sound };
  return (k) => sampleOfSource(sounding, positionAt(facts, k));
}

/** Frames of a shot in a row, [from, to), that are heard. */
interface Run {
  readonly from: number;
  readonly to: number;
}

/**
 * The runs of frames between two in which a sound goes at speeds at which it is of use, forwards or
 * backwards. `sample`: where it is on a frame; `perFrame`: samples of a frame at its own speed.
 */
function runsOf(
  [from, to]: readonly [number, number],
  sample: (k: number) => number,
  perFrame: number,
): Run[] {
  const way = (k: number): number => {
    const speed = (sample(k + 1) - sample(k)) / perFrame;
    return ownSoundAt(Math.abs(speed)).usable ? Math.sign(speed) : 0;
  };
  const runs: Run[] = [];
  let begun: { readonly from: number; readonly way: number } | null = null;
  for (let k = from; k <= to; k++) {
    const now = k < to ? way(k) : 0;
    if (begun && now !== begun.way) {
      runs.push({ from: begun.from, to: k });
      begun = null;
    }
    if (!begun && now !== 0) begun = { from: k, way: now };
  }
  return runs;
}

/** Where of its sound a run is on each of its frames; two points where its speed stays. */
function courseOf(
  { from, to }: Run,
  sample: (k: number) => number,
  at: (k: number) => Seconds,
): CoursePoint[] {
  const all = Array.from({ length: to - from + 1 }, (_, i): CoursePoint => ({
    ...{ at: at(from + i), sample: sample(from + i) },
  }));
  const [first, last] = [all[0]!, all.at(-1)!];
  const perSecond = (last.sample - first.sample) / (last.at - first.at);
  const steady = all.every(
    (p) => Math.abs(first.sample + (p.at - first.at) * perSecond - p.sample) < 0.01,
  );
  return steady ? [first, last] : all;
}

/**
 * What is heard of a shot's own sound: in the runs of its frames at which its speed leaves it of
 * use, from its lead to its lag, as far as its file goes. It reaches over its cuts by a frame,
 * unless it fades there by itself.
 */
export function ownEventsOf(facts: ShotFacts, plan: Plan): AudioEvent[] {
  const heard = heardShot(facts);
  const sample = ownSampleAt(facts);
  const { clip, start, length, shot } = facts;
  if (!heard || !clip || !sample) return [];
  const { sound, lead, lag, fadeIn, fadeOut, pitch } = heard;
  const at = (k: number): Seconds =>
    seconds(toNumber(instantOfFrame(start, plan.rate)) + (k * plan.rate.den) / plan.rate.num);
  const frame = plan.rate.den / plan.rate.num;
  const film = (plan.score?.length ?? plan.target) as number;
  const [early, late] = [
    -lead - (fadeIn === null ? OVER_CUT : 0),
    length + lag + (fadeOut === null ? OVER_CUT : 0),
  ];
  const [first, last] = [Math.max(-start, early), Math.min(film - start, late)];
  return runsOf([first, last], sample, frame * sound.sampleRate).flatMap((run): AudioEvent[] => {
    const course = courseOf(run, sample, at);
    const [begins, ends] = [course[0]!, course.at(-1)!];
    const rate = (ends.sample - begins.sample) / (ends.at - begins.at) / sound.sampleRate;
    // Where its file has no more it goes as if it had been silenced.
    const within = insideFile(course, sound.length);
    if (!within) return [];
    const [opens, closes] = [run.from === first, run.to === last];
    // Where it cannot reach over its cut there is nothing to go over into.
    const over = (own: number | null, reaches: boolean) =>
      own !== null ? own * frame : reaches ? 2 * OVER_CUT * frame : AT_SILENCE;
    const steady = course.length === 2;
    const follows = pitch === 'follows';
    // At one speed forwards a rate says it all.
    const plain = steady && !follows && rate > 0;
    return [
      {
        of: 'own',
        id: shot.id,
        media: sound.media,
        fileName: clip.fileName ?? clip.name,
        sampleRate: sound.sampleRate,
        anchor: { sample: samples(Math.round(begins.sample)), at: begins.at },
        ...(!plain && { course, ...(!follows && { pitchStays: true }) }),
        by: 'sample',
        ...within,
        rate,
        semitones: steady && follows && rate > 0 ? semitonesOfRate(rate) : 0,
        gain: heard.gain,
        fadeIn: opens ? over(fadeIn, first === early && within.starts === begins.at) : AT_SILENCE,
        fadeOut: closes ? over(fadeOut, last === late && within.ends === ends.at) : AT_SILENCE,
        fade: 'power',
      },
    ];
  });
}

/** Between which times a course is inside a file of so many samples; null where it never is. */
function insideFile(
  course: readonly CoursePoint[],
  length: number,
): { readonly starts: Seconds; readonly ends: Seconds } | null {
  let [starts, ends] = [Infinity, -Infinity];
  for (const [i, { at: b, sample: q }] of course.slice(1).entries()) {
    const { at: a, sample: p } = course[i]!;
    const [low, high] = [Math.max(0, Math.min(p, q)), Math.min(length, Math.max(p, q))];
    if (low >= high) continue;
    const when = (sample: number) => a + ((sample - p) / (q - p)) * (b - a);
    const both = [when(low), when(high)].sort((x, y) => x - y);
    starts = Math.min(starts, Math.abs(both[0]! - a) < 1e-9 ? a : both[0]!);
    ends = Math.max(ends, Math.abs(both[1]! - b) < 1e-9 ? b : both[1]!);
  }
  return starts < ends ? { starts: seconds(starts), ends: seconds(ends) } : null;
}
