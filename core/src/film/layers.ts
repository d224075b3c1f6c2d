import { outgoingOnTop } from '../joins/move-keys.ts';
import { joinValues, picturedSides, type Pictured } from '../joins/values.ts';
import type { Side } from '../joins/window.ts';
import type { JoinFacts } from '../joins/windows.ts';
import { AT_REST, type Framed, type MotionFrame, type PictureValues } from '../motion/index.ts';
import type { Clip } from '../plan/index.ts';
import { sourceFrames, type GivenFrames, type SourceFrames } from '../time/index.ts';
import { blendedIn, type WeightedFrame } from './blended-frames.ts';
import type { Film } from './film.ts';
import type { ShotFacts } from './shots.ts';
import { steadiedIn, type SteadiedPicture } from './steadied-frames.ts';

/** A picture in motion at an instant, for what is blurred while the shutter is open. */
export interface Moving extends Pictured {
  /** The instant, in frames of the motion. */
  readonly now: number;
}

/** One picture on a frame of the film. */
export interface Layer {
  readonly shot: number;
  readonly clip: Clip | null;
  /** Source frame shown; held at an end of the file where it does not reach. */
  readonly source: SourceFrames;
  /** The source frames of which its picture is made; null where it is that one as it is. */
  readonly blended: readonly WeightedFrame[] | null;
  /** Whether the file has no such frame and its nearest is shown in its place. */
  readonly held: boolean;
  /** How it lies in the film before it is moved; null where it has the film's shape. */
  readonly framed: Framed | null;
  /** What takes its shake away, inside its own picture; null where it is as it was filmed. */
  readonly steadied: SteadiedPicture | null;
  readonly values: PictureValues;
  /** How it moves; null where it rests. */
  readonly moving: Moving | null;
}

/** What is on screen on frame `frame` of a shot, as a layer with given values. */
function layerOf(
  facts: ShotFacts,
  frame: number,
  values: PictureValues,
  moving: Layer['moving'],
): Layer {
  const { clip, time, index, start, sourceIn, framed } = facts;
  const wanted = time ? time.at(frame - start) : sourceIn;
  const source = clip ? Math.min(clip.frames - 1, Math.max(0, wanted)) : wanted;
  return {
    shot: index,
    clip,
    source: sourceFrames(source),
    blended: source === wanted ? blendedIn(facts, frame - start) : null,
    held: source !== wanted,
    framed,
    steadied: steadiedIn(facts, source),
    values,
    moving,
  };
}

/** A side of a join on a frame of its window; null when it is not on screen there. */
function sideOf(facts: JoinFacts, side: Side, frame: number): Layer | null {
  const { out, into } = facts;
  const pictured = picturedSides(facts)[side];
  const now = frame - facts.frame;
  if (!pictured || now < pictured.motion.first || now > pictured.motion.last) return null;
  return layerOf(side === 'out' ? out : into, frame, pictured.at(now), { ...pictured, now });
}

/**
 * The pictures on a frame of the film, the lowest first: one, or two inside the window of an
 * overlap. Empty outside the film. The one place that says what is shown when.
 */
export function layersAt({ shots, joins }: Film, frame: GivenFrames): Layer[] {
  const facts = shots.findLast((shot) => shot.start <= frame);
  if (!facts || frame < 0 || frame >= facts.end) return [];
  const join = [joins[facts.index - 1], joins[facts.index]].find(
    (j) => j && j.before + j.after > 0 && frame >= j.frame - j.before && frame < j.frame + j.after,
  );
  if (!join) return [layerOf(facts, frame, AT_REST, null)];
  const [out, into] = [sideOf(join, 'out', frame), sideOf(join, 'in', frame)];
  const ordered = outgoingOnTop(join.settings) ? [into, out] : [out, into];
  return ordered.filter((layer) => layer !== null);
}

/** One frame of a window as a row of figures. */
export interface WindowRow {
  /** Frame of the film, and frames after the cut. */
  readonly frame: number;
  readonly at: number;
  /** Source frame and values of each side; null where it is not on screen. */
  readonly out: (MotionFrame & { readonly source: number; readonly held: boolean }) | null;
  readonly in: (MotionFrame & { readonly source: number; readonly held: boolean }) | null;
}

/** The window of a cut frame by frame. */
export function windowRows(facts: JoinFacts): WindowRow[] {
  const { before, after, out, into, frame } = facts;
  const values = joinValues(facts);
  const side = (which: Side, at: number) => {
    const found = values[which].find((v) => v.at === at);
    if (!found) return null;
    const { source, held } = layerOf(which === 'out' ? out : into, frame + at, found, null);
    return { ...found, source, held };
  };
  return Array.from({ length: before + after }, (_, i) => {
    const at = i - before;
    return { frame: frame + at, at, out: side('out', at), in: side('in', at) };
  });
}
