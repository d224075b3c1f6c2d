import { useMemo } from 'react';
import { choicesFor, type Choice, type MeasuredClip } from '@caesura/core/layout';
import type { Plan } from '@caesura/core/plan';
import { compare, percent, rational, toNumber } from '@caesura/core/time';
import { useClipAnalyses } from '../../app/use-clip-analysis.ts';

/** What a choice is, in a few words. */
export function choiceText({ landed, begins, speed, moving, sourceIn }: Choice): string {
  const slowed = compare(speed, rational(1)) !== 0 ? `${percent(toNumber(speed))} · ` : '';
  const lands = landed
    ? `${landed.moment} lands on ${landed.frame}`
    : `${begins === null ? 'from' : 'begins with'} ${sourceIn}`;
  return `${slowed}${lands}${moving === null ? '' : ` · moves ${Math.round(100 * moving)} %`}`;
}

/** The ways to fill a shot, the best first. */
export function useChoices(plan: Plan, index: number): readonly Choice[] {
  const clipAnalysisOf = useClipAnalyses(plan.clips);
  return useMemo(
    () =>
      choicesFor(plan, index, (clip): MeasuredClip | null => {
        const analysis = clipAnalysisOf(clip);
        return (
          analysis && {
            frames: analysis.frames,
            looks: analysis.looks,
            activity: analysis.activity,
          }
        );
      }),
    [plan, index, clipAnalysisOf],
  );
}
