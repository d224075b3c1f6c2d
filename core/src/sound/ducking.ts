import { soundsOf } from '../film/cues.ts';
import { remembered } from '../film/remembered.ts';
import type { ShotFacts } from '../film/shots.ts';
import { partsOf, type Ducking, type Plan } from '../plan/index.ts';
import { instantOfFrame, seconds, toNumber, type Seconds } from '../time/index.ts';
import type { AudioEvent, LevelPoint } from './audio-event.ts';
import { ownEventsOf } from './own-events.ts';
import { speechOfClip, speechOfSound, type Stretch } from './speech.ts';

/** Times of the film between which something is heard. */
export interface Span {
  readonly from: Seconds;
  readonly to: Seconds;
}

/** When stretches of its file are heard of a voice, in whatever order and direction. */
function spansOf(event: AudioEvent, stretches: readonly Stretch[]): Span[] {
  const { anchor, course, rate, sampleRate, starts, ends } = event;
  const after = (at: number) => anchor.sample + (at - anchor.at) * rate * sampleRate;
  const points = course ?? [
    { at: starts, sample: after(starts) },
    { at: ends, sample: after(ends) },
  ];
  return points.slice(1).flatMap((b, i): Span[] => {
    const a = points[i]!;
    if (a.sample === b.sample) return [];
    const when = (sample: number) =>
      a.at + ((sample - a.sample) / (b.sample - a.sample)) * (b.at - a.at);
    return stretches.flatMap((stretch): Span[] => {
      const [from, to] = [when(stretch.from), when(stretch.to)].sort((x, y) => x - y);
      const inside = {
        from: seconds(Math.max(from!, a.at, starts)),
        to: seconds(Math.min(to!, b.at, ends)),
      };
      return inside.from < inside.to ? [inside] : [];
    });
  });
}

/** When somebody speaks in the film: in its voice files, and in clips that are heard. In order. */
export function speechSpans(
  plan: Plan,
  shots: readonly ShotFacts[],
  { voices, clips }: Pick<Ducking, 'voices' | 'clips'>,
): Span[] {
  const spoken = voices ? soundsOf(plan).filter(({ kind }) => kind === 'voice') : [];
  const inVoices = spoken.flatMap((sound) => {
    const place = toNumber(instantOfFrame(sound.place, plan.rate));
    const { sampleRate } = sound.analysis;
    return partsOf(sound).flatMap(({ from, to, before }) =>
      speechOfSound(sound).flatMap((stretch): Span[] => {
        const time = (sample: number) => seconds(place + (before + sample - from) / sampleRate);
        const [first, last] = [Math.max(from, stretch.from), Math.min(to, stretch.to)];
        return first < last ? [{ from: time(first), to: time(last) }] : [];
      }),
    );
  });
  const inClips = !clips
    ? []
    : shots.flatMap((facts) =>
        ownEventsOf(facts, plan).flatMap((event) =>
          spansOf(event, speechOfClip(facts.clip!.sound!)),
        ),
      );
  return [...inVoices, ...inClips].sort((a, b) => a.from - b.from);
}

/**
 * Levels of the music under speech: down by the depth when a word begins, having gone down over the
 * attack before it; up again over the release, once the hold has passed since the last word. Where
 * there is no time to come back it stays down, so that it never pumps halfway. `spans` in order.
 */
export function duckLine(
  spans: readonly Span[],
  { depth, attack, hold, release }: Ducking,
): LevelPoint[] {
  const joined: { from: number; to: number }[] = [];
  for (const { from, to } of spans) {
    const last = joined.at(-1);
    if (last && from - last.to <= attack + hold + release) last.to = Math.max(last.to, to);
    else joined.push({ from, to });
  }
  return joined.flatMap(({ from, to }) => [
    { at: seconds(from - attack), level: 0 },
    { at: seconds(from), level: -depth },
    { at: seconds(to + hold), level: -depth },
    { at: seconds(to + hold + release), level: 0 },
  ]);
}

const keptLines = remembered<readonly ShotFacts[], readonly LevelPoint[]>();

/** How the music of a plan goes down under speech; empty where it does not. */
export const duckingOf = (plan: Plan, shots: readonly ShotFacts[]): readonly LevelPoint[] =>
  keptLines(
    shots,
    [plan.ducking, plan.music, plan.sounds, plan.score, plan.rate, plan.target],
    () => (plan.ducking ? duckLine(speechSpans(plan, shots, plan.ducking), plan.ducking) : []),
  );
