import { useState } from 'react';
import { distanceGone } from '@caesura/core/curves';
import { strideOf, type ShotFacts } from '@caesura/core/film';
import type { Plan, Ramp } from '@caesura/core/plan';
import { rampLengthFor, shapedRamp, speedFor, type RampShape } from '@caesura/core/ramps';
import { useEdit } from '../../app/hooks.ts';
import { WholeField } from '../../fields/WholeField.tsx';

/**
 * How many source frames go by under a ramp, met by another crest, floor or ramp length; or why
 * not.
 */
export function SourceFields({
  plan,
  facts,
  shape,
  end,
}: {
  plan: Plan;
  facts: ShotFacts;
  shape: RampShape;
  end: 'head' | 'tail';
}) {
  const edit = useEdit();
  const { clip, time, length, index } = facts;
  const [said, setSaid] = useState<string | null>(null);
  if (!clip || !time) return null;
  const stride = strideOf(clip.rate, plan.rate);
  const goes = Math.round(distanceGone(time.curve, length, stride));
  const crest = shape[end]!;
  const withSpeed = (what: 'crest' | 'floor', speed: RampShape['floor']): Ramp =>
    shapedRamp(
      what === 'floor' ? { ...shape, floor: speed } : { ...shape, [end]: { ...crest, speed } },
    );
  const withLength = (n: number): Ramp => shapedRamp({ ...shape, [end]: { ...crest, length: n } });
  const solve = (wanted: number, what: 'crest' | 'floor' | 'length'): boolean => {
    const solved =
      what === 'length'
        ? rampLengthFor(withLength, length, stride, wanted)
        : speedFor((speed) => withSpeed(what, speed), length, stride, wanted);
    const found: { ramp: Ramp } | null = solved.reason === null ? solved.found : solved.nearest;
    setSaid(solved.reason === null ? null : `${solved.reason} The nearest is taken.`);
    return found ? edit('setRamp', index, found.ramp) : false;
  };
  return (
    <>
      {(['crest', 'floor', 'length'] as const).map((what) => (
        <WholeField
          key={what}
          label={`Source, by ${what === 'length' ? 'ramp length' : what}`}
          value={goes}
          least={1}
          most={1_000_000}
          also="go by"
          onCommit={(wanted) => solve(wanted, what)}
        />
      ))}
      {said && (
        <p className="wrong" role="status">
          {said}
        </p>
      )}
    </>
  );
}
