import type { Anchor, PlaceAnchor, Plan } from '../plan/index.ts';
import { sampleHeardAt } from '../plan/index.ts';
import { frames, seconds, toNumber, type Frames } from '../time/index.ts';
import { anchored, type Anchored } from './anchors.ts';
import { soundsOf, type Cue } from './cues.ts';
import { filmOf } from './film.ts';

/** Where an anchor lies in a plan; null when what it was tied to is gone. */
export function placeOfAnchor(plan: Plan, anchor: Anchor): Anchored | null {
  const { shots, phrases } = filmOf(plan);
  return anchored(anchor, {
    plan,
    byId: new Map(shots.map((facts) => [facts.shot.id, facts])),
    phrases: new Map(phrases.map((facts) => [facts.phrase.id, facts])),
  });
}

/**
 * An anchor on a cue: the sample of its sound that is heard there, so that it moves with the sound.
 */
export function anchorOnCue(plan: Plan, cue: Cue): PlaceAnchor {
  const sound = soundsOf(plan).find(({ id }) => id === cue.sound);
  const at = sound ? sampleHeardAt(sound, seconds(toNumber(cue.at)), plan.rate) : null;
  return at === null ? { on: 'frame', frame: cue.frame } : { on: 'sound', sound: cue.sound, at };
}

/**
 * The bar line so many bars before a frame, the first of the film where there are fewer; null where
 * there are no bars.
 */
export function barLineBefore(plan: Plan, frame: Frames, bars: number): Anchor | null {
  const lines = filmOf(plan).beats.filter((cue) => cue.kind === 'downbeat' && cue.frame < frame);
  const line = lines[Math.max(0, lines.length - bars)];
  return line ? anchorOnCue(plan, line) : null;
}

/** The drops of the film, to be risen to. */
export const dropsOf = (plan: Plan): { readonly frame: Frames; readonly anchor: Anchor }[] =>
  filmOf(plan)
    .cues.filter((cue) => cue.kind === 'drop')
    .map((cue) => ({ frame: cue.frame, anchor: anchorOnCue(plan, cue) }));

/** Ties an instant of the film to the cut nearest to it, so that it moves with it. Frames. */
export function anchorNear(plan: Plan, frame: Frames): Anchor {
  const shots = filmOf(plan).shots;
  const nearest = shots.reduce<(typeof shots)[number] | null>(
    (best, facts) =>
      best === null || Math.abs(facts.start - frame) < Math.abs(best.start - frame) ? facts : best,
    null,
  );
  return nearest
    ? { on: 'cut', shot: nearest.shot.id, by: frame - nearest.start }
    : { on: 'frame', frame: frames(frame) };
}

/**
 * An instant of the film on a frame: of the sound whose cue or beat is there, so that it moves with
 * it, else the frame.
 */
export function instantOn(plan: Plan, frame: Frames): Extract<Anchor, { on: 'sound' | 'frame' }> {
  const { beats, cues } = filmOf(plan);
  const cue = beats.find((c) => c.frame === frame) ?? cues.find((c) => c.frame === frame);
  const anchor = cue && anchorOnCue(plan, cue);
  return anchor?.on === 'sound' ? anchor : { on: 'frame', frame };
}

/** Cues that are heard as such, whatever the beat. */
const HEARD: ReadonlySet<string> = new Set(['word', 'hit', 'drop', 'rise-peak', 'hand']);

/**
 * Ties a frame of the film to what is there: to what is heard on it, else to the cut on it, or the
 * other way round, else to the beat; elsewhere so many frames after the start of the shot, so that
 * it stays with the picture.
 */
export function anchorOn(plan: Plan, frame: Frames, first: 'heard' | 'cut' = 'heard'): PlaceAnchor {
  const { beats, cues, standing, shots } = filmOf(plan);
  const cut = shots.find(({ index, start }) => index > 0 && start === frame);
  const onCut = cut && ({ on: 'cut', shot: cut.shot.id, by: 0 } as const);
  if (onCut && first === 'cut') return onCut;
  const heard = [...cues, ...standing].find((c) => c.frame === frame && HEARD.has(c.kind));
  if (heard) return anchorOnCue(plan, heard);
  if (onCut) return onCut;
  const beat = beats.find((c) => c.frame === frame);
  if (beat) return anchorOnCue(plan, beat);
  const under = shots.findLast(({ start }) => start <= frame);
  return under
    ? { on: 'cut', shot: under.shot.id, by: frame - under.start }
    : { on: 'frame', frame: frames(Math.max(0, frame)) };
}
