import { filmOf, lengthContext, type Cue } from '../film/index.ts';
import type { Plan, Wishes } from '../plan/index.ts';
import {
  frames,
  framesPerBeat,
  rational,
  subtract,
  toNumber,
  type Frames,
  type Rational,
} from '../time/index.ts';

/** A length of very short shots, of which a whole number comes to about a beat. */
export interface BeatPart {
  readonly each: Frames;
  /** Shots that come to a beat. */
  readonly shots: number;
  /** Frames by which they are more than a beat, exact; the run drifts by so much with each. */
  readonly error: Rational;
}

/** Frames under which a shot is hardly seen. */
const LEAST = 2;
/** Frames a beat from which shots do not divide it. */
const MOST_ERROR = 1;

/**
 * The whole lengths in frames that divide a beat of the music, at least in two, each with its
 * error, the shortest first; none without a tempo.
 */
export function beatParts(plan: Plan): BeatPart[] {
  const { tempo } = lengthContext(plan);
  if (!tempo) return [];
  const beat = framesPerBeat(tempo, plan.rate);
  const most = Math.floor(toNumber(beat) / 2 + 0.5);
  return Array.from({ length: Math.max(0, most - LEAST + 1) }, (_, i) => LEAST + i).flatMap(
    (each): BeatPart[] => {
      const shots = Math.round(toNumber(beat) / each);
      const error = subtract(rational(shots * each), beat);
      return shots >= 2 && Math.abs(toNumber(error)) < MOST_ERROR
        ? [{ each: frames(each), shots, error }]
        : [];
    },
  );
}

/** The cues on which a run may well end, in order: drops, ends of rises, rests, sections. */
export function runEnds(plan: Plan): Cue[] {
  const kinds: ReadonlySet<Cue['kind']> = new Set(['drop', 'rise-peak', 'pause-start', 'section']);
  const ends = filmOf(plan).standing.filter(
    ({ kind, frame }) => kinds.has(kind) && frame > 0 && frame <= plan.target,
  );
  return ends.filter((cue, i) => ends.findIndex(({ frame }) => frame === cue.frame) === i);
}

/** Beats that the usual run lasts. */
const USUAL_BEATS = 2;
/** Frames that a shot of the usual run lasts at least. */
const USUAL_LEAST = 3;

/**
 * The run that is usual where the music rises to a drop: two beats of shots of about a quarter of
 * one, up to the drop, or up to the rest that lies before it. Null where there is no such drop, no
 * tempo, or no room.
 */
export function usualRun(plan: Plan): Wishes['bursts'][number] | null {
  const { standing } = filmOf(plan);
  const parts = beatParts(plan).filter(({ each }) => each >= USUAL_LEAST);
  const { tempo } = lengthContext(plan);
  const [part] = parts.toSorted((a, b) => Math.abs(a.shots - 4) - Math.abs(b.shots - 4));
  if (!part || !tempo) return null;
  const bar = 4 * toNumber(framesPerBeat(tempo, plan.rate));
  for (const drop of standing.filter(({ kind }) => kind === 'drop')) {
    const before = standing.filter(({ frame }) => frame <= drop.frame);
    const peak = before.findLast(({ kind }) => kind === 'rise-peak');
    if (!peak || drop.frame - peak.frame > 2 * bar) continue;
    const rest = before.findLast(({ kind }) => kind === 'pause-start');
    const end = rest && rest.frame >= peak.frame - bar / 8 ? rest.frame : drop.frame;
    const shots = USUAL_BEATS * part.shots;
    if (end - shots * part.each >= 0 && end <= plan.target) return { end, shots, each: part.each };
  }
  return null;
}
