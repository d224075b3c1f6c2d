import type { FaultKind, FaultOf } from './fault.ts';
import { bedFade } from './kinds/bed-fade.ts';
import { betweenFrames } from './kinds/between-frames.ts';
import { crestsDiffer } from './kinds/crests-differ.ts';
import { doubtfulBeats } from './kinds/doubtful-beats.ts';
import { edgeShows } from './kinds/edge-shows.ts';
import { effectClips } from './kinds/effect-clips.ts';
import { effectEarly } from './kinds/effect-early.ts';
import { effectLong } from './kinds/effect-long.ts';
import { effectLost } from './kinds/effect-lost.ts';
import { effectMasked } from './kinds/effect-masked.ts';
import { framesRepeat } from './kinds/frames-repeat.ts';
import { handleShort } from './kinds/handle-short.ts';
import { length } from './kinds/length.ts';
import { longStride } from './kinds/long-stride.ts';
import { musicEnds } from './kinds/music-ends.ts';
import { noClip } from './kinds/no-clip.ts';
import { noClips } from './kinds/no-clips.ts';
import { oddWindow } from './kinds/odd-window.ts';
import { outsideUsable } from './kinds/outside-usable.ts';
import { flashOften } from './kinds/flash-often.ts';
import { motionsFight } from './kinds/motions-fight.ts';
import { overshoots } from './kinds/overshoots.ts';
import { phraseEdge } from './kinds/phrase-edge.ts';
import { phraseEmpty } from './kinds/phrase-empty.ts';
import { phraseJump } from './kinds/phrase-jump.ts';
import { phraseLost } from './kinds/phrase-lost.ts';
import { phraseSoft } from './kinds/phrase-soft.ts';
import { riserBackwards } from './kinds/riser-backwards.ts';
import { slowPatch } from './kinds/slow-patch.ts';
import { soft } from './kinds/soft.ts';
import { soundShort } from './kinds/sound-short.ts';
import { sourceEnds } from './kinds/source-ends.ts';
import { speedJump } from './kinds/speed-jump.ts';
import { stillAtCut } from './kinds/still-at-cut.ts';
import { steadyShort } from './kinds/steady-short.ts';
import { sumClips } from './kinds/sum-clips.ts';
import { trembles } from './kinds/trembles.ts';
import { windowJump } from './kinds/window-jump.ts';
import { windowsOverlap } from './kinds/windows-overlap.ts';

/**
 * Every kind of fault, in the order in which those of one frame are told. A new kind is a file and
 * its line here.
 */
export const FAULT_KINDS = [
  length,
  musicEnds,
  doubtfulBeats,
  noClips,
  noClip,
  sourceEnds,
  soundShort,
  outsideUsable,
  steadyShort,
  windowsOverlap,
  handleShort,
  oddWindow,
  betweenFrames,
  edgeShows,
  soft,
  overshoots,
  windowJump,
  phraseLost,
  phraseEmpty,
  phraseJump,
  phraseEdge,
  phraseSoft,
  motionsFight,
  flashOften,
  stillAtCut,
  speedJump,
  slowPatch,
  crestsDiffer,
  framesRepeat,
  longStride,
  trembles,
  effectLost,
  effectEarly,
  effectLong,
  effectMasked,
  effectClips,
  sumClips,
  riserBackwards,
  bedFade,
] as const;

type Kinds = (typeof FAULT_KINDS)[number];
export type FaultCode = Kinds['code'];

/** A fault of any kind, told apart by its code, with the figures of that kind. */
export type Fault = {
  [Kind in Kinds as Kind['code']]: Kind extends FaultKind<infer Code, infer Figures>
    ? FaultOf<Code, Figures>
    : never;
}[FaultCode];

/** A kind whose code and figures are not told apart: what is the same of all. */
export type AnyKind = FaultKind<FaultCode, object>;

/** The kind of a code. */
export const kindOf = (code: FaultCode): AnyKind =>
  FAULT_KINDS.find((kind) => kind.code === code) as unknown as AnyKind;

export const FAULT_CODES = FAULT_KINDS.map(({ code }) => code) as readonly FaultCode[];

/** What a kind of fault is called where it is switched. */
export const faultName = (code: FaultCode): string => kindOf(code).name;
