import type { MomentKind } from '../../footage/moments/moment.ts';
import type { Term } from '../../plan/index.ts';
import type { Frames, Rational, SourceFrames } from '../../time/index.ts';

/** A frame on which a cut may fall. */
export interface Candidate {
  readonly frame: Frames;
  /** How good a cut is here, 0–1. */
  readonly worth: number;
  /** What it is: a kind of cue, or why there is a candidate without one. */
  readonly kind: string;
  /** Whether an event that is seen here lands: on a beat, or on what was meant or said. */
  readonly lands: boolean;
  /** Whether a cut must fall here. */
  readonly locked: boolean;
  /** The clip whose shot must start here, as a place among the materials; any when left out. */
  readonly starts?: number;
  /** What is asked of a shot that starts here, where it is something else than of others. */
  readonly asks?: {
    readonly shortest: Frames | null;
    readonly longest: Frames | null;
    /** The clips of which it may be, as places among the materials; null for any. */
    readonly clips: ReadonlySet<number> | null;
  };
}

/**
 * How far the picture of a clip shifts: sums from its first frame, one more than there are frames,
 * in widths.
 */
export interface Shift {
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** Source frames at an end of a shot over which its movement is taken. */
  readonly reach: number;
  /** Widths over that many frames under which it hardly goes anywhere. */
  readonly least: number;
}

/** Something that happens in a clip. */
export interface Event {
  readonly at: SourceFrames;
  readonly kind: MomentKind;
  /** How much it strikes the eye, 0–1. */
  readonly strength: number;
  /** Whether it leads up to a stronger one or follows from it, and is seen as part of that. */
  readonly part?: boolean;
}

/** Source frames of a clip, [in, out). */
export interface SourceRange {
  readonly in: number;
  readonly out: number;
}

/** A clip as it is laid out. */
export interface Material {
  readonly id: string;
  readonly name: string;
  /** Frames of the file, and the part of them worth using, [in, out). */
  readonly frames: SourceFrames;
  readonly usable: { readonly in: SourceFrames; readonly out: SourceFrames };
  /** Source frames from one frame of the film to the next at normal speed, exact. */
  readonly stride: Rational;
  /** What is worth landing on a cue, in order of time. */
  readonly events: readonly Event[];
  /** Constant speeds it may be shown at, the preferred first. */
  readonly speeds: readonly Rational[];
  /** Whether it must be shown, and how often at most. */
  readonly must: boolean;
  readonly most: number;
  /**
   * How much it moves up to each frame: sums of 0–1 a frame from the first, one more than there are
   * frames; null unknown.
   */
  readonly movement: Float64Array | null;
  /** Where its picture goes; null unknown. */
  readonly shift: Shift | null;
}

/**
 * How much each term of the cost counts: distance of a shot's length from the pace; how much weaker
 * the cue under a cut is than the best near it; how little a shot has of a strong event on a strong
 * cue; stillness of what is shown; unlikeness of neighbours; movement that goes another way on
 * either side of a cut; speed other than normal; frames of a clip that are shown again, and a clip
 * shown again soon; a shot as long as the one before it.
 */
export type Weights = Readonly<Record<Term, number>>;

export const USUAL_WEIGHTS: Weights = {
  pace: 1,
  cue: 2,
  moment: 0.5,
  movement: 0.3,
  likeness: 0.3,
  flow: 0.2,
  speed: 0.4,
  repeat: 0.8,
  variety: 0,
};

/** Everything that a layout is found from. */
export interface Problem {
  readonly target: Frames;
  /** In order, the first at 0 and the last at the target. */
  readonly candidates: readonly Candidate[];
  /** Wanted length of a shot that starts at a frame, in frames. */
  readonly wanted: (frame: number) => number;
  readonly shortest: Frames;
  readonly longest: Frames;
  /**
   * Whether of the shots that may be only those are looked at whose length is near what is wanted.
   */
  readonly near?: boolean;
  readonly materials: readonly Material[];
  /** How well material j goes on after i, 0–1. */
  readonly likeness: (i: number, j: number) => number;
  /** Frames of the film beyond each end of a shot for which its file must last. */
  readonly handles: { readonly before: Frames; readonly after: Frames };
  /** The clip of the first shot and of the last, as places among the materials; null for any. */
  readonly first: number | null;
  readonly last: number | null;
  /** Pairs of places among the materials: the second is not shown until the first was. */
  readonly before: readonly (readonly [number, number])[];
  /** Pairs likewise: after the first comes the second, and the second only after the first. */
  readonly together: readonly (readonly [number, number])[];
  /**
   * Of a stretch of a film: the clips shown before it, in order, and the one right after it; null
   * for its end.
   */
  readonly shownBefore: readonly number[];
  readonly shownAfter: number | null;
  /** What of each clip is shown outside the stretch. */
  readonly shownOutside: readonly (readonly SourceRange[])[];
  readonly weights: Weights;
}

/**
 * A shot of a layout that was found: between two candidates, with its clip and where that starts.
 */
export interface PlacedShot {
  readonly from: Frames;
  readonly to: Frames;
  readonly material: number;
  readonly sourceIn: SourceFrames;
  readonly speed: Rational;
  /**
   * The event that lands on a cue inside the shot, and the frame of the film it lands on; null when
   * none does.
   */
  readonly landed: { readonly moment: SourceFrames; readonly frame: Frames } | null;
  /** The event that the shot begins with; null for none. */
  readonly begins: SourceFrames | null;
}

/** The cost of a layout, part by part, weighted. */
export type Costs = Readonly<Record<Term, number>>;

/** A layout that was found. */
export interface Found {
  readonly shots: readonly PlacedShot[];
  readonly cost: number;
  readonly costs: Costs;
}
