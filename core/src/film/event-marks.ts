import type { MomentKind } from '../footage/moments/moment.ts';
import type { CueKind } from '../plan/index.ts';
import { frames, type Frames, type SourceFrames } from '../time/index.ts';
import { nearestCueIndex, type Cue } from './cues.ts';
import { seenAfter } from './shown-when.ts';
import type { ShotFacts } from './shots.ts';

/** Frames of the film that are seen at least before an event that lands, and after it. */
export const SEEN_ABOUT = 3;

/** Cues on which an event lands: those that are meant where they are, whatever the beat. */
export const LANDING_KINDS: ReadonlySet<CueKind> = new Set([
  'beat',
  'downbeat',
  'drop',
  'hand',
  'word',
]);

/**
 * What becomes of an event that a shot shows: it lands on a cue, the shot begins with it, it is
 * seen
 * beside the cues, or it is so near a cut that it is lost.
 */
export type EventState = 'lands' | 'begins' | 'beside' | 'lost';

/** A moment of a clip as a shot of the film shows it. */
export interface EventMark {
  /** Place of the shot, from 0. */
  readonly shot: number;
  readonly moment: SourceFrames;
  readonly kind: MomentKind;
  /** 0–1; null for one that was set by hand. */
  readonly strength: number | null;
  /** Frame of the film on which it is seen first. */
  readonly frame: Frames;
  readonly state: EventState;
  /** The cue that it lands on, or the nearest that it could; null when there is none. */
  readonly cue: Cue | null;
}

/**
 * What becomes of the moments that the shots of a film show. `cues` are all that cuts may fall on,
 * in order; where none of them is a beat an event lands on any.
 */
export function eventMarks(shots: readonly ShotFacts[], cues: readonly Cue[]): EventMark[] {
  const hasBeats = cues.some(({ kind }) => kind === 'beat' || kind === 'downbeat');
  const landing = hasBeats ? cues.filter(({ kind }) => LANDING_KINDS.has(kind)) : cues;
  return shots.flatMap((shot) =>
    (shot.clip?.moments ?? []).flatMap(({ at, kind, strength }): EventMark[] => {
      const after = seenAfter(shot, at);
      if (after === null) return [];
      const frame = frames(shot.start + after);
      const cue = landing[nearestCueIndex(landing, frame)] ?? null;
      const mark = { shot: shot.index, moment: at, kind, strength: strength ?? null, frame, cue };
      const whole = after >= SEEN_ABOUT && shot.length - after > SEEN_ABOUT;
      const exact = shot.time?.at(after) === at;
      if (after === 0) return [{ ...mark, state: exact ? 'begins' : 'lost' }];
      if (!whole) return [{ ...mark, state: 'lost' }];
      return [{ ...mark, state: cue?.frame === frame ? 'lands' : 'beside' }];
    }),
  );
}
