import {
  shakePath,
  steadied,
  steadyMoves,
  type ClipAnalysis,
  type Off,
  type Steadying,
} from '@caesura/core/footage';
import { filmOf, steadyCost } from '@caesura/core/film';
import type { Clip, Plan, Steady } from '@caesura/core/plan';
import { sourceFrames, toNumber } from '@caesura/core/time';

/** Seconds over which the way of a camera is taken for meant where nothing else is said. */
export const MEANT_OVER = 1;
/** Seconds of a clip on either side of what a shot shows that are steadied as well. */
const MARGIN = 0.5;

const offs = new WeakMap<ClipAnalysis, readonly Off[]>();

/** Where the camera of a clip is beside its meant way, frame by frame. */
export function offOf(analysis: ClipAnalysis, clip: Clip): readonly Off[] {
  const known = offs.get(analysis);
  if (known) return known;
  const rate = toNumber(clip.rate);
  const { off } = shakePath(analysis.frames, { rate, seconds: MEANT_OVER });
  offs.set(analysis, off);
  return off;
}

const optionsOf = ({ rate, size }: Clip, seconds: number) => ({
  rate: toNumber(rate),
  seconds,
  aspect: size.width / size.height,
});

/** How much of what the camera does in a part of a clip is shake. */
export const shakeOf = (
  { frames }: ClipAnalysis,
  clip: Clip,
  { from, to }: { readonly from: number; readonly to: number },
  seconds: number,
): Steadying => steadied(frames.slice(from, to), optionsOf(clip, seconds));

/** The scale that it costs to steady a part of a clip. */
export function costOf(
  { frames }: ClipAnalysis,
  clip: Clip,
  { from, to }: { readonly from: number; readonly to: number },
  seconds: number,
): number {
  const moves = steadyMoves(frames, { from, to }, optionsOf(clip, seconds));
  return steadyCost({ seconds, first: sourceFrames(from), moves }, clip.size);
}

/**
 * What steadies a shot of a plan over so many seconds: of each source frame that it shows, its
 * windows among them, and of some beside. Null where the shot shows no clip.
 */
export function steadyOf(
  plan: Plan,
  index: number,
  { frames }: ClipAnalysis,
  seconds: number,
): Steady | null {
  const film = filmOf(plan);
  const facts = film.shots[index];
  if (!facts?.clip || !facts.time) return null;
  const { clip, time, length } = facts;
  const head = film.joins[index - 1]?.before ?? 0;
  const tail = film.joins[index]?.after ?? 0;
  const { lowest, highest } = time.reach(-head, length + tail);
  const margin = Math.ceil(MARGIN * toNumber(clip.rate));
  const last = Math.min(clip.frames, frames.length);
  const from = Math.max(0, Math.min(last - 1, lowest - margin));
  const to = Math.max(from + 1, Math.min(last, highest + 1 + margin));
  const moves = steadyMoves(frames, { from, to }, optionsOf(clip, seconds));
  return { seconds, first: sourceFrames(from), moves };
}
