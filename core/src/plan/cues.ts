import { corrected, type Analysis } from '../listen/index.ts';
import {
  compare,
  frameCovering,
  frames,
  instantOfSample,
  nearestFrame,
  offsetFrom,
  rational,
  samples,
  toNumber,
  type FrameRate,
  type Frames,
  type Instant,
  type Samples,
} from '../time/index.ts';
import type { Music, Plan } from './schema.ts';

/** An instant of the film that a cut may land on. */
export interface Cue {
  readonly kind: 'downbeat' | 'beat';
  /** Exact time from the start of the film. */
  readonly at: Instant;
  /** Frame on which a cut to this cue falls: nearest boundary, less the plan's lead. */
  readonly frame: Frames;
  /** Number of the bar in the film, 1 for the first that starts inside it; 0 for beats before that. */
  readonly bar: number;
  /** Beat in the bar, from 1. */
  readonly beat: number;
  readonly strength: number;
  readonly confidence: number;
}

/** The beats of the music as the person corrected them. */
export const heardBeats = (music: Music): Analysis => corrected(music.analysis, music.corrections);

/** The instant of the film at which a sample of the music sounds. */
export const filmInstant = (music: Music, at: Samples): Instant =>
  instantOfSample(samples(at - music.region.in), music.analysis.sampleRate);

/** Plan frame at which the music ends: the first boundary at or after its last sample. */
export const musicEnd = (music: Music, rate: FrameRate): Frames =>
  frameCovering(filmInstant(music, music.region.out), rate);

/**
 * The cues of a plan in order of time: every beat of the music inside its region, before the end of the music.
 * Cues whose frame would fall before frame 0 because of the lead are left out.
 */
export function cuesOf(plan: Pick<Plan, 'music' | 'rate' | 'lead'>): Cue[] {
  const { music, rate, lead } = plan;
  if (!music) return [];
  const { beats, downbeats, beatsPerBar } = heardBeats(music);
  const firstInside = beats.findIndex((b) => b.at >= music.region.in);
  const barOne = downbeats.findIndex((i) => i >= firstInside);
  let next = 0;
  return beats.flatMap((beat, i): Cue[] => {
    while (next < downbeats.length && downbeats[next]! <= i) next++;
    if (beat.at < music.region.in || beat.at >= music.region.out) return [];
    const at = filmInstant(music, beat.at);
    const frame = nearestFrame(at, rate) - lead;
    if (frame < 0) return [];
    // Before the first downbeat of the file, count back from it as if full bars led up to it.
    const barStart = downbeats[next - 1] ?? (downbeats[0] ?? 0) - beatsPerBar;
    return [
      {
        kind: barStart === i ? 'downbeat' : 'beat',
        at,
        frame: frames(frame),
        bar: next - Math.max(0, barOne),
        beat: Math.max(1, i - barStart + 1),
        strength: beat.strength,
        confidence: beat.confidence,
      },
    ];
  });
}

/** Where a cut falls: the nearest cue and the offset from it. */
export interface Landing {
  readonly cue: Cue;
  /** Frames from the wanted instant (cue less lead) to the cut; positive when late. */
  readonly offsetFrames: number;
  readonly offsetMilliseconds: number;
  /** Whether the cut is on the cue: within half a frame. */
  readonly onCue: boolean;
}

/** Index of the cue whose frame is nearest to `frame`, or −1 when there are none; the earlier of two equals. */
export function nearestCueIndex(cues: readonly Cue[], frame: number): number {
  let [low, high] = [0, cues.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (cues[middle]!.frame < frame) low = middle + 1;
    else high = middle;
  }
  if (low > 0 && (low === cues.length || frame - cues[low - 1]!.frame <= cues[low]!.frame - frame)) return low - 1;
  return low < cues.length ? low : -1;
}

/** Where the cut at `frame` falls among the cues, or null when there are none. */
export function landingOf(frame: Frames, cues: readonly Cue[], plan: Pick<Plan, 'rate' | 'lead'>): Landing | null {
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
