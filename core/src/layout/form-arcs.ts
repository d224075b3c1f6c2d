import { correctedBeats, cuesOfSound, lengthContext, type SoundCue } from '../film/index.ts';
import {
  instantAfter,
  partsOf,
  usedPlaces,
  type Arc,
  type Plan,
  type Sound,
} from '../plan/index.ts';
import { frames, framesPerBeat, nearestFrame, rational, toNumber } from '../time/index.ts';
import { parsePace, type Pace } from './pace.ts';

/**
 * How long shots are against the pace: at the start of the film and at its end, and at the end of a
 * build. Common practice, no source.
 */
const [RESTS, QUICKEST] = [2, 1 / 4];
/** The shortest that is asked for at the end of a build: beats, and frames. */
const LEAST_BEATS = 1 / 2;
const LEAST_FRAMES = 4;
/** Bars that a build has at least, where nothing says where it begins, and at most by a section. */
const [LEAST_BARS, USUAL_BARS, MOST_BARS] = [2, 8, 16];
/** Bars between two drops that count, and after one until another stretch begins. */
const APART = 4;
/** Bars before a drop within which a rise has its peak, for it to lead there. */
const NEAR = 2;

/** A length against the pace, as it is typed: in beats where that is, else in frames. */
function lengthText(pace: Pace, times: number): string {
  if (pace.kind === 'frames') return `${Math.max(1, Math.round(toNumber(pace.length) * times))}f`;
  const quarters = Math.max(1, Math.round(4 * pace.beats * times));
  const { num, den } = rational(quarters, 4);
  return `${den === 1 ? num : `${num}/${den}`} ${num > den ? 'beats' : 'beat'}`;
}

/** A cue of the music where the film has it. */
interface Heard extends SoundCue {
  /** Frames of the film, rounded. */
  readonly frame: number;
}

/** All cues of music where the film has them, whatever its switches; in order. */
function heardIn(music: Sound, plan: Plan): Heard[] {
  const parts = partsOf(music);
  return cuesOfSound(music)
    .flatMap((cue) =>
      usedPlaces(parts, cue.at).map((after): Heard => ({
        ...cue,
        frame: nearestFrame(instantAfter(music, after, plan.rate), plan.rate),
      })),
    )
    .filter(({ frame }) => frame > 0 && frame < plan.target)
    .sort((a, b) => a.frame - b.frame);
}

/** Drops far enough from one another, the stronger first, in order of time. */
function chosenDrops(cues: readonly Heard[], apart: number): Heard[] {
  const kept: Heard[] = [];
  const drops = cues.filter((c) => c.kind === 'drop');
  for (const drop of drops.toSorted((a, b) => b.strength - a.strength))
    if (kept.every((other) => Math.abs(other.frame - drop.frame) >= apart)) kept.push(drop);
  return kept.sort((a, b) => a.frame - b.frame);
}

/** The last cue of a kind from one frame to before another. */
const lastIn = (cues: readonly Heard[], kind: Heard['kind'], from: number, to: number) =>
  cues.findLast((c) => c.kind === kind && c.frame >= from && c.frame < to);

/**
 * Where a build to a drop begins, not before `free`: with its rise, with a section, or some bars
 * before it; null where there is no room for one.
 */
function buildStart(cues: readonly Heard[], drop: Heard, free: number, bar: number): Heard | null {
  const peak = lastIn(cues, 'rise-peak', drop.frame - NEAR * bar, drop.frame + bar / 8);
  const rise = peak && lastIn(cues, 'rise-start', free, peak.frame);
  const latest = drop.frame - (LEAST_BARS - 1 / 8) * bar;
  const section = lastIn(cues, 'section', Math.max(free, drop.frame - MOST_BARS * bar), latest);
  const usual = cues.find(
    (c) =>
      c.kind === 'downbeat' && c.frame >= Math.max(free, drop.frame - (USUAL_BARS + 1 / 8) * bar),
  );
  const begins = rise ?? section ?? usual;
  return begins && begins.frame < latest ? begins : null;
}

/** The last rest of the music that ends on a drop and lasts for half a beat or more. */
function restBefore(cues: readonly Heard[], drop: Heard, beat: number): Heard | null {
  const end = cues.findLast(
    (c) => c.kind === 'pause-end' && Math.abs(c.frame - drop.frame) <= beat / 2,
  );
  const start = end && lastIn(cues, 'pause-start', 0, end.frame);
  return start && drop.frame - start.frame >= beat / 2 ? start : null;
}

/**
 * Arcs that follow from the music of a plan: long shots at the start, a build to each drop from
 * where its rise begins, one shot over the drop and over a rest before it, the pace after that, and
 * long shots at the end. None where the music has no drop, or no beat. Throws when the pace cannot
 * be read.
 */
export function formArcs(plan: Plan): Arc[] {
  const { music } = plan;
  const context = lengthContext(plan);
  if (!music || !context.tempo) return [];
  const cues = heardIn(music, plan);
  const beat = toNumber(framesPerBeat(context.tempo, plan.rate));
  const bar = beat * correctedBeats(music).beatsPerBar;
  const drops = chosenDrops(cues, APART * bar);
  if (drops.length === 0) return [];
  const pace = parsePace(plan.pace, context);
  const usual = pace.kind === 'beats' ? pace.beats * beat : toNumber(pace.length);
  const quickest = Math.max(QUICKEST, (LEAST_BEATS * beat) / usual, LEAST_FRAMES / usual);
  const common = { shortest: null, longest: null, clips: [] };
  const from = (cue: Heard, times: number) => ({
    ...common,
    from: { on: 'sound' as const, sound: music.id, at: cue.at },
    pace: lengthText(pace, times),
  });
  const arcs: Arc[] = [
    {
      ...common,
      ...{ from: { on: 'frame', frame: frames(0) }, shape: 'build', ease: 'even' },
      ...{ pace: lengthText(pace, RESTS), to: lengthText(pace, 1) },
    },
  ];
  let free = 0;
  for (const drop of drops) {
    const begins = buildStart(cues, drop, free, bar);
    if (begins)
      arcs.push({
        ...from(begins, 1),
        shape: 'build',
        to: lengthText(pace, quickest),
        ease: 'even',
      });
    // The shot with the event on the drop begins before it, and goes on after it.
    const rest = restBefore(cues, drop, beat);
    const onBeat = (c: Heard) => c.kind === 'beat' || c.kind === 'downbeat';
    const lead = rest ?? cues.findLast((c) => onBeat(c) && c.frame < drop.frame - beat / 2) ?? drop;
    const over = (drop.frame - lead.frame + usual / 2) / usual;
    arcs.push({ ...from(lead, Math.max(1, over)), shape: 'hold' });
    if (rest) arcs.push({ ...from(drop, 1), shape: 'hold' });
    free = drop.frame + APART * bar;
  }
  const latest = plan.target - LEAST_BARS * bar;
  const calm = lastIn(cues, 'section', free, latest) ?? lastIn(cues, 'downbeat', free, latest);
  if (calm)
    arcs.push({ ...from(calm, 1), shape: 'build', to: lengthText(pace, RESTS), ease: 'even' });
  return arcs;
}
