import { beatCuesOf, cuesOf, soundsOf, type Cue } from '../film/cues.ts';
import { filmInstant, sampleHeardAt, type Anchor, type Plan } from '../plan/index.ts';
import type { ShotFacts } from '../film/shots.ts';
import {
  frames,
  instantOfFrame,
  nearestFrame,
  seconds,
  toNumber,
  type Frames,
  type Instant,
} from '../time/index.ts';

/** Where an anchor lies. */
export interface Anchored {
  readonly at: Instant;
  /** The boundary nearest to it. */
  readonly frame: Frames;
  /** The cut it is tied to; null where it is to none. */
  readonly cut: number | null;
}

/** Finds where an anchor lies in a plan; null when what it was tied to is gone. */
export function anchored(plan: Plan, shots: readonly ShotFacts[], anchor: Anchor): Anchored | null {
  const { rate } = plan;
  switch (anchor.on) {
    case 'frame':
      return { at: instantOfFrame(anchor.frame, rate), frame: anchor.frame, cut: null };
    case 'cut': {
      const facts = shots.find(({ shot }) => shot.id === anchor.shot);
      if (!facts) return null;
      const frame = frames(facts.start + anchor.by);
      return { at: instantOfFrame(frame, rate), frame, cut: facts.index };
    }
    case 'sound': {
      const sound = soundsOf(plan).find(({ id }) => id === anchor.sound);
      if (!sound) return null;
      const at = filmInstant(sound, anchor.at, rate);
      return { at, frame: nearestFrame(at, rate), cut: null };
    }
  }
}

/** An anchor on a cue: the sample of its sound that is heard there, so that it moves with the sound. */
function anchorOnCue(plan: Plan, cue: Cue): Anchor {
  const sound = soundsOf(plan).find(({ id }) => id === cue.sound);
  const at = sound ? sampleHeardAt(sound, seconds(toNumber(cue.at)), plan.rate) : null;
  return at === null ? { on: 'frame', frame: cue.frame } : { on: 'sound', sound: cue.sound, at };
}

/** The bar line so many bars before a frame, the first of the film where there are fewer; null where there are no bars. */
export function barLineBefore(plan: Plan, frame: Frames, bars: number): Anchor | null {
  const lines = beatCuesOf(plan).filter((cue) => cue.kind === 'downbeat' && cue.frame < frame);
  const line = lines[Math.max(0, lines.length - bars)];
  return line ? anchorOnCue(plan, line) : null;
}

/** The drops of the film, to be risen to. */
export const dropsOf = (plan: Plan): { readonly frame: Frames; readonly anchor: Anchor }[] =>
  cuesOf(plan)
    .filter((cue) => cue.kind === 'drop')
    .map((cue) => ({ frame: cue.frame, anchor: anchorOnCue(plan, cue) }));
