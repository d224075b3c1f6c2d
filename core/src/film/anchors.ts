import { soundsOf } from './cues.ts';
import { filmInstant, type Anchor, type Plan } from '../plan/index.ts';
import type { ShotFacts } from './shots.ts';
import { frames, instantOfFrame, nearestFrame, type Frames, type Instant } from '../time/index.ts';
import { seenAfter } from './shown-when.ts';

/** Where an anchor lies. */
export interface Anchored {
  readonly at: Instant;
  /** The boundary nearest to it. */
  readonly frame: Frames;
  /** The cut it is tied to; null where it is to none. */
  readonly cut: number | null;
}

/** What anchors are looked for in: a plan and its shots by their ids. */
export interface AnchorContext {
  readonly plan: Plan;
  readonly byId: ReadonlyMap<string, ShotFacts>;
  /** What phrases land on, by their ids. */
  readonly phrases: ReadonlyMap<string, { readonly lands: Frames }>;
}

/** Finds where an anchor lies in a plan; null when what it was tied to is gone. */
export function anchored(anchor: Anchor, { plan, byId, phrases }: AnchorContext): Anchored | null {
  const { rate } = plan;
  switch (anchor.on) {
    case 'frame':
      return { at: instantOfFrame(anchor.frame, rate), frame: anchor.frame, cut: null };
    case 'cut': {
      const facts = byId.get(anchor.shot);
      if (!facts) return null;
      const frame = frames(facts.start + anchor.by);
      return { at: instantOfFrame(frame, rate), frame, cut: facts.index };
    }
    case 'moment': {
      const facts = byId.get(anchor.shot);
      const after = facts ? seenAfter(facts, anchor.at) : null;
      if (!facts || after === null) return null;
      const frame = frames(facts.start + after);
      return { at: instantOfFrame(frame, rate), frame, cut: null };
    }
    case 'phrase': {
      const phrase = phrases.get(anchor.phrase);
      if (!phrase) return null;
      const frame = frames(phrase.lands + anchor.by);
      return { at: instantOfFrame(frame, rate), frame, cut: null };
    }
    case 'sound': {
      const sound = soundsOf(plan).find(({ id }) => id === anchor.sound);
      if (!sound) return null;
      const at = filmInstant(sound, anchor.at, rate);
      return { at, frame: nearestFrame(at, rate), cut: null };
    }
  }
}
