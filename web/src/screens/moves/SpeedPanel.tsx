import { Button } from 'react-bootstrap';
import type { JoinFacts } from '@caesura/core/joins';
import { strideOf, type ShotFacts } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { crestsAt, matchingSpeed } from '@caesura/core/ramps';
import { percent, toNumber, type Rational } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { SideSpeeds } from './SideSpeeds.tsx';

/** The speeds on both sides of a cut, each with its ramp, and the match of one to the other. */
export function SpeedPanel({
  plan,
  facts,
  shiftAt,
}: {
  plan: Plan;
  facts: JoinFacts;
  /**
   * Mean shift of the picture over some frames at an end of a shot, in widths a source frame; null
   * where nothing is known.
   */
  shiftAt: (facts: ShotFacts, end: 'start' | 'end') => number | null;
}) {
  const edit = useEdit();
  const { out, into } = facts;
  const matching = (): Rational | null => {
    const crests = crestsAt(out, into);
    if (!crests || !out.clip || !into.clip) return null;
    const [a, b] = [shiftAt(out, 'end'), shiftAt(into, 'start')];
    if (a === null || b === null) return null;
    const other = { speed: crests.out, shift: a, stride: strideOf(out.clip.rate, plan.rate) };
    return matchingSpeed(other, { shift: b, stride: strideOf(into.clip.rate, plan.rate) });
  };
  const onScreen = matching();
  return (
    <>
      <SideSpeeds plan={plan} facts={out} end="tail" />
      <SideSpeeds plan={plan} facts={into} end="head" />
      {onScreen && (
        <Button
          variant="outline-dark"
          onClick={() => edit('matchSpeed', facts.cut, onScreen)}
          title="By the movement of both clips over five frames at the cut"
        >
          Match movement on screen: {percent(toNumber(onScreen))} in
        </Button>
      )}
    </>
  );
}
