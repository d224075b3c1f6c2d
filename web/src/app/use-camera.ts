import { shiftsAt, wayOf, zoomOf, type JoinFacts, type ShiftOf } from '@caesura/core/joins';
import type { Plan } from '@caesura/core/plan';
import { strideOf, type ShotFacts } from '@caesura/core/film';
import { crestsAt, matchingSpeed } from '@caesura/core/ramps';
import type { Rational } from '@caesura/core/time';
import { useClipAnalyses } from './use-clip-analysis.ts';

/** What the camera suggests at a cut: the way of the pictures in degrees, and in or out. */
export interface Suggested {
  readonly way: number | null;
  readonly goes: 'in' | 'out' | null;
}

/**
 * What the camera does about cuts: the way that it suggests for the pictures, and the speed at
 * which one of the two moves on screen as far a frame as the other, over a few frames.
 */
export function useCamera(plan: Plan) {
  const clipAnalysisOf = useClipAnalyses(plan.clips);
  const shiftOf: ShiftOf = (clip, source) => clipAnalysisOf(clip)?.frames[source] ?? null;
  const aboutCut = ({ out, into }: JoinFacts) =>
    [shiftsAt(out, 'end', shiftOf), shiftsAt(into, 'start', shiftOf)] as const;
  const suggestedAt = (facts: JoinFacts): Suggested => {
    const about = aboutCut(facts);
    return { way: wayOf(...about), goes: zoomOf(...about) };
  };
  const shiftAt = (facts: ShotFacts, end: 'start' | 'end'): number | null => {
    const all = shiftsAt(facts, end, shiftOf);
    const sum = all.reduce((far, { dx, dy }) => far + Math.hypot(dx, dy), 0);
    return all.length > 0 ? sum / all.length : null;
  };
  const matchingAt = (
    { out, into }: Pick<JoinFacts, 'out' | 'into'>,
    side: 'out' | 'into',
  ): Rational | null => {
    const crests = crestsAt(out, into);
    if (!crests || !out.clip || !into.clip) return null;
    const [a, b] = [shiftAt(out, 'end'), shiftAt(into, 'start')];
    if (a === null || b === null) return null;
    const sides = {
      out: { speed: crests.out, shift: a, stride: strideOf(out.clip.rate, plan.rate) },
      into: { speed: crests.into, shift: b, stride: strideOf(into.clip.rate, plan.rate) },
    };
    return matchingSpeed(sides[side === 'into' ? 'out' : 'into'], sides[side]);
  };
  return { suggestedAt, shiftAt, matchingAt };
}
