import type { Arc, Pacing, Plan } from '../plan/index.ts';
import { frames, parseLength, toNumber, type Frames, type GivenFrames } from '../time/index.ts';
import { lengthContext } from '../film/index.ts';
import { arcRanges } from './arcs.ts';
import { formArcs } from './form-arcs.ts';
import { pacePoints } from './pace-points.ts';

/** A place of the pace that can be bent, with the length wanted there. */
export interface BendPoint {
  readonly frame: Frames;
  readonly length: Frames;
  /**
   * The arc that it bends, and which of its lengths; null where the pace is drawn point by point.
   */
  readonly arc: { readonly index: number; readonly end: 'pace' | 'to' } | null;
}

/** The arcs by which a pacing goes, its own or those that follow from the music; null for none. */
function arcsOf(plan: Plan): readonly Arc[] | null {
  const { pacing } = plan.wishes;
  if (pacing.kind === 'arcs') return pacing.arcs;
  return pacing.kind === 'form' ? formArcs(plan) : null;
}

/** Part of an arc at which its other length is bent. */
const OTHER_AT: Readonly<Record<Exclude<Arc['shape'], 'hold'>, number>> = {
  // A little before the next arc begins, whose own place would cover it.
  build: 0.9,
  breathe: 0.5,
  waves: 0.5,
};

/**
 * Where the pace of a plan can be bent: the lengths of its arcs; where it has none, points along
 * it. Throws when a pace cannot be read.
 */
export function bendPoints(plan: Plan): BendPoint[] {
  const arcs = arcsOf(plan);
  if (!arcs || arcs.length === 0) return pacePoints(plan).map((p) => ({ ...p, arc: null }));
  const context = lengthContext(plan);
  const lengthOf = (text: string) => frames(Math.max(1, parseLength(text, context).frames));
  return arcRanges(arcs, plan).flatMap(({ arc, from, to }): BendPoint[] => {
    const index = arcs.indexOf(arc);
    const start = frames(Math.max(0, from));
    const own: BendPoint = {
      ...{ frame: start, length: lengthOf(arc.pace) },
      arc: { index, end: 'pace' },
    };
    const at = frames(
      Math.round(from + OTHER_AT[arc.shape === 'hold' ? 'build' : arc.shape] * (to - from)),
    );
    if (arc.shape === 'hold' || at <= start) return [own];
    return [own, { frame: at, length: lengthOf(arc.to), arc: { index, end: 'to' } }];
  });
}

/**
 * Frames as a length that is the same at another rate, to a millisecond; a frame is never shorter
 * than that.
 */
const asTime = (length: number, { rate }: Plan): string =>
  `${Number((length / toNumber(rate)).toFixed(3))}s`;

/**
 * The pacing of a plan with another length wanted at a place of it. Arcs keep where they begin,
 * what they ask of clips, and their shape; a pace that follows from the music becomes arcs that do
 * as it did.
 */
export function bentPacing(plan: Plan, point: BendPoint, length: GivenFrames): Pacing {
  const arcs = arcsOf(plan);
  const kept = frames(Math.max(1, Math.round(length)));
  if (!arcs || !point.arc) {
    const others = bendPoints(plan).filter((p) => p.frame !== point.frame);
    const points = [...others, { frame: point.frame, length: kept }]
      .map((p) => ({ frame: p.frame, length: p.length }))
      .sort((a, b) => a.frame - b.frame);
    return { kind: 'drawn', points };
  }
  const { index, end } = point.arc;
  return {
    kind: 'arcs',
    arcs: arcs.map((arc, i) =>
      i === index ? ({ ...arc, [end]: asTime(kept, plan) } as Arc) : arc,
    ),
  };
}
