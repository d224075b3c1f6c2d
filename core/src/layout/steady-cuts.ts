import {
  CaesuraError,
  frames,
  multiply,
  rational,
  round,
  toNumber,
  type Frames,
  type Rational,
} from '../time/index.ts';
import type { Cue } from '../film/index.ts';
import type { Pace } from './pace.ts';

/**
 * Every n-th beat, counted from the first downbeat so that cuts sit on bar lines where they can.
 */
function onBeats(cues: readonly Cue[], beats: number): Frames[] {
  const anchor = Math.max(
    0,
    cues.findIndex((c) => c.kind === 'downbeat'),
  );
  return cues.filter((_, i) => (((i - anchor) % beats) + beats) % beats === 0).map((c) => c.frame);
}

/** Every multiple of the length, each rounded from its true time so that no error adds up. */
function onFrames(length: Rational, target: number): Frames[] {
  const cuts: Frames[] = [];
  for (let k = 1; ; k++) {
    const frame = round(multiply(rational(k), length));
    if (frame >= target) return cuts;
    cuts.push(frames(frame));
  }
}

/**
 * Cut frames of a film of `target` frames at a steady pace, ascending, all inside (0, target). A
 * first or last shot that would be shorter than half the usual one is joined to its neighbour.
 * Throws when the pace counts beats and there are no cues.
 */
export function steadyCuts(pace: Pace, cues: readonly Cue[], target: Frames): Frames[] {
  if (pace.kind === 'beats' && cues.length === 0)
    throw new CaesuraError(
      'no-cues',
      'There are no beats to cut on.',
      'Add music with a beat, or give the pace in frames or seconds.',
    );
  const all = pace.kind === 'beats' ? onBeats(cues, pace.beats) : onFrames(pace.length, target);
  const cuts = [...new Set(all)].filter((f) => f > 0 && f < target);
  const usual = pace.kind === 'frames' ? toNumber(pace.length) : medianGap(cuts);
  while (cuts.length > 0 && 2 * cuts[0]! < usual) cuts.shift();
  while (cuts.length > 0 && 2 * (target - cuts.at(-1)!) < usual) cuts.pop();
  return cuts;
}

/** Median distance between neighbours; 0 for fewer than two. */
function medianGap(cuts: readonly Frames[]): number {
  const gaps = cuts.slice(1).map((f, i) => f - cuts[i]!);
  return gaps.toSorted((a, b) => a - b)[gaps.length >> 1] ?? 0;
}
